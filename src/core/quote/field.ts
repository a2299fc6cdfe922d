import { type Minor, minor } from '../exact/index.ts';
import { allGoods, type Exclusions, lies, type Offer, type Part, partOf, valueIn } from '../offers/index.ts';
import { type Candidate, countedBy, type Setting } from './live.ts';
import type { Line } from './question.ts';
import { sharesOf } from './shares.ts';

/** The offers that could act on one basket, and which of them may be used together. */
export interface Field {
  readonly setting: Setting;
  readonly lines: readonly Line[];
  /** Gifts, goods offers, order offers, delivery offers, each in the book's order. */
  readonly candidates: readonly Candidate[];
  /** joins[i * n + j]: whether i and j may be used together. */
  readonly joins: Uint8Array;
  /** Lots of candidates of one sort that keep each other out: of each lot at most one acts. */
  readonly lotOf: Int32Array;
}

/** What a set of candidates leaves of a basket. */
export interface Left {
  /** Of each line after the goods level. */
  readonly lines: number[];
  goods: number;
  /** What the order level takes off that. */
  order: number;
  readonly gifts: Line[];
  /** What the gifts are worth, tax that would be added in it. */
  worth: number;
  /** Delivery offers of the set, in the book's order. */
  readonly delivering: Candidate[];
}

export function fieldOf(setting: Setting, candidates: readonly Candidate[]): Field {
  const { lines } = setting.question;
  const n = candidates.length;
  const joins = new Uint8Array(n * n);
  for (let i = 0; i < n; i += 1) {
    for (let j = i + 1; j < n; j += 1) {
      if (keepsOut(setting.book.exclusions, candidates[i] as Candidate, candidates[j] as Candidate, lines)) continue;
      joins[i * n + j] = 1;
      joins[j * n + i] = 1;
    }
  }
  return { setting, lines, candidates, joins, lotOf: lotsOf(candidates, joins) };
}

function keepsOut(exclusions: Exclusions, a: Candidate, b: Candidate, lines: readonly Line[]): boolean {
  switch (exclusions(a.offer, b.offer)) {
    case 'none':
      return false;
    case 'order':
      return true;
    case 'line': {
      const [one, other] = [partOf(a.offer) as Part, partOf(b.offer) as Part];
      return lines.some(({ item }) => lies(item, one) && lies(item, other));
    }
  }
}

/** Candidates of one sort put into lots whose members all keep each other out, the dearest first. */
function lotsOf(candidates: readonly Candidate[], joins: Uint8Array): Int32Array {
  const n = candidates.length;
  const lots: number[][] = [];
  const lotOf = new Int32Array(n);
  const order = candidates
    .map((_, i) => i)
    .sort((a, b) => (candidates[b] as Candidate).most - (candidates[a] as Candidate).most);
  for (const i of order) {
    const { sort } = candidates[i] as Candidate;
    let at = lots.findIndex(
      (lot) => (candidates[lot[0] as number] as Candidate).sort === sort && lot.every((j) => joins[i * n + j] === 0),
    );
    if (at < 0) {
      at = lots.length;
      lots.push([]);
    }
    lots[at]?.push(i);
    lotOf[i] = at;
  }
  return lotOf;
}

/** A basket before any offer. */
export const untouched = ({ question, goods }: Setting): Left => ({
  lines: question.lines.map((line) => line.item.price * line.units),
  goods,
  order: 0,
  gifts: [],
  worth: 0,
  delivering: [],
});

/** What one offer took, and how to take that back. */
export interface Took {
  readonly saved: number;
  /** Off each line that has a cut, in the cuts' order; empty for other levels. */
  readonly lines: readonly number[];
  back(): void;
}

/**
 * Uses an offer on what others have left; null where it then takes nothing, may not, or would break its budget. What a
 * delivery offer takes shows with the charge.
 */
export function applyOffer(field: Field, candidate: Candidate, left: Left): Took | null {
  switch (candidate.sort) {
    case 'gift':
      return giving(candidate, left);
    case 'goods':
      return cutting(candidate, left);
    case 'order': {
      const took = Math.min(orderOff(field, candidate.offer, left, left.goods), left.goods - left.order);
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
    case 'delivery':
      left.delivering.push(candidate);
      return { saved: 0, lines: [], back: () => left.delivering.pop() };
  }
}

function giving({ gift, most, left: budget }: Candidate, left: Left): Took | null {
  if (!gift || most > budget) return null;
  left.gifts.push(gift);
  left.worth += most;
  return {
    saved: most,
    lines: [],
    back: () => {
      left.gifts.pop();
      left.worth -= most;
    },
  };
}

function cutting({ cuts, left: budget }: Candidate, left: Left): Took | null {
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
  if (saved > 0 && saved <= budget) return { saved, lines, back };
  back();
  return null;
}

/**
 * What an order offer takes off an order that goods offers have left at `base`; 0 where they left less than it asks
 * for.
 */
export function orderOff(field: Field, offer: Offer, left: Left, base: number): number {
  const { benefit, kind, limits } = offer;
  if (kind.sort !== 'order' || missedAfter(field, offer, left) !== null) return 0;
  const at = kind.looksAt(benefit);
  const value =
    at === null
      ? base
      : at.test === 'after'
        ? leftIn(field, offer, left.lines, at.part)
        : valueIn(countedBy(offer, field.setting), at.part);
  const off = kind.off(benefit, base, value);
  return limits.most === null ? off : Math.min(off, limits.most);
}

/**
 * By how much goods offers have left less than an offer asks for after them; null where they have not. Order offers'
 * shares count where the tester is of delivery.
 */
export function missedAfter(field: Field, offer: Offer, left: Left): Minor | null {
  for (const ask of offer.values) {
    if (ask.test !== 'after' || offer.level === 'goods') continue;
    const shared = offer.level === 'delivery' ? left.order : 0;
    const whole = ask.goods === allGoods && (field.setting.stocked === 'none' || offer.stocked);
    const value = whole
      ? left.goods - shared
      : leftIn(field, offer, shared > 0 ? afterOrder(left) : left.lines, ask.goods);
    if (value < ask.value) return minor(ask.value - value);
  }
  return null;
}

/** What is left of each line, its share of order offers off. */
export function afterOrder(left: Left): number[] {
  const shares = sharesOf(left.lines, left.order);
  return left.lines.map((amount, i) => amount - (shares[i] ?? 0));
}

/** What is left of a part of the basket, as far as its lines count for an offer. */
function leftIn({ lines, setting }: Field, offer: Offer, left: readonly number[], part: Part): number {
  const counted = setting.stocked === 'none' || offer.stocked ? null : new Set(countedBy(offer, setting));
  let value = 0;
  for (let i = 0; i < lines.length; i += 1) {
    const line = lines[i] as Line;
    if ((part === allGoods || lies(line.item, part)) && (counted === null || counted.has(line)))
      value += left[i] as number;
  }
  return value;
}
