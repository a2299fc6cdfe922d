/** Offers: promotions and free delivery, what they ask, and which keep each other out. */

export { type Exclusion, type Exclusions, readEitherOr } from './either-or.ts';
export { readCodes, readCustomers, readSpend, type SpendRow } from './lists.ts';
export {
  type Ask,
  allGoods,
  type Benefit,
  type Budget,
  type Code,
  type DeliveryOff,
  type Limits,
  levelOf,
  type Off,
  type Offer,
  type Part,
  partOf,
  type SpendStep,
  soleValueAsk,
  type WhyNot,
} from './offer.ts';
export { readOffer } from './read-offer.ts';
export {
  type AskBody,
  type BenefitBody,
  type CodeBody,
  code,
  type EitherOrBody,
  eitherOrSchema,
  type Level,
  levels,
  noLimits,
  type OffBody,
  type OfferBody,
  offerSchema,
  segmentSchema,
} from './schema.ts';
