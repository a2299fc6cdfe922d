import { type Bounds, boundsFor } from './bounds.ts';
import type { Costing } from './costing.ts';
import { applyOffer, type Field, type Left, type Took } from './field.ts';
import type { Candidate } from './live.ts';
import type { Outlook } from './outlook.ts';
import { eachWay } from './ways.ts';

/** A set of candidates, by their places in the field, and what the shopper pays with it, gifts' worth taken off. */
export interface Found {
  /** In the field's order. */
  readonly used: readonly number[];
  readonly cost: number;
}

/**
 * What a search came to: the best set it found, and what no set that it did not look at costs less than (infinite where
 * it looked at all).
 */
export interface Searched {
  readonly found: Found | null;
  readonly open: number;
}

/**
 * Nodes looked at before a search is broken off: a count, never a clock, so that the same question always has the same
 * answer.
 */
export const patience = 20_000;
/** So few candidates are tried in every way: that is less work than bounding what they could save. */
const few = 6;
/** Ways to put goods offers together that a search looks at, where less left is not always less paid; likewise. */
const mostWays = 1_000_000;

/**
 * Among sets of candidates that may be used together, the one that leaves the shopper paying least; ties go to fewer
 * offers, then to the set whose first differing offer stands earlier in the book. Exact: branch and bound, gifts first,
 * then goods, order and delivery offers. A branch is left only where what its candidates could save at the most cannot
 * beat what is known; goods offers are put together in every way that may, where less left is not always less paid.
 * Sets that cost more than `bar` need not be found. `left` is the basket untouched, and is so again at the end. After
 * so many nodes it is broken off, and says what it left open.
 */
