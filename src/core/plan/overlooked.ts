import { type CompiledBook, lookedAt, type Ready } from '../book/index.ts';
import { type Item, isLacking, lacks, withParents } from '../goods/index.ts';
import { parsePlace, placesByText } from '../places/index.ts';
import { breaksOf } from '../rates/index.ts';
import { quarterOf } from './lanes.ts';

/** Something that is easily overlooked, and how many of the past orders it touched. */
export type Overlooked = { readonly orders: number } & (
  | { readonly is: 'own rate'; readonly sku: string }
  | { readonly is: 'lacking'; readonly what: (typeof lacks)[number]; readonly skus: readonly string[] }
  | { readonly is: 'empty selection'; readonly selection: string }
  | { readonly is: 'no zone'; readonly country: string; readonly visits: number }
  /** Lanes whose rates nobody has looked at since the quarter began; the one looked at last before. */
  | {
      readonly is: 'not looked at';
      readonly quarter: string;
      readonly lanes: number;
      readonly of: number;
      readonly last: { readonly on: string; readonly who: string | null } | null;
    }
  /** Orders heavier than the last step of a lane by weight. */
  | { readonly is: 'beyond'; readonly template: string; readonly zone: string; readonly service: string }
  /** Most of the orders of a lane by weight fall in one of its several steps. */
  | {
      readonly is: 'one step';
      readonly template: string;
      readonly zone: string;
      readonly service: string;
      readonly of: number;
    }
);

/** An order of the past, as far as it tells what was overlooked. */
export interface OverlookedOrder {
  readonly place: string;
  readonly lines: readonly { readonly sku: string; readonly units: number }[];
}

/**
 * The share of a lane's orders in one step from which its steps are said to skip where most lie, and the least number
 * of orders.
 */
const most = { share: 0.8, orders: 50 };

/**
 * What is easily overlooked in a book, by how many past orders it touched: own rates that beat their templates, goods
 * that lack a figure, selections that take nothing, countries with orders or visits and no zone, steps by weight that
 * orders pass over or all fall in, rates not looked at since the quarter began. Those that touched most come first.
 * `today`: a day such as 2026-11-24.
 */
export function overlooked(
  book: CompiledBook,
  items: readonly Item[],
  ready: ReadonlyMap<string, Ready>,
  orders: readonly OverlookedOrder[],
  visits: Readonly<Record<string, number>>,
  today: string,
): Overlooked[] {
  const orderedWith = new Map<string, number>();
  for (const { lines } of orders) {
    for (const sku of new Set(lines.map((line) => line.sku))) orderedWith.set(sku, (orderedWith.get(sku) ?? 0) + 1);
  }
  const touching = (skus: ReadonlySet<string>): number =>
    orders.filter(({ lines }) => lines.some(({ sku }) => skus.has(sku))).length;
  const whole = withParents(items).items;
  const lacking = lacks.flatMap((what): Overlooked[] => {
    const skus = whole.filter((item) => isLacking(item, what)).map(({ sku }) => sku);
    return skus.length === 0 ? [] : [{ is: 'lacking', what, skus, orders: touching(new Set(skus)) }];
  });
  const own = [...ready.values()].flatMap((item): Overlooked[] =>
    item.own === null ? [] : [{ is: 'own rate', sku: item.sku, orders: orderedWith.get(item.sku) ?? 0 }],
  );
  const bySku = new Map(whole.map((item) => [item.sku, item]));
  const empty = [...book.selections].flatMap(([id, selection]): Overlooked[] => {
    const takes = [...ready.values()].some((one) => {
      const item = bySku.get(one.sku);
      return item !== undefined && selection.takes(item, one);
    });
    return takes ? [] : [{ is: 'empty selection', selection: id, orders: 0 }];
  });
  const falls = fallsOf(ready, orders);
  return [
    ...own,
    ...lacking,
    ...empty,
    ...unserved(book, orders, visits),
    ...stepsPassed(book, falls),
    ...notLookedAt(book, falls, quarterOf(today)),
  ].sort((a, b) => b.orders - a.orders);
}

