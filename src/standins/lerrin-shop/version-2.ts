import { z } from 'zod';
import type { Address } from '../common/address.ts';
import { batchesIn, type Singles, unusedFor } from '../common/codes.ts';
import { cents, pico, share, startedLots, twoDecimals } from '../common/money.ts';
import type { Quote } from '../common/quotes.ts';
import type { CheckoutBasket, Remark } from '../common/standin.ts';
import { type Asking, carried } from './carrier.ts';
import { begun, ended } from './clock.ts';
import { ofMillimetre } from './packing.ts';
import { bestFit, zoneOf } from './places.ts';
import { asked, cash, code, key, letter, local, percent, refuse, speedKey, stepAt, stepsOf, twice } from './reading.ts';

/** Version 2, from docs/formats/lerrin-shop.md alone. */
const entry = z.string().regex(/^(\*|[A-Z]{2}|[A-Z]{2}-[A-Z0-9]{1,3}|[A-Z]{2} [A-Z0-9 ]{1,10}\*?)$/, 'a place entry');
const locale = z.string().regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'a locale such as en-IE');
const texts = (most: number, least: number) =>
  z
    .record(locale, z.string().min(1).max(most))
    .refine((all) => Object.keys(all).length >= least, 'a text in one locale at least');
const count = z.int().min(1).max(999);
const off = z.discriminatedUnion('is', [
  z.strictObject({ is: z.literal('percent'), percent }),
  z.strictObject({ is: z.literal('amount'), amount: cash }),
  z.strictObject({ is: z.literal('price'), price: cash }),
  z.strictObject({ is: z.literal('n for m'), buy: count, get: count, percent }),
]);
const campaign = z.strictObject({
  key,
  title: texts(120, 1),
  terms: texts(2000, 0),
  letter,
  benefit: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('goods'), tag: key.nullable(), off }),
    z.strictObject({ kind: z.literal('order'), off: z.discriminatedUnion('is', [off.options[0], off.options[1]]) }),
    z.strictObject({ kind: z.literal('delivery'), atMost: cash, fees: z.boolean() }),
  ]),
  code: code.nullable(),
  batch: z
    .string()
    .regex(/^[a-z0-9][a-z0-9-]{0,39}$/, 'a batch of small letters, digits and hyphens')
    .optional(),
  leastValue: cash.nullable(),
  places: z.array(entry).nullable(),
  except: z.array(entry),
  uses: z.int().min(1).nullable(),
  from: local.nullable(),
  until: local.nullable(),
});
const rate = z.strictObject({
  set: key,
  speed: speedKey,
  label: texts(60, 1).nullable(),
  days: z.tuple([z.int(), z.int()]),
  steps: z.discriminatedUnion('by', [...stepsOf(200).options, asked]),
  each: cash,
  freeFrom: cash.nullable(),
});
const grams = z.string().regex(/^\d{1,7}(\.\d{1,12})?$/, 'grams such as 453.59237');
const length = z.string().refine((text) => {
  const steps = ofMillimetre(text) ?? 0n;
  return steps > 0n && steps % 2n === 0n;
}, 'millimetres such as 25.4, in steps of 0.0002');
const lengths = z.tuple([length, length, length]).refine((all) => {
  const [a = 0n, b = 0n, c = 0n] = all.map((one) => ofMillimetre(one) ?? 0n);
  return a >= b && b >= c;
}, 'three lengths, the longest first');
const box = z.strictObject({
  key,
  inner: lengths,
  most: grams.refine((text) => (pico(text) ?? 0n) > 0n, 'grams above 0'),
  own: grams,
});
const listing = z.strictObject({
  id: z.string().min(1).max(64),
  price: cash,
  grams: grams.nullable(),
  size: lengths.optional(),
  tags: z.array(key).max(200),
  handling: z.strictObject({ each: cash, waived: z.boolean() }).nullable(),
});
export const schema2 = z.strictObject({
  format: z.literal('lerrin-shop/2'),
  locales: z.array(locale).min(1).max(20),
  closed: z.array(entry),
  speeds: z.array(z.strictObject({ key: speedKey, label: texts(60, 1), bars: z.array(key) })),
  sets: z
    .array(z.strictObject({ key, name: z.string().min(1), tags: z.array(key), rest: z.boolean(), kept: z.boolean() }))
    .min(1)
    .max(200),
  boxes: z.array(box).optional(),
  zones: z.array(z.strictObject({ key, name: z.string().min(1), places: z.array(entry), rates: z.array(rate) })),
  campaigns: z.array(campaign).max(500),
  listings: z.array(listing),
});
export type Shop2 = z.infer<typeof schema2>;
type Campaign = z.infer<typeof campaign>;
type Listing = z.infer<typeof listing>;

