/** Shipping templates: services, lanes and their rates; parcels and boxes; how the charges of groups are put together. */
export { type Curve, curveOf } from './curve.ts';
export { type Bound, type Fees, type FreeFrom, isFreed, type Lane, type LaneContext, type LaneEra, laneCharge, type Over, overOf, type Priced, readBox, readLane, readRate } from './lane.ts';
export type { Asked, Carrier, Load, Quoted } from './load.ts';
export { type Making, madeTable, type Supplier } from './make-table.ts';
export { type KindBits, kindBits, type Mixing, type MixingRule, mixed, mixingWords, readMixing, readMixingRule, type Tally } from './mixing.ts';
export { type Box, boxesIn, fewestBoxes, type Packed, type Parcel, type Piece, pack } from './packing.ts';
export {
  boxedFor,
  breakAt,
  chargeOf,
  isRising,
  measureOf,
  type Quoting,
  quotedFor,
  type Rate,
  type Refusal,
  type Refused,
  reachOf,
  refusalOf,
  refusals,
  refused,
  started,
  type Table,
} from './rate.ts';
export {
  type BoundBody,
  type BoxBody,
  type BreakBody,
  boxSchema,
  type FeesBody,
  type FreeFromBody,
  feesSchema,
  freeFromSchema,
  type LaneBody,
  type LaneRowBody,
  laneSchema,
  type MeasureUnit,
  type MixingBody,
  type MixingRuleBody,
  measureUnits,
  mixingRuleSchema,
  mixingSchema,
  mixings,
  pricedSchema,
  type RateBody,
  rateSchema,
  type Service,
  serviceSchema,
  stocked,
  type TemplateBody,
  templateSchema,
} from './schema.ts';
