import { minor } from '../exact/index.ts';
import { allGoods, mayAdd, type Offer, partOf } from '../offers/index.ts';
import { type Candidate, lies, offOf, reached, valueIn } from './live.ts';
import type { Line } from './question.ts';

/** The offers of the goods and order level that could act on one basket, and which of them may be used together. */
export interface Field {
  readonly lines: readonly Line[];
  /** List value of the goods. */
  readonly goods: number;
  /** Goods offers, then order offers, each in the book's order. */
  readonly candidates: readonly Candidate[];
  /** Whether that is the book's order too. */
  readonly inOrder: boolean;
  /** joins[i * n + j]: whether i and j may be used together. */
  readonly joins: Uint8Array;
}

/** What a set of candidates leaves of a basket. */
export interface Left {
  /** Of each line after the goods level. */
  readonly lines: number[];
  goods: number;
  /** What the order level takes off that. */
  order: number;
  readonly gifts: Line[];
}

/** A set of candidates, by their places in the field. */
export interface Found {
  /** In the field's order. */
  readonly used: readonly number[];
  /** What goods and order offers save, gifts at their worth. */
  readonly saving: number;
  readonly delivery: number;
}

/** What a search came to: the best set it found, and what no set that it did not look at costs less than (infinite where it looked at all). */
export interface Searched {
  readonly found: Found | null;
  readonly open: number;
}

/** What delivery costs beside a set of offers. */
export interface Delivery {
  /** With what is left as it stands; NaN where the set cannot be used so. */
  at(left: Left): number;
  /** What no set that takes in this one pays less than; infinite where none of them can be used. */
  least(left: Left, at: number): number;
}

/** Nodes looked at before a search is broken off. */
const patience = 200_000;

export function fieldOf(lines: readonly Line[], goods: number, candidates: readonly Candidate[]): Field {
  const n = candidates.length;
  const joins = new Uint8Array(n * n);
  for (let i = 0; i < n; i += 1) {
    for (let j = i + 1; j < n; j += 1) {
      const [a, b] = [candidates[i] as Candidate, candidates[j] as Candidate];
      if (!mayAdd(a.offer, b.offer) && !(a.offer.level === 'goods' && b.offer.level === 'goods' && !meet(a, b, lines))) continue;
      joins[i * n + j] = 1;
      joins[j * n + i] = 1;
    }
  }
  return { lines, goods, candidates, inOrder: candidates.every((one, i) => i === 0 || (candidates[i - 1] as Candidate).offer.order < one.offer.order), joins };
}

/** Whether two goods offers touch a common line; a gift touches none. */
function meet(a: Candidate, b: Candidate, lines: readonly Line[]): boolean {
  const [one, other] = [partOf(a.offer), partOf(b.offer)];
  if (one === null || other === null) return false;
  for (const { item } of lines) if (lies(item, one) && lies(item, other)) return true;
  return false;
}

/** A basket before any offer. */
export const untouched = ({ lines, goods }: Pick<Field, 'lines' | 'goods'>): Left => ({ lines: lines.map((line) => line.item.price * line.units), goods, order: 0, gifts: [] });

/**
 * Among sets of candidates that may be used together, the one that leaves the shopper paying least, `delivery` minded; ties
 * go to fewer offers, then to those earlier in the book. Exact: branch and bound. A branch is left only where what its
 * candidates could save at the most, of each lot of mutually exclusive ones only the largest, cannot beat what is known.
 * Sets that cost more than `bar` need not be found. `left` is the basket untouched, and is so again at the end. After so many
 * nodes it is broken off.
 */