/** What the shape alone does not tell: doubles, sets that no listing or two have, names of nothing. */
export function faults2(shop: Shop2): Remark[] {
  const faults: Remark[] = [];
  const once = (field: string, what: string, list: readonly string[]) => {
    for (const one of twice(list)) faults.push(refuse(field, `${what}${one} stands twice`));
  };
  once('zones', '', [...shop.closed, ...shop.zones.flatMap((zone) => zone.places)]);
  once(
    'zones',
    'key ',
    shop.zones.map((zone) => zone.key),
  );
  once(
    'sets',
    'key ',
    shop.sets.map((set) => set.key),
  );
  once(
    'speeds',
    'key ',
    shop.speeds.map((speed) => speed.key),
  );
  once(
    'campaigns',
    'key ',
    shop.campaigns.map((one) => one.key),
  );
  once(
    'boxes',
    'key ',
    (shop.boxes ?? []).map((one) => one.key),
  );
  if (shop.sets.filter((set) => set.rest).length > 1) faults.push(refuse('sets', 'only one set has the rest'));
  const sets = new Set(shop.sets.map((set) => set.key));
  const speeds = new Set(shop.speeds.map((speed) => speed.key));
  shop.zones.forEach((zone, z) => {
    const seen = new Set<string>();
    zone.rates.forEach(({ set, speed }, r) => {
      const field = `zones.${z}.rates.${r}`;
      if (!sets.has(set)) faults.push(refuse(`${field}.set`, `no set ${set}`));
      if (!speeds.has(speed)) faults.push(refuse(`${field}.speed`, `no speed ${speed}`));
      if (seen.has(`${set} ${speed}`)) faults.push(refuse(field, `a second rate for ${set} and ${speed}`));
      seen.add(`${set} ${speed}`);
    });
  });
  const locales = new Set(shop.locales);
  const spoken = (field: string, all: Readonly<Record<string, string>>) => {
    for (const one of Object.keys(all))
      if (!locales.has(one)) faults.push(refuse(field, `${one} is none of the locales`));
  };
  shop.speeds.forEach((one, i) => {
    spoken(`speeds.${i}.label`, one.label);
  });
  shop.campaigns.forEach((one, i) => {
    spoken(`campaigns.${i}.title`, one.title);
    spoken(`campaigns.${i}.terms`, one.terms);
  });
  const ids = new Set<string>();
  const setsOf = new Map<string, string[]>();
  for (const set of shop.sets) for (const tag of set.tags) setsOf.set(tag, [...(setsOf.get(tag) ?? []), set.key]);
  const hasRest = shop.sets.some((set) => set.rest);
  shop.listings.forEach((one, i) => {
    if (ids.has(one.id)) faults.push(refuse(`listings.${i}.id`, `${one.id} stands twice`));
    ids.add(one.id);
    if (new Set(one.tags).size < one.tags.length) faults.push(refuse(`listings.${i}.tags`, 'a tag stands twice'));
    const mine = new Set(one.tags.flatMap((tag) => setsOf.get(tag) ?? []));
    if (mine.size > 1) faults.push(refuse(`listings.${i}.tags`, `in the sets ${[...mine].join(' and ')}`));
    if (mine.size === 0 && !hasRest) faults.push(refuse(`listings.${i}.tags`, 'in no set'));
  });
  return faults;
}

