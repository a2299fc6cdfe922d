/** Offers: promotions and free delivery, what they ask, and which keep each other out. */

export type { LineCut } from './benefits/kind.ts';
export { code } from './codes/kind.ts';
export { type Exclusions, readEitherOr } from './either-or.ts';
export { readCodes, readCustomers, readSpend, type SpendRow } from './lists.ts';
export type { Off, OffBody } from './off.ts';
export {
  type Benefit,
  type BenefitBody,
  type Budget,
  batchOf,
  benefitKindOf,
  type Code,
  type ConditionBody,
  codeKindOf,
  conditioned,
  conditionKindOf,
  type Offer,
  partOf,
  sharedCode,
  soleValueCondition,
  type WhyNot,
} from './offer.ts';
export { allGoods, lies, type Need, type Part, valueIn } from './parts.ts';
export { readOffer } from './read-offer.ts';
export {
  eitherOrSchema,
  noLimits,
  type OfferBody,
  offerSchema,
  segmentSchema,
} from './schema.ts';
export { linkWith, shopLinkSchema } from './shop-link.ts';