export function bestOf(
  field: Field,
  left: Left,
  list: readonly number[],
  costing: Costing,
  known: Found | null,
  bar = Number.POSITIVE_INFINITY,
  nodes = patience,
): Searched {
  const { candidates, joins } = field;
  const n = candidates.length;
  let bounding: ReturnType<typeof boundsFor> | null = null;
  const small = list.length <= few;
  const used: number[] = [];
  let best = known;
  let bestCost = known?.cost ?? bar;
  let looked = 0;
  let ways = 0;
  let open = Number.POSITIVE_INFINITY;

  function consider(cost: number): void {
    if (Number.isNaN(cost) || cost > bestCost) return;
    if (best && cost === bestCost && !goesBefore(field, used, best.used)) return;
    best = { used: [...used], cost };
    bestCost = cost;
  }

  /** Looks at the set in hand, and at what goes on from it; none of that costs less than `above`. */
  function visit(rest: readonly number[], above: number): void {
    const cost = costing.cost(left);
    consider(cost);
    if (rest.length === 0) return;
    if (small) {
      tryAll(rest, above);
      return;
    }
    bounding ??= boundsFor(field, costing);
    const bounds = bounding(rest, left, bestCost);
    const { floors, goodsAt, orderAt, outlook } = bounds;
    for (let k = 0; k < rest.length; k += 1) {
      const floor = Math.max(above, floors[k] as number);
      // The later in the list, the fewer candidates are left: floors only rise.
      if (floor > bestCost) return;
      if (k === goodsAt && k < orderAt && outlook?.bends) {
        allWays(rest.slice(goodsAt, orderAt), rest.slice(orderAt), outlook);
        k = orderAt - 1;
        continue;
      }
      if (floor === bestCost && best && !mayTie(best, cost, rest, k, bounds)) continue;
      if (patienceEnds(floor)) return;
      step([rest[k] as number], rest.slice(k + 1), floor);
    }
  }

  function tryAll(rest: readonly number[], above: number): void {
    for (let k = 0; k < rest.length && above <= bestCost; k += 1)
      if (!patienceEnds(above)) step([rest[k] as number], rest.slice(k + 1), above);
  }

  /** Goods offers put together in every way, where less left is not always less paid, and what goes on from each. */
  function allWays(goods: readonly number[], later: readonly number[], outlook: Outlook): void {
    const beyond = eachWay(field, goods, left, outlook, mostWays - ways, {
      bar: () => bestCost + left.worth,
      count: () => (best?.used.length ?? Number.POSITIVE_INFINITY) - used.length,
      take: (set, least) => {
        const floor = Math.ceil(least - left.worth);
        if (!patienceEnds(floor)) step(set, later, floor);
      },
    });
    ways += beyond.looked;
    open = Math.min(open, Math.ceil(beyond.open - left.worth));
  }

  /** Goes on from the set in hand with some more, where they can all be used, and with any of the rest. */
  function step(more: readonly number[], rest: readonly number[], above: number): void {
    const took: Took[] = [];
    for (const i of more) {
      const one = applyOffer(field, candidates[i] as Candidate, left);
      if (!one) break;
      took.push(one);
    }
    if (took.length === more.length) {
      used.push(...more);
      visit(
        rest.filter((m) => more.every((i) => joins[i * n + m] === 1)),
        above,
      );
      used.length -= more.length;
    }
    for (let k = took.length - 1; k >= 0; k -= 1) took[k]?.back();
  }

  /** Counts a node; where patience ends, says what is left open. */
  function patienceEnds(floor: number): boolean {
    looked += 1;
    if (looked <= nodes) return false;
    open = Math.min(open, floor);
    return true;
  }

  /**
   * Whether a set that goes on from the one in hand by candidates from the k-th on may cost the same as the best and go
   * before it.
   */
  function mayTie(than: Found, cost: number, rest: readonly number[], k: number, bounds: Bounds): boolean {
    let least = used.length + (k < bounds.orderAt ? 1 : bounds.fewest);
    if (least > than.used.length) return false;
    const most = Number.isNaN(cost) ? null : bounds.most();
    if (most) {
      const missing = fewestFor(cost - than.cost, rest, k, most);
      if (missing === null) return false;
      least = Math.max(least, used.length + missing);
    }
    if (least !== than.used.length) return least < than.used.length;
    return mayGoBefore(than.used, rest, k);
  }

  /** Of sets of one size: whether one within reach may have the earliest offer that the two do not share. */
  function mayGoBefore(than: readonly number[], rest: readonly number[], k: number): boolean {
    const order = (i: number) => (candidates[i] as Candidate).offer.order;
    const reachable = new Set([...used, ...rest.slice(k)]);
    let [theirs, ours] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
    for (const i of than) if (!reachable.has(i)) theirs = Math.min(theirs, order(i));
    for (const i of reachable) if (!than.includes(i)) ours = Math.min(ours, order(i));
    return ours < theirs || (theirs === Number.POSITIVE_INFINITY && ours < Number.POSITIVE_INFINITY);
  }

  visit(list, Number.NEGATIVE_INFINITY);
  return { found: best, open };
}

/**
 * Whether a set goes before one that costs the same: it uses fewer offers, else has the earliest that the two do not
 * share.
 */
export function goesBefore({ candidates }: Field, a: readonly number[], b: readonly number[]): boolean {
  if (a.length !== b.length) return a.length < b.length;
  let [mine, theirs] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
  for (const i of a) if (!b.includes(i)) mine = Math.min(mine, (candidates[i] as Candidate).offer.order);
  for (const i of b) if (!a.includes(i)) theirs = Math.min(theirs, (candidates[i] as Candidate).offer.order);
  return mine < theirs;
}

/** How many of a list, from the k-th on, it takes at the least to save so much; null where all together do not. */
function fewestFor(missing: number, rest: readonly number[], k: number, most: Float64Array): number | null {
  if (missing <= 0) return 0;
  const savings = rest.slice(k).map((_, m) => most[k + m] as number);
  savings.sort((a, b) => b - a);
  let sum = 0;
  for (let count = 0; count < savings.length; count += 1) {
    sum += savings[count] as number;
    if (sum >= missing) return count + 1;
  }
  return null;
}