interface Line {
  readonly units: number;
  readonly price: number;
  /** Of one unit; null where it is not known. */
  readonly mass: bigint | null;
  readonly listing: Listing;
  readonly set: Shop2['sets'][number];
}

/** A file with its listings found by their ids. */
export interface Open2 {
  readonly shop: Shop2;
  readonly listings: ReadonlyMap<string, Listing>;
  readonly inPounds: boolean;
}
export const open2 = (shop: Shop2, inPounds = false): Open2 => ({
  shop,
  listings: new Map(shop.listings.map((one) => [one.id, one])),
  inPounds,
});

/** A choice, and the campaigns that took something in it. */
export interface Choice2 {
  readonly speed: string;
  readonly name: string;
  readonly days: readonly [number, number];
  readonly charge: string;
  readonly discount: string;
  readonly took: readonly string[];
}

const textIn = (all: Readonly<Record<string, string>>, locale: string | undefined, first: string): string =>
  all[locale ?? first] ?? all[first] ?? Object.values(all)[0] ?? '';

const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);

function linesOf({ shop, listings }: Open2, basket: CheckoutBasket): Line[] | null {
  const lines = basket.lines.map((line) => {
    const listing = listings.get(line.listing);
    const set =
      listing &&
      (shop.sets.find((one) => one.tags.some((tag) => listing.tags.includes(tag))) ??
        shop.sets.find((one) => one.rest));
    return listing && set
      ? {
          units: line.units,
          price: cents(line.price),
          mass: line.grams === null ? null : pico(line.grams),
          listing,
          set,
        }
      : null;
  });
  return lines.includes(null) ? null : (lines as Line[]);
}

const holdsAt = ({ places, except }: Campaign, address: Address): boolean => {
  const outside = bestFit(except, address);
  return places === null ? outside === 0 : bestFit(places, address) > outside;
};

/** Why a campaign does not fit a basket; null where it does. */
function missing(
  one: Campaign,
  lines: readonly Line[],
  basket: CheckoutBasket,
  moment: number,
  used: number,
): 'not begun' | 'ended' | 'used up' | 'conditions' | null {
  if (!begun(one, moment)) return 'not begun';
  if (ended(one, moment)) return 'ended';
  if (one.uses !== null && used >= one.uses) return 'used up';
  const value = sum(lines.map((line) => line.units * line.price));
  if (one.leastValue !== null && value < cents(one.leastValue)) return 'conditions';
  if (!holdsAt(one, basket.place)) return 'conditions';
  const { benefit } = one;
  if (benefit.kind === 'goods' && !lines.some((line) => isOn(benefit.tag, line))) return 'conditions';
  return null;
}

const isOn = (tag: string | null, { listing }: Line): boolean => tag === null || listing.tags.includes(tag);

/** What a goods campaign takes off each line when it is alone. */
function cutsOf(one: Campaign, lines: readonly Line[]): number[] {
  const { benefit } = one;
  if (benefit.kind !== 'goods') return lines.map(() => 0);
  const { tag, off } = benefit;
  if (off.is !== 'n for m')
    return lines.map((line) => {
      if (!isOn(tag, line)) return 0;
      if (off.is === 'percent') return share(line.price * line.units, off.percent);
      if (off.is === 'amount') return Math.min(line.price, cents(off.amount)) * line.units;
      return Math.max(0, line.price - cents(off.price)) * line.units;
    });
  const cheapest = lines.flatMap((line, i) => (isOn(tag, line) ? [i] : []));
  cheapest.sort((a, b) => (lines[a]?.price ?? 0) - (lines[b]?.price ?? 0) || a - b);
  const all = sum(cheapest.map((i) => lines[i]?.units ?? 0));
  let left = Math.floor(all / (off.buy + off.get)) * off.get;
  const cuts = lines.map(() => 0);
  for (const i of cheapest) {
    const line = lines[i] as Line;
    const some = Math.min(left, line.units);
    left -= some;
    cuts[i] = share(some * line.price, off.percent);
  }
  return cuts;
}

