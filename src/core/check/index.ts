/** The check: every corner of both sides' rules, what was meant, told and charged there, and why they part. */

export { cellsOf, endsOf } from './cells.ts';
export { type ClassOfBasket, classKey } from './classes.ts';
export { cornersOf } from './corners.ts';
export { type CoverageFinding, coverageOf } from './coverage.ts';
export {
  type Answered,
  type Live,
  meantSteps,
  type SideCharge,
  type Sides,
} from './judge.ts';
export { regionsOf } from './regions.ts';
export {
  type ChannelReport,
  checkChannel,
  type Finding,
  findingKey,
  type LiveChannel,
  type Standing,
  Stopped,
  standingOf,
} from './run.ts';
