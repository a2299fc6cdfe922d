import { type Instant, instantOf, type Minor, minor, parseDecimal, percentOf, unwrap } from '../../exact/index.ts';
import { type Place, rank, zoneFinder } from '../../places/index.ts';
import { amountIfAny, amountIn } from '../amounts.ts';
import { type Campaign, clock } from './format.ts';
import { patternOf } from './patterns.ts';

/** A line of a basket as campaigns see it. */
export interface Bought {
  readonly price: Minor;
  readonly units: number;
  readonly tags: ReadonlySet<string>;
}

/** What a campaign does, with its figures read. */
export type Does =
  | { readonly kind: 'goods'; readonly tag: string | null; cuts(lines: readonly Bought[]): number[] }
  | { readonly kind: 'order'; takes(value: number): number }
  | { readonly kind: 'delivery'; readonly atMost: number; readonly fees: boolean };

/** A campaign with its figures read. */
export interface Running {
  readonly campaign: Campaign;
  readonly from: Instant | null;
  readonly until: Instant | null;
  readonly leastValue: Minor | null;
  readonly does: Does;
  holdsAt(place: Place): boolean;
}

export function running(campaign: Campaign): Running {
  const { from, until, leastValue, benefit } = campaign;
  return {
    campaign,
    from: momentOf(from),
    until: momentOf(until),
    leastValue: amountIfAny(leastValue),
    does: doesBy(benefit),
    holdsAt: holder(campaign),
  };
}

const momentOf = (local: string | null) => (local === null ? null : unwrap(instantOf(local, clock)));

/** Where a campaign holds: its best entry is to be more specific than any it excepts. */
export function holder({ places, except }: Pick<Campaign, 'places' | 'except'>): Running['holdsAt'] {
  const finder = (entries: readonly string[]) =>
    zoneFinder([{ id: '', name: '', takes: entries.map((one) => unwrap(patternOf(one))), leaves: [] }]);
  const outside = finder(except);
  if (places === null) return (place) => outside(place) === null;
  const inside = finder(places);
  return (place) => {
    const within = inside(place);
    if (within === null) return false;
    const without = outside(place);
    return without === null || rank(within.pattern) > rank(without.pattern);
  };
}

function doesBy(benefit: Campaign['benefit']): Does {
  if (benefit.kind === 'delivery') return { kind: benefit.kind, atMost: amountIn(benefit.atMost), fees: benefit.fees };
  if (benefit.kind === 'order') {
    const { off } = benefit;
    if (off.is === 'amount') {
      const amount = amountIn(off.amount);
      return { kind: benefit.kind, takes: (value) => Math.min(value, amount) };
    }
    const percent = unwrap(parseDecimal(off.percent, 3));
    return { kind: benefit.kind, takes: (value) => percentOf(minor(value), percent) };
  }
  const { tag } = benefit;
  const cutOf = eachLine(benefit.off);
  return {
    kind: benefit.kind,
    tag,
    cuts: (lines) => cutOf(lines.map((line) => (tag === null || line.tags.has(tag) ? line : null))),
  };
}

type GoodsOff = Extract<Campaign['benefit'], { kind: 'goods' }>['off'];

/** What goods campaigns take off lines; null for those they are not on. */
function eachLine(off: GoodsOff): (lines: readonly (Bought | null)[]) => number[] {
  switch (off.is) {
    case 'percent': {
      const percent = unwrap(parseDecimal(off.percent, 3));
      return (lines) => lines.map((line) => (line ? percentOf(minor(line.price * line.units), percent) : 0));
    }
    case 'amount': {
      const amount = amountIn(off.amount);
      return (lines) => lines.map((line) => (line ? Math.min(line.price, amount) * line.units : 0));
    }
    case 'price': {
      const price = amountIn(off.price);
      return (lines) => lines.map((line) => (line ? Math.max(0, line.price - price) * line.units : 0));
    }
    case 'n for m': {
      const percent = unwrap(parseDecimal(off.percent, 3));
      return (lines) => {
        const on = lines
          .flatMap((line, at) => (line ? [{ at, line }] : []))
          .sort((a, b) => a.line.price - b.line.price || a.at - b.at);
        let free = Math.floor(on.reduce((sum, { line }) => sum + line.units, 0) / (off.buy + off.get)) * off.get;
        const cuts = lines.map(() => 0);
        for (const { at, line } of on) {
          const some = Math.min(free, line.units);
          cuts[at] = percentOf(minor(line.price * some), percent);
          free -= some;
        }
        return cuts;
      };
    }
  }
}