/** What goods campaigns take together off each line: what is too much goes from the one listed last. */
function cutsTogether(all: readonly Campaign[], lines: readonly Line[]): { each: number[]; of: Map<string, number> } {
  const left = lines.map((line) => line.units * line.price);
  const of = new Map<string, number>();
  for (const one of all) {
    let took = 0;
    cutsOf(one, lines).forEach((cut, i) => {
      const some = Math.min(cut, left[i] ?? 0);
      left[i] = (left[i] ?? 0) - some;
      took += some;
    });
    of.set(one.key, took);
  }
  return { each: left, of };
}

const orderTakes = ({ benefit }: Campaign, value: number): number =>
  benefit.kind !== 'order'
    ? 0
    : benefit.off.is === 'percent'
      ? share(value, benefit.off.percent)
      : Math.min(value, cents(benefit.off.amount));

/** A set's lines in a basket with what they pay for a speed. */
interface Part {
  readonly set: Shop2['sets'][number];
  readonly rate: z.infer<typeof rate>;
  readonly charge: number;
}

/** The charge of a speed with a value after goods campaigns and some delivery campaigns. */
function delivery(
  parts: readonly Part[],
  lines: readonly Line[],
  after: number,
  campaigns: readonly Campaign[],
): number {
  const pays = sum(campaigns.map(({ benefit }) => (benefit.kind === 'delivery' ? cents(benefit.atMost) : 0)));
  const isMet = (part: Part) => part.rate.freeFrom !== null && after >= cents(part.rate.freeFrom);
  const dearest = Math.max(
    0,
    ...parts.map((part) => {
      if (part.set.kept) return part.charge;
      return isMet(part) ? 0 : Math.max(0, part.charge - pays);
    }),
  );
  const open = parts.filter((part) => !part.set.kept);
  const waives = campaigns.some(
    ({ benefit }) =>
      benefit.kind === 'delivery' && benefit.fees && open.every((part) => cents(benefit.atMost) >= part.charge),
  );
  const handling = lines.map(({ listing, units, set }) => {
    if (!listing.handling) return 0;
    const part = parts.find((one) => one.set === set);
    const goes = listing.handling.waived && (waives || (part !== undefined && isMet(part)));
    return goes ? 0 : cents(listing.handling.each) * units;
  });
  return dearest + sum(handling);
}

