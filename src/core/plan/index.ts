/** What rates and offers come to for the seller. */

export { type AdvertisingShare, advertisingShares, type Spent } from './advertising.ts';
export { type Beginning, type BeginningService, beginningBook } from './beginning.ts';
export { type BudgetRun, budgetRun, type PartOfBudget, splitBudget } from './budget.ts';
export {
  type Weighed,
  type WeighedFinding,
  weighedCosts,
  weighedEdits,
  weighedFindings,
  weighedOf,
} from './carrier-record.ts';
export { type Deciding, decidingOf, type NeverDecides } from './deciding.ts';
export { type Deepest, deepestBaskets } from './deepest.ts';
export { type Included, includedPrices } from './included.ts';
export { carrierCost, type LaneRecord, laneRecords, type Past, parcelCost, quarterOf } from './lanes.ts';
export { type Losing, losingOrders } from './losing.ts';
export { type Margin, type MarginPart, marginOf } from './margin.ts';
export { type Example, type Meeting, meetings, type Run } from './meets.ts';
export { type Overlooked, overlooked } from './overlooked.ts';
export { type BrokenPromise, brokenPromises, windowDays } from './promise.ts';
export { seeded } from './random.ts';
export {
  type CostCurve,
  costCurve,
  curveAt,
  type Dated,
  type Pace,
  type Usage,
  type Use,
  usageOf,
  whileRunning,
  withOffer,
} from './usage.ts';
