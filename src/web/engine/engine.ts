import { aboutOffer, deepest, included, meetLosses, meets, offerCost, offerCurve } from './offers.ts';
import { curve, everySide, find, pinned, problems } from './quick.ts';
import { type Told, told } from './state.ts';
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
 * The core for the screen: takes in the saved book and goods, makes the draft's edits on them, and answers. Everything
 * that computes on the screen goes through here.
 */
export function engineOf() {
  let now: Told | null = null;
  /** A question about what was told last. */
  const asking =
    <Asked extends unknown[], Answer>(question: (basis: Told, ...asked: Asked) => Answer) =>
    (...asked: Asked): Answer => {
      if (!now) throw new Error('The book has not been loaded');
      return question(now, ...asked);
    };
  return {
    load(...all: Parameters<typeof told>): void {
      now = told(...all);
    },
    pinned: asking(pinned),
    problems: asking(problems),
    everySide: asking(everySide),
    find: asking(find),
    curve: asking(curve),
    notes: asking(notes),
    map: asking(map),
    without: asking(without),
    counts: asking(counts),
    selected: asking(selected),
    coverage: asking(coverage),
    records: asking(records),
    recordsThere: asking(recordsThere),
    goodsProblems: asking(goodsProblems),
    amiss: asking(amiss),
    meets: asking(meets),
    meetLosses: asking(meetLosses),
    aboutOffer: asking(aboutOffer),
    offerCost: asking(offerCost),
    offerCurve: asking(offerCurve),
    deepest: asking(deepest),
    included: asking(included),
  };
}

export type Engine = ReturnType<typeof engineOf>;