export function bestOf(field: Field, left: Left, allowed: readonly number[], delivery: Delivery | null, bar: number, nodes = patience): Searched {
  const { candidates, goods, joins } = field;
  const n = candidates.length;
  const used: number[] = [];
  let best: { used: number[]; saving: number; delivery: number } | null = null;
  let bestCost = bar;
  let looked = 0;
  let open = Number.POSITIVE_INFINITY;

  function consider(saving: number, paid: number): void {
    const cost = goods - saving + paid;
    if (Number.isNaN(cost) || cost > bestCost) return;
    if (best && cost === bestCost && !goesBefore(used, best.used)) return;
    best = { used: [...used], saving, delivery: paid };
    bestCost = cost;
  }

  /** Fewer go before more, then those earlier in the book. */
  function goesBefore(a: readonly number[], b: readonly number[]): boolean {
    if (a.length !== b.length) return a.length < b.length;
    const orders = (set: readonly number[]) => set.map((i) => (candidates[i] as Candidate).offer.order).sort((x, y) => x - y);
    return earlier(orders(a), orders(b));
  }

  function visit(list: readonly number[], saving: number): void {
    const paid = delivery ? delivery.at(left) : 0;
    consider(saving, paid);
    const least = delivery ? delivery.least(left, paid) : 0;
    if (list.length === 0 || least === Number.POSITIVE_INFINITY) return;
    const bounds = boundsOf(list);
    const ceiling = left.goods - left.order + giftsIn(list);
    for (let k = 0; k < list.length; k += 1) {
      const could = Math.min(bounds.sums[k] as number, ceiling);
      const floor = goods - saving - could + least;
      if (floor > bestCost) return;
      if (floor === bestCost && best) {
        // Only a tie is to be had: with at least so many offers.
        const missingSaving = goods - saving + least - bestCost;
        const count = used.length + Math.max(1, Math.ceil(missingSaving / Math.max(1, bounds.most[k] as number)));
        if (count > best.used.length || (count === best.used.length && field.inOrder && !mayStillBeEarlier([...used, list[k] as number], best.used))) continue;
      }
      looked += 1;
      if (looked > nodes) {
        open = Math.min(open, floor);
        return;
      }
      const i = list[k] as number;
      const undo = applyOffer(field, candidates[i] as Candidate, left);
      if (!undo) continue;
      used.push(i);
      const rest: number[] = [];
      for (let m = k + 1; m < list.length; m += 1) if (joins[i * n + (list[m] as number)] === 1) rest.push(list[m] as number);
      visit(rest, saving + undo.saved);
      used.pop();
      undo.back();
    }
  }

  /** What the list from each place on could save at the most, and the largest single saving in it. */
  function boundsOf(list: readonly number[]): { sums: number[]; most: number[] } {
    const sums = new Array<number>(list.length);
    const most = new Array<number>(list.length);
    const lots: { members: number[]; most: number }[] = [];
    let [sum, largest] = [0, 0];
    for (let k = list.length - 1; k >= 0; k -= 1) {
      const i = list[k] as number;
      const value = (candidates[i] as Candidate).most;
      const lot = lots.find((one) => one.members.every((j) => joins[i * n + j] === 0));
      if (lot) {
        lot.members.push(i);
        if (value > lot.most) {
          sum += value - lot.most;
          lot.most = value;
        }
      } else {
        lots.push({ members: [i], most: value });
        sum += value;
      }
      if (value > largest) largest = value;
      sums[k] = sum;
      most[k] = largest;
    }
    return { sums, most };
  }

  function giftsIn(list: readonly number[]): number {
    let worth = 0;
    for (const i of list) if ((candidates[i] as Candidate).gift) worth += (candidates[i] as Candidate).most;
    return worth;
  }

  visit(allowed, 0);
  return { found: best, open };
}

/** Whether sets that go on from `prefix` may come before a set of the same size, both in the book's order. */
function mayStillBeEarlier(prefix: readonly number[], set: readonly number[]): boolean {
  for (let i = 0; i < prefix.length; i += 1) if (prefix[i] !== set[i]) return (prefix[i] as number) < (set[i] as number);
  return true;
}

function earlier(a: readonly number[], b: readonly number[]): boolean {
  for (let i = 0; i < a.length; i += 1) if (a[i] !== b[i]) return (a[i] as number) < (b[i] as number);
  return false;
}

/** What one offer took, and how to take that back. */
interface Took {
  readonly saved: number;
  /** Off each line that has a cut, in the cuts' order; empty for order offers and gifts. */
  readonly lines: readonly number[];
  back(): void;
}

/** Uses an offer on what others have left; null where it then takes nothing, may not, or would break its budget. */
export function applyOffer(field: Field, candidate: Candidate, left: Left): Took | null {
  const { offer, cuts, gift } = candidate;
  if (gift) {
    if (candidate.most > candidate.left) return null;
    left.gifts.push(gift);
    return { saved: candidate.most, lines: [], back: () => left.gifts.pop() };
  }
  if (offer.level === 'order') {
    const took = Math.min(orderOff(field, offer, left), left.goods - left.order);
    if (took <= 0 || took > candidate.left) return null;
    left.order += took;
    return {
      saved: took,
      lines: [],
      back: () => {
        left.order -= took;
      },
    };
  }
  const lines: number[] = [];
  let saved = 0;
  for (const cut of cuts) {
    const took = Math.min(cut.amount, left.lines[cut.line] as number);
    left.lines[cut.line] = (left.lines[cut.line] as number) - took;
    lines.push(took);
    saved += took;
  }
  left.goods -= saved;
  const back = () => {
    for (let k = 0; k < cuts.length; k += 1) {
      const { line } = cuts[k] as Candidate['cuts'][number];
      left.lines[line] = (left.lines[line] as number) + (lines[k] as number);
    }
    left.goods += saved;
  };
  if (saved > 0 && saved <= candidate.left) return { saved, lines, back };
  back();
  return null;
}

/** What an order offer takes off what goods offers have left; 0 where they left less than it asks for. */
function orderOff(field: Field, offer: Offer, left: Left): number {
  const { benefit, limits } = offer;
  for (const ask of offer.asks) if (ask.over === 'value' && ask.test === 'after' && leftIn(field, left, ask.goods) < ask.value) return 0;
  let off = 0;
  if (benefit.is === 'off order') off = offOf(benefit.off, left.goods);
  else if (benefit.is === 'spend steps') {
    const value = benefit.test === 'after' ? leftIn(field, left, benefit.goods) : benefit.goods === allGoods ? field.goods : valueIn(field.lines, benefit.goods);
    off = reached(benefit.steps, value)?.off ?? 0;
  }
  return limits.most === null ? off : Math.min(off, limits.most);
}

/** The value of a part of the basket after goods offers. */
export function leftIn({ lines }: Pick<Field, 'lines'>, left: Left, part: number): number {
  if (part === allGoods) return left.goods;
  let value = 0;
  for (let i = 0; i < lines.length; i += 1) if (lies((lines[i] as Line).item, part)) value += left.lines[i] as number;
  return minor(value);
}
