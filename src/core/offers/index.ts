/** Offers: promotions and free delivery, what they ask and what may add to what. */
export { type Benefit, levelOf, mayAdd, type Offer, readOffer, type WhyNot } from './offer.ts';
export { type BenefitBody, code, type Level, levels, type OfferBody, offerSchema } from './schema.ts';
