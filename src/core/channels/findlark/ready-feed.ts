import { type Instant, type Minor, minor, parseDecimal, percentOf, unwrap } from '../../exact/index.ts';
import type { Sold } from '../../quote/index.ts';
import { amountIfAny, amountIn } from '../amounts.ts';
import type { Entry, FeedFile, Promotion } from './format.ts';

/** A moment as the file has it; null where it is left open. */
export const momentOf = (text: string | null): Instant | null => (text === null ? null : Date.parse(text));

/** The key under which a promotion is held. */
export const heldAs = ({ name }: Pick<FeedFile, 'name'>, { id }: Pick<Promotion, 'id'>): string => `${name}/${id}`;

/** An entry with its price read. */
export interface Charged {
  readonly entry: Entry;
  readonly charge: Minor;
}
/** Entries with their prices read; those of a country by speed, the most specific first, equal ones as in the file. */
export interface Delivered {
  readonly entries: readonly Charged[];
  readonly at: ReadonlyMap<string, ReadonlyMap<string, readonly Charged[]>>;
}
/** What an item costs by its sale, and from when until when. */
export interface SaleTime {
  readonly price: Minor;
  readonly from: Instant | null;
  readonly until: Instant | null;
}
/** An item of a feed with its figures read. */
export interface Item {
  readonly price: Minor;
  readonly delivered: Delivered;
  readonly labels: readonly string[];
  readonly sale: SaleTime | null;
}
/** A promotion with its figures read. */
export interface Running {
  readonly promotion: Promotion;
  readonly key: string;
  readonly from: Instant | null;
  readonly until: Instant | null;
  readonly countries: ReadonlySet<string>;
  readonly least: Minor | null;
  isFor(line: Bought): boolean;
  /** What it takes off the lines it is for, in minor units; a gift counts, and takes nothing. */
  takes(lines: readonly Bought[]): { readonly counts: number; readonly takes: number };
}
/** A line with what a unit of it costs after its sale. */
export interface Bought extends Omit<Sold, 'mass'> {
  readonly item: Item;
  readonly costs: number;
}

/** A feed that answers: its items, its promotions, and the places it is for. */
export interface ReadyFeed {
  readonly file: FeedFile;
  readonly delivered: readonly Delivered[];
  readonly items: ReadonlyMap<string, Item>;
  readonly promotions: readonly Running[];
  /** The promotions of a country, in the order of the file. */
  readonly runningIn: ReadonlyMap<string, readonly Running[]>;
}

/** Whether a moment lies in a period: its begin counts, its end does not. */
export const isIn = (time: Pick<SaleTime, 'from' | 'until'>, moment: Instant): boolean =>
  (time.from === null || time.from <= moment) && (time.until === null || moment < time.until);

/** What a unit costs at a moment, of a price in minor units: its sale price, where that is less. */
export const costsAt = ({ sale }: Item, price: number, moment: Instant): number =>
  sale !== null && isIn(sale, moment) ? Math.min(price, sale.price) : price;

/** A feed's file with its figures read, each amount once. */
export function readyFeed(file: FeedFile): ReadyFeed {
  const known = new Map<string, Minor>();
  const amount = (text: string): Minor => {
    const before = known.get(text);
    if (before !== undefined) return before;
    const value = amountIn(text);
    known.set(text, value);
    return value;
  };
  const deliveries = new Map(
    file.deliveries.map(({ id, entries }): [string, Delivered] => [
      id,
      deliveredBy(entries.map((entry) => ({ entry, charge: amount(entry.price) }))),
    ]),
  );
  const none = deliveredBy([]);
  const items = new Map<string, Item>();
  for (const { id, price, delivery, labels, sale } of file.items)
    items.set(id, {
      price: amount(price),
      delivered: deliveries.get(delivery) ?? none,
      labels,
      sale: sale && { price: amount(sale.price), from: momentOf(sale.from), until: momentOf(sale.until) },
    });
  const delivered = [...deliveries.values()];
  const promotions = file.promotions.map((promotion) => runningOf(file, promotion, items));
  const runningIn = new Map<string, Running[]>();
  for (const one of promotions)
    for (const country of one.countries) runningIn.set(country, [...(runningIn.get(country) ?? []), one]);
  return { file, delivered, items, promotions, runningIn };
}

function deliveredBy(entries: readonly Charged[]): Delivered {
  const at = new Map<string, Map<string, Charged[]>>();
  for (const one of [...entries].sort((a, b) => rankOf(b.entry) - rankOf(a.entry))) {
    const { country, speed } = one.entry;
    const here = at.get(country) ?? new Map<string, Charged[]>();
    at.set(country, here.set(speed, [...(here.get(speed) ?? []), one]));
  }
  return { entries, at };
}

const rankOf = ({ within }: Entry): number =>
  within.is === 'prefix' ? 10 + within.prefix.length : within.is === 'part' ? 2 : 1;

function runningOf(file: FeedFile, promotion: Promotion, items: ReadonlyMap<string, Item>): Running {
  const { of } = promotion;
  const listings = of.is === 'listings' ? new Set(of.listings) : null;
  return {
    promotion,
    key: heldAs(file, promotion),
    from: momentOf(promotion.from),
    until: momentOf(promotion.until),
    countries: new Set(promotion.countries),
    least: amountIfAny(promotion.leastValue),
    isFor: ({ item, listing }) =>
      of.is === 'all' || (of.is === 'label' ? item.labels.includes(of.label) : (listings?.has(listing) ?? false)),
    takes: takingOf(promotion, items),
  };
}

/** What some lines come to after sales, in minor units. */
export const sumOf = (lines: readonly Bought[]): number =>
  lines.reduce((sum, { units, costs }) => sum + units * costs, 0);
const off = (amount: number) => ({ counts: amount, takes: amount });

function takingOf({ does, of }: Promotion, items: ReadonlyMap<string, Item>): Running['takes'] {
  switch (does.kind) {
    case 'percent': {
      const percent = unwrap(parseDecimal(does.percent, 3));
      const share = (amount: number): number => percentOf(minor(amount), percent);
      if (of.is === 'all') return (lines) => off(share(sumOf(lines)));
      return (lines) => off(lines.reduce((sum, { units, costs }) => sum + share(units * costs), 0));
    }
    case 'amount': {
      const amount = amountIn(does.amount);
      return (lines) => off(Math.min(amount, sumOf(lines)));
    }
    case 'n for m': {
      const { units, paid } = does;
      return (lines) => {
        const all = lines.reduce((sum, line) => sum + line.units, 0);
        let [free, taken] = [Math.floor(all / units) * (units - paid), 0];
        for (const line of [...lines].sort((a, b) => a.costs - b.costs)) {
          const some = Math.min(free, line.units);
          taken += some * line.costs;
          free -= some;
        }
        return off(taken);
      };
    }
    case 'gift': {
      const gift = items.get(does.gift);
      const counts = gift ? gift.price * does.count : 0;
      return () => ({ counts, takes: 0 });
    }
    case 'delivery':
      return () => off(0);
  }
}
