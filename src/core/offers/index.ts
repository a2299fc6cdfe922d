/** Offers: promotions and free delivery, what they ask and what may add to what. */

export { readCodes, readCustomers } from './lists.ts';
export {
  type Ask,
  allGoods,
  type Benefit,
  type Code,
  type DeliveryOff,
  type Limits,
  levelOf,
  mayAdd,
  type Off,
  type Offer,
  type Part,
  partOf,
  type SpendStep,
  soleValueAsk,
  type WhyNot,
} from './offer.ts';
export { readOffer } from './read-offer.ts';
export { type AskBody, type BenefitBody, type CodeBody, code, type Level, levels, noLimits, type OffBody, type OfferBody, offerSchema, segmentSchema } from './schema.ts';
