/** The check: every corner of both sides' rules, what was meant, told and charged there, and why they part. */

export { type Cell, cellsOf, endsOf } from './cells.ts';
export { type ClassOfBasket, type Corner, classKey } from './classes.ts';
export { cornersOf } from './corners.ts';
export { type CoverageFinding, coverageOf } from './coverage.ts';
export {
  type Answered,
  type Cause,
  difference,
  firstDifference,
  judge,
  type Live,
  meantSteps,
  type SideCharge,
  type Sides,
  type Verdict,
} from './judge.ts';
export { regionsOf } from './regions.ts';
export {
  type ChannelReport,
  type ChannelToCheck,
  checkChannel,
  type Finding,
  findingKey,
  type LiveChannel,
  type Shown,
  type Standing,
  Stopped,
  standingOf,
} from './run.ts';
export { basketsIn, tried } from './smallest.ts';
