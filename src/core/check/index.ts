/** The check: every corner of both sides' rules, what was meant, told and charged there, and why they part. */

export { cellsOf, endsOf } from './cells.ts';
export type { LiveChannel } from './channel.ts';
export { type ClassOfBasket, classKey } from './classes.ts';
export { cornersOf } from './corners.ts';
export { type CoverageFinding, coverageOf } from './coverage.ts';
export { type Differing, differing, ordersBySku } from './differing.ts';
export { type Finding, findingKey, type Standing, standingOf } from './findings.ts';
export {
  type Answered,
  type Live,
  meantSteps,
  type SideCharge,
} from './judge.ts';
export { recordCosts } from './record-costs.ts';
export { regionsOf } from './regions.ts';
export { type ChannelReport, checkChannel, manyCorners, unfollowed } from './run.ts';
export { type ClauseCost, type ToldOver, toldOver } from './told-over.ts';
export { type Unlisted, unlistedOffers } from './unlisted.ts';
