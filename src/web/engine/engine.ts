import { expose } from 'comlink';
import { aboutOffer, deepest, included, meetLosses, meets, offerCost, offerCurve } from './offers.ts';
import { compute, curve, everySide, find } from './quick.ts';
import { load } from './state.ts';
import {
  amiss,
  counts,
  coverage,
  goodsProblems,
  map,
  notes,
  records,
  recordsThere,
  selected,
  without,
} from './study.ts';

/**
 * The core at the engine: keeps the saved book and goods, makes the draft's edits on them, and answers. Everything that
 * computes on the screen goes through here.
 */
const engine = {
  load,
  compute,
  everySide,
  find,
  curve,
  notes,
  map,
  without,
  counts,
  selected,
  coverage,
  records,
  recordsThere,
  goodsProblems,
  amiss,
  meets,
  meetLosses,
  aboutOffer,
  offerCost,
  offerCurve,
  deepest,
  included,
};
export type Engine = typeof engine;
expose(engine);
