/** Shipping templates: services, lanes and their rates; parcels and boxes; how the charges of groups are put together. */
export { type Curve, curveOf } from './curve.ts';
export { type Bound, type FreeFrom, isFreed, type Lane, type LaneContext, laneCharge, type Over, overOf, readBox, readLane, type Threshold } from './lane.ts';
export type { Asked, Carrier, Load } from './load.ts';
export { type Maker, type Making, madeTable } from './make-table.ts';
export { type KindBits, kindBits, type Mixing, type MixingRule, mixed, mixingWords, readMixing, readMixingRule, type Tally } from './mixing.ts';
export { type Box, fewestBoxes, type Packed, type Parcel, type Piece, pack } from './packing.ts';
export { breakAt, chargeOf, measureOf, quotedFor, type Rate, type Refusal, type Refused, reachOf, refusalOf, refusals, refused, started, type Table } from './rate.ts';
export {
  type BoundBody,
  type BoxBody,
  type BreakBody,
  boxSchema,
  type FreeFromBody,
  freeFromSchema,
  type LaneBody,
  laneSchema,
  type MeasureUnit,
  type MixingBody,
  type MixingRuleBody,
  measureUnits,
  mixingRuleSchema,
  mixingSchema,
  mixings,
  type RateBody,
  rateSchema,
  type Service,
  serviceSchema,
  type TemplateBody,
  type ThresholdBody,
  templateSchema,
  thresholdSchema,
} from './schema.ts';