/** Every choice of a basket, and why its codes were not used. */
export function checkout2(
  open: Open2,
  moment: number,
  basket: CheckoutBasket,
  uses: Readonly<Record<string, number>>,
  singles: Singles,
  locale: string | undefined,
  quote: Quote,
): { choices: Choice2[]; codes: { code: string; used: boolean; why: string | null }[] } {
  const { shop, inPounds } = open;
  const asking = { quote, moment, place: basket.place, boxes: shop.boxes ?? [], inPounds };
  const lines = linesOf(open, basket);
  const zone = zoneOf(shop, basket.place);
  const reason = (one: Campaign) => missing(one, lines ?? [], basket, moment, uses[one.key] ?? 0);
  const isEntered = ({ code, batch }: Campaign): boolean =>
    batch === undefined
      ? code === null || basket.codes.includes(code)
      : unusedFor(singles, batch, basket.codes).length > 0;
  const fitting = shop.campaigns.filter((one) => isEntered(one) && reason(one) === null);
  const choices = shop.speeds.flatMap((speed): Choice2[] => {
    if (!lines || !zone) return [];
    if (lines.some(({ listing }) => listing.tags.some((tag) => speed.bars.includes(tag)))) return [];
    const parts = partsOf(zone, speed.key, lines, asking);
    if (!parts) return [];
    const value = sum(lines.map((line) => line.units * line.price));
    const alone = (one: Campaign): number => {
      if (one.benefit.kind === 'goods') return sum(cutsOf(one, lines));
      if (one.benefit.kind === 'order') return orderTakes(one, value);
      return delivery(parts, lines, value, []) - delivery(parts, lines, value, [one]);
    };
    const best = new Map<string, { one: Campaign; saves: number }>();
    for (const one of fitting) {
      const saves = alone(one);
      const rival = best.get(one.letter);
      if (!rival || saves > rival.saves) best.set(one.letter, { one, saves });
    }
    const used = shop.campaigns.filter((one) => best.get(one.letter)?.one === one);
    const ofKind = (kind: Campaign['benefit']['kind']) => used.filter((one) => one.benefit.kind === kind);
    const goods = cutsTogether(ofKind('goods'), lines);
    const after = sum(goods.each);
    let rest = after;
    const took = [...goods.of].filter(([, amount]) => amount > 0).map(([name]) => name);
    for (const one of ofKind('order')) {
      const takes = Math.min(rest, orderTakes(one, after));
      rest -= takes;
      if (takes > 0) took.push(one.key);
    }
    const campaigns = ofKind('delivery');
    const charge = delivery(parts, lines, after, campaigns);
    campaigns.forEach((one, i) => {
      const before = delivery(parts, lines, after, campaigns.slice(0, i));
      if (before > delivery(parts, lines, after, campaigns.slice(0, i + 1))) took.push(one.key);
    });
    return [
      {
        speed: speed.key,
        name: nameOf(parts, textIn(speed.label, locale, shop.locales[0] ?? ''), locale, shop.locales[0] ?? ''),
        days: [
          Math.max(...parts.map((part) => part.rate.days[0])),
          Math.max(...parts.map((part) => part.rate.days[1])),
        ],
        charge: twoDecimals(charge),
        discount: twoDecimals(value - rest),
        took,
      },
    ];
  });
  const batches = batchesIn(singles);
  const codes = basket.codes.map((entered) => {
    const batch = batches.get(entered);
    const known = shop.campaigns.filter((one) => (batch === undefined ? one.code === entered : one.batch === batch));
    if (singles.used[entered] !== undefined) return { code: entered, used: false, why: 'used up' };
    // Of several codes of a batch the first is spent.
    const isFirst = batch === undefined || unusedFor(singles, batch, basket.codes)[0] === entered;
    if (isFirst && known.some((one) => choices.some((choice) => choice.took.includes(one.key))))
      return { code: entered, used: true, why: null };
    const [first, ...others] = known.map(reason);
    const why =
      first === undefined ? 'unknown' : others.every((one) => one === first) ? (first ?? 'conditions') : 'conditions';
    return { code: entered, used: false, why };
  });
  return { choices, codes };
}

/** The lines set by set, with the charge of each; null where the speed is not offered. */
function partsOf(zone: Shop2['zones'][number], speed: string, lines: readonly Line[], asking: Asking): Part[] | null {
  const parts: Part[] = [];
  for (const set of new Set(lines.map((line) => line.set))) {
    const own = lines.filter((line) => line.set === set);
    const found = zone.rates.find((one) => one.set === set.key && one.speed === speed);
    if (!found) return null;
    const charge = chargeOf(found, own, asking);
    if (charge === null) return null;
    parts.push({ set, rate: found, charge });
  }
  return parts;
}

/** What a rate charges the lines of its set; null where the speed is not offered. */
function chargeOf({ steps, each }: z.infer<typeof rate>, own: readonly Line[], asking: Asking): number | null {
  if (steps.by === 'carrier') {
    const kinds = own.map(({ listing: { id, size = null }, units, mass }) => ({ id, units, mass, size }));
    return carried(steps, each, kinds, asking);
  }
  const value = sum(own.map((line) => line.units * line.price));
  let mass: bigint | null = 0n;
  for (const line of own) mass = mass === null || line.mass === null ? null : mass + line.mass * BigInt(line.units);
  const step = stepAt(steps, value, mass === null ? null : startedLots(mass, 1));
  return step === null ? null : step + cents(each) * sum(own.map((line) => line.units));
}

/** The label that all rates have in a locale, else the speed's. */
function nameOf(parts: readonly Part[], otherwise: string, locale: string | undefined, first: string): string {
  const names = new Set(parts.map(({ rate: { label } }) => label && textIn(label, locale, first)));
  const [only] = names;
  return names.size === 1 && only ? only : otherwise;
}
