/**
 * Shipping templates: services, lanes and their rates; parcels and boxes; how the charges of groups are put together.
 */
export { readBox } from './box.ts';
export type { LaneContext } from './context.ts';
export { type Curve, curveOf } from './curve.ts';
export type { Came } from './kinds/kind.ts';
export type { BreakBody } from './kinds/table/index.ts';
export {
  type FreeFrom,
  isFreed,
  type Lane,
  type LaneEra,
  laneCharge,
  noFees,
  type Priced,
  pricedBy,
  readLane,
} from './lane.ts';
export { madeTable, type Supplier } from './make-table.ts';
export { type MeasureUnit, measureUnits, type Over, overOf } from './measure.ts';
export {
  type KindBits,
  kindBits,
  type Mixing,
  type MixingRule,
  mixed,
  readMixing,
  readMixingRule,
} from './mixing.ts';
export { type Box, boxesIn, fewestBoxes, type Piece, pack } from './packing.ts';
export {
  asksOf,
  breaksOf,
  cameBy,
  isPerItem,
  isRising,
  kindOf,
  looksAtLines,
  type Rate,
  type RateBody,
  reachOf,
  readRate,
  summedOf,
} from './rate.ts';
export { type Refusal, type Refused, refusalOf, refused } from './refusal.ts';
export {
  type BoundBody,
  boxSchema,
  type FreeFromBody,
  type LaneBody,
  type LaneRowBody,
  laneSchema,
  type MixingBody,
  type MixingRuleBody,
  mixingRuleSchema,
  mixingSchema,
  mixings,
  rateSchema,
  type Service,
  serviceSchema,
  shownName,
  stocked,
  type TemplateBody,
  templateSchema,
} from './schema.ts';
export { settledQuote } from './settle.ts';
export type { Asked, Shipment } from './shipment.ts';
export type { Breaks } from './steps.ts';