/** Countries with orders or visits that no template has a zone for. */
function unserved(
  book: CompiledBook,
  orders: readonly OverlookedOrder[],
  visits: Readonly<Record<string, number>>,
): Overlooked[] {
  const ordered = new Map<string, number>();
  for (const { place } of orders) ordered.set(place.slice(0, 2), (ordered.get(place.slice(0, 2)) ?? 0) + 1);
  return [...new Set([...ordered.keys(), ...Object.keys(visits)])].flatMap((country): Overlooked[] => {
    const place = parsePlace(country);
    if (!place.ok || book.templates.some(({ zoneOf }) => zoneOf(place.value) !== null)) return [];
    return [{ is: 'no zone', country, visits: visits[country] ?? 0, orders: ordered.get(country) ?? 0 }];
  });
}

/** Lanes by weight whose steps do not meet the orders that fell in them: each order's goods of a template together. */
function stepsPassed(book: CompiledBook, falls: readonly (readonly Fall[])[]): Overlooked[] {
  const masses = new Map<string, number[]>();
  for (const { key, mass } of falls.flat()) {
    if (Number.isNaN(mass)) continue;
    const list = masses.get(key);
    if (list) list.push(mass);
    else masses.set(key, [mass]);
  }
  return book.templates.flatMap((template) =>
    template.zones.flatMap((zone) => {
      const found = masses.get(`${template.id} ${zone.id}`) ?? [];
      if (found.length === 0) return [];
      return [...(template.lanes.get(zone.id) ?? [])].flatMap(([service, lane]): Overlooked[] => {
        const breaks = breaksOf(lane.price.rate);
        if (breaks?.over !== 'mass') return [];
        const { edges } = breaks;
        const isOpen = breaks.breaks.length > edges.length;
        const last = edges.at(-1) ?? 0;
        const at = { template: template.id, zone: zone.id, service };
        const beyond = found.filter((mass) => mass > last).length;
        const counts = edges.map(
          (edge, i) => found.filter((mass) => mass <= edge && mass > (edges[i - 1] ?? 0)).length,
        );
        const fullest = Math.max(0, ...counts);
        return [
          ...(beyond > 0 && !isOpen ? [{ is: 'beyond', ...at, orders: beyond } as const] : []),
          ...(edges.length > 1 && found.length >= most.orders && fullest >= most.share * found.length
            ? [{ is: 'one step', ...at, orders: fullest, of: found.length } as const]
            : []),
        ];
      });
    }),
  );
}

/** Rates that nobody has looked at since the quarter began, as one. */
function notLookedAt(book: CompiledBook, falls: readonly (readonly Fall[])[], quarter: string): Overlooked[] {
  const lanes = book.templates.flatMap((template) =>
    [...template.lanes].flatMap(([zone, row]) =>
      [...row.keys()].map((service) => ({
        key: `${template.id} ${zone}`,
        looked: lookedAt(book.body, `${template.id}/${zone}/${service}`),
      })),
    ),
  );
  const due = lanes.filter(({ looked }) => (looked?.on ?? '') < quarter);
  if (due.length === 0) return [];
  const keys = new Set(due.map(({ key }) => key));
  const last = lanes
    .flatMap(({ looked }) => looked ?? [])
    .reduce<{ on: string; who: string | null } | null>((best, one) => (best && best.on >= one.on ? best : one), null);
  const orders = falls.filter((some) => some.some(({ key }) => keys.has(key))).length;
  return [{ is: 'not looked at', quarter, lanes: due.length, of: lanes.length, last, orders }];
}

/** What an order had of one template: where that fell (template and zone), and its mass; NaN where it is not known. */
interface Fall {
  readonly key: string;
  readonly mass: number;
}

/** Of each order, where its goods fell; goods with a rate of their own, and places without a zone, are left out. */
function fallsOf(ready: ReadonlyMap<string, Ready>, orders: readonly OverlookedOrder[]): Fall[][] {
  const placeIn = placesByText();
  return orders.map(({ place: text, lines }): Fall[] => {
    const place = placeIn(text);
    if (place === null) return [];
    const sums = new Map<Ready['template'], number>();
    for (const { sku, units } of lines) {
      const item = ready.get(sku);
      if (!item || item.own !== null) continue;
      sums.set(item.template, (sums.get(item.template) ?? 0) + (item.mass ?? Number.NaN) * units);
    }
    return [...sums].flatMap(([template, mass]) => {
      const zone = template.zoneOf(place)?.zone.id;
      return zone === undefined ? [] : [{ key: `${template.id} ${zone}`, mass }];
    });
  });
}
