import type { PastOrder } from '../../contract/index.ts';
import { type Book, type Patch, type Turn, turned } from '../../core/book/index.ts';
import type { CardBody } from '../../core/carrier/index.ts';
import type { Item } from '../../core/goods/index.ts';
import { type AsText, listIn } from './as-text.ts';
import { begun, offeredAt } from './beginning.ts';
import { changedCharges } from './changed-charges.ts';
import { goodsFile, historyFile, priceFile } from './files.ts';
import { aboutOffer, deepest, included, meetLosses, meets, offerCost, offerCurve } from './offers.ts';
import { curve, everySide, find, pinned, problems } from './quick.ts';
import { type Told, told, withDraft } from './state.ts';
import {
  adoptable,
  advertising,
  amiss,
  begunThere,
  counts,
  coverage,
  goesWith,
  goodsProblems,
  map,
  notes,
  ordersByZone,
  overlookedIn,
  overOrders,
  partsIn,
  readOf,
  records,
  recordsThere,
  remediesOver,
  selected,
  unlisted,
  unsound,
  weighedThere,
  without,
  zonesOf,
} from './study.ts';

/** What is saved, as a worker is told of it. */
export interface Saved {
  readonly book: Book;
  /** All goods; or, of those told before, the ones that are others now, by where they stand. */
  readonly goods:
    | { readonly is: 'all'; readonly items: AsText<Item> }
    | { readonly is: 'turned'; readonly at: ReadonlyMap<number, Item> };
  readonly cards: readonly CardBody[];
  readonly singles: Readonly<Record<string, string>>;
}

/**
 * The core for the screen: takes in the saved book and goods, makes the draft's edits on them, and answers. Everything
 * that computes on the screen goes through here.
 */
export function engineOf() {
  let now: Told | null = null;
  let patch: Patch | null = null;
  let orders: readonly PastOrder[] = [];
  /** A question about what was told last. */
  const asking =
    <Asked extends unknown[], Answer>(question: (basis: Told, ...asked: Asked) => Answer) =>
    (...asked: Asked): Answer => {
      if (!now) throw new Error('The book has not been loaded');
      return question(now, ...asked);
    };
  return {
    /** Takes in what is saved; the draft stays. */
    load({ book, goods, cards, singles }: Saved): void {
      const all =
        goods.is === 'all' ? listIn(goods.items) : (now?.saved.goods ?? []).map((item, i) => goods.at.get(i) ?? item);
      now = withDraft(told(book, all, cards, singles, orders), patch);
    },
    /** Takes in the past orders, for the questions that stand on them. */
    remember(past: AsText<PastOrder>): void {
      orders = listIn(past);
      if (now) now = { ...now, orders };
    },
    /** Takes in how the draft has changed. */
    draft(turns: readonly Turn[]): void {
      patch = turned(patch, turns);
      if (now) now = withDraft(now, patch);
    },
    begun: asking(begun),
    offeredAt: asking(offeredAt),
    removal: asking(goesWith),
    zonesOf: asking(zonesOf),
    overlooked: asking(overlookedIn),
    overOrders: asking(overOrders),
    remediesOver: asking(remediesOver),
    advertising: asking(advertising),
    ordersByZone: asking(ordersByZone),
    changedCharges: asking(changedCharges),
    pinned: asking(pinned),
    goodsFile: asking(goodsFile),
    historyFile: asking(historyFile),
    priceFile: asking(priceFile),
    problems: asking(problems),
    everySide: asking(everySide),
    find: asking(find),
    curve: asking(curve),
    notes: asking(notes),
    map: asking(map),
    partsIn: asking(partsIn),
    without: asking(without),
    counts: asking(counts),
    selected: asking(selected),
    coverage: asking(coverage),
    unlisted: asking(unlisted),
    records: asking(records),
    readOf: asking(readOf),
    recordsThere: asking(recordsThere),
    adoptable: asking(adoptable),
    begunThere: asking(begunThere),
    weighedThere: asking(weighedThere),
    goodsProblems: asking(goodsProblems),
    amiss: asking(amiss),
    unsound: asking(unsound),
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
