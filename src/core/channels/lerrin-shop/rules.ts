import {
  type Conversion,
  type Decimal,
  gram,
  type Instant,
  lazily,
  type Mass,
  type Minor,
  minor,
  parseDecimal,
  unwrap,
} from '../../exact/index.ts';
import { type Place, type Zone, zoneFinder } from '../../places/index.ts';
import { type Box, type Piece, pack, settledQuote } from '../../rates/index.ts';
import { amountIfAny, amountIn, euro } from '../amounts.ts';
import type { ChannelBasket, ChannelChoice, Probe, Rules } from '../dialect.ts';
import { type SideStep, titled } from '../side-step.ts';
import { boxOf, sidesOf } from './boxes.ts';
import { type Bought, type Running, running } from './campaigns.ts';
import {
  type Campaign,
  fileName,
  type Shop,
  type ShopListing,
  type ShopRate,
  type ShopSet,
  writeShop,
} from './format.ts';
import { patternOf } from './patterns.ts';

/** The shop's zones; what is closed is the last, without a key. */
export const zonesOf = (shop: Pick<Shop, 'zones' | 'closed'>): readonly Zone[] => [
  ...shop.zones.map(({ key, name, places }) => ({ id: key, name, takes: places.map(placeOf), leaves: [] })),
  { id: '', name: 'closed', takes: shop.closed.map(placeOf), leaves: [] },
];

/**
 * What Lerrin Shop does by its file: docs/formats/lerrin-shop.md, "Evaluation, in order".
 *
 * @param by how what a carrier asks in euros is converted; null where the shop works in euros
 */
export function rulesOf(shop: Shop, by: Conversion | null = null): Rules {
  const zones = zonesOf(shop);
  const find = zoneFinder(zones);
  const rated = new Map(shop.zones.map((zone, i) => [zones[i], ratesOf(zone.rates)]));
  const zoneAt = (place: Place) => {
    const zone = find(place)?.zone;
    const rates = zone && rated.get(zone);
    return rates && { key: zone.id, name: zone.name, rates };
  };
  const campaigns = shop.campaigns.map(running);
  const listed = lister(shop);
  const first = shop.locales[0] ?? '';
  const boxes = (shop.boxes ?? []).flatMap((one) => boxOf(one) ?? []);
  /** Where a set's steps change, and from where it is free. */
  const edgesOf =
    (set: string | undefined): Probe['edgesAt'] =>
    (place) => {
      const rates = [...(zoneAt(place)?.rates.values() ?? [])].flatMap((row) => row.get(set ?? '') ?? []);
      const starts = (along: 'value' | 'grams') =>
        rates.flatMap(({ steps }) => (steps.by === along ? steps.rows.map((row) => row.from) : []));
      return {
        values: [...(starts('value') as Minor[]), ...rates.flatMap(({ freeFrom }) => freeFrom ?? [])],
        masses: starts('grams').flatMap((from) => (from > 0 ? [((from - 1) * gram) as Mass] : [])),
      };
    };
  return {
    written: () => [{ name: fileName, pieces: () => writeShop(shop) }],
    patterns: [
      ...zones.flatMap((zone) => zone.takes),
      ...shop.campaigns.flatMap(({ places, except }) => [...(places ?? []), ...except].map(placeOf)),
    ],
    edgesAt(place) {
      const rates = [...(zoneAt(place)?.rates.values() ?? [])].flatMap((row) => [...row.values()]);
      const here = campaigns.filter((one) => one.holdsAt(place));
      return {
        values: here.flatMap(({ leastValue }) => leastValue ?? []),
        masses: [],
        moments: here.flatMap(({ from, until }) => [from, until].filter((one) => one !== null)),
        perItem: rates.some(({ each }) => each > 0) || shop.listings.some(({ handling }) => handling !== null),
      };
    },
    placeKey: (place) => `${zoneAt(place)?.key ?? ''} ${campaigns.map((one) => Number(one.holdsAt(place))).join('')}`,
    probes: lazily(() => probesOf(shop, edgesOf)),
    batches: [...new Set(shop.campaigns.flatMap(({ batch }) => batch ?? []))],
    planOf: (listing) => listed(listing)?.set.key ?? null,
    readOf(listing) {
      const known = listed(listing);
      const own = shop.listings.find((one) => one.id === listing);
      if (!known || !own) return [];
      return [
        [
          { is: 'price', amount: own.price },
          ...(own.grams === null ? [] : [{ is: 'grams', grams: own.grams } as const]),
          { is: 'set', key: known.set.key },
          ...(own.tags.length === 0 ? [] : [{ is: 'labels', labels: own.tags } as const]),
          ...(own.handling === null ? [] : [{ is: 'each', amount: own.handling.each } as const]),
        ],
      ];
    },
    without: (keys) => rulesOf({ ...shop, campaigns: shop.campaigns.filter((one) => !keys.has(one.key)) }, by),
    charges(basket, moment) {
      const zone = zoneAt(basket.place);
      const lines = zone ? linesOf(basket, listed) : null;
      if (!zone || !lines) return [];
      const live = runningIn(campaigns, basket, lines, moment);
      const asking = { basket, boxes, by };
      return shop.speeds.flatMap(({ key, bars }) => {
        const parts = bars.length > 0 && isBarred(lines, bars) ? null : partsOf(zone.rates.get(key), lines, asking);
        return parts ? [choiceOf({ speed: key, zone: zone.name, locale: first }, parts, lines, live)] : [];
      });
    },
  };
}

const placeOf = (entry: string) => unwrap(patternOf(entry));

/** A rate's steps with their figures read: from a value in minor units, from whole grams, or what a carrier asks. */
type Steps =
  | {
      readonly by: 'value' | 'grams';
      readonly rows: readonly { readonly from: number; readonly charge: Minor | null }[];
    }
  | { readonly by: 'carrier'; readonly service: string; readonly percent: Decimal; readonly amount: Minor };
interface Rate {
  readonly steps: Steps;
  readonly each: Minor;
  readonly freeFrom: Minor | null;
}

/** Rates by speed and set. */
function ratesOf(rates: readonly ShopRate[]): Map<string, Map<string, Rate>> {
  const found = new Map<string, Map<string, Rate>>();
  for (const { set, speed, steps, each, freeFrom } of rates) {
    const row = found.get(speed) ?? new Map<string, Rate>();
    found.set(speed, row);
    row.set(set, { steps: stepsIn(steps), each: amountIn(each), freeFrom: amountIfAny(freeFrom) });
  }
  return found;
}

const stepsIn = (steps: ShopRate['steps']): Steps =>
  steps.by === 'carrier'
    ? { ...steps, percent: unwrap(parseDecimal(steps.percent, 3)), amount: amountIn(steps.amount) }
    : {
        by: steps.by,
        rows: steps.rows.map(({ from, charge }) => ({
          from: typeof from === 'string' ? amountIn(from) : from,
          charge: amountIfAny(charge),
        })),
      };

/** What the shop knows of a listing. */
interface Known {
  readonly set: ShopSet;
  readonly tags: ReadonlySet<string>;
  readonly sides: Piece['item']['sides'];
  readonly handling: { readonly each: Minor; readonly waived: boolean } | null;
}

/** Finds what the shop knows of an item, read when it is first asked for; null where it is not sold there. */
function lister(shop: Shop): (id: string) => Known | null {
  const byId = lazily(() => new Map(shop.listings.map((one) => [one.id, one])));
  const setOf = setFinder(shop.sets);
  const known = new Map<string, Known | null>();
  return (id) => {
    let found = known.get(id);
    if (found === undefined) {
      const listing = byId().get(id);
      const set = listing && setOf(listing);
      found =
        listing && set
          ? {
              set,
              tags: new Set(listing.tags),
              sides: listing.size ? sidesOf(listing.size) : null,
              handling: listing.handling && { each: amountIn(listing.handling.each), waived: listing.handling.waived },
            }
          : null;
      known.set(id, found);
    }
    return found;
  };
}

/** The set that a listing is in: the one with a tag of it, else the one that has the rest. */
function setFinder(sets: readonly ShopSet[]): (listing: ShopListing) => ShopSet | undefined {
  const byTag = new Map([...sets].reverse().flatMap((set) => set.tags.map((tag) => [tag, set] as const)));
  const rest = sets.find((set) => set.rest);
  return ({ tags }) => {
    for (const tag of tags) {
      const set = byTag.get(tag);
      if (set) return set;
    }
    return rest;
  };
}

/**
 * A listing for each that no rule tells apart: by its set, the tags that rules name, its handling, and whether it has a
 * mass; where the carrier is asked for its set, by its mass and size.
 */
function probesOf(shop: Shop, edgesOf: (set: string | undefined) => Probe['edgesAt']): Probe[] {
  const named = new Set([
    ...shop.speeds.flatMap((speed) => speed.bars),
    ...shop.campaigns.flatMap(({ benefit }) => (benefit.kind === 'goods' ? (benefit.tag ?? []) : [])),
  ]);
  const asked = new Set(
    shop.zones.flatMap(({ rates }) => rates.flatMap(({ set, steps }) => (steps.by === 'carrier' ? set : []))),
  );
  const setOf = setFinder(shop.sets);
  const alike = new Map<string, { listings: string[]; weighed: boolean; set: string | undefined }>();
  for (const one of shop.listings) {
    const tags = one.tags.filter((tag) => named.has(tag)).sort();
    const weighed = one.grams !== null;
    const set = setOf(one)?.key;
    const packed = asked.has(set ?? '') ? [one.grams, one.size] : [];
    const key = [set, weighed, one.handling?.each, one.handling?.waived, ...packed, ...tags].join(' ');
    const group = alike.get(key);
    if (group) group.listings.push(one.id);
    else alike.set(key, { listings: [one.id], weighed, set });
  }
  return [...alike.values()].map(({ listings, weighed, set }) => ({
    listings,
    edgesAt: edgesOf(set),
    leastValue: minor(1),
    leastMass: weighed ? (gram as Mass) : null,
  }));
}

/** A line of a basket with what the shop knows of it. */
interface Line extends Bought {
  readonly listing: string;
  readonly mass: Mass | null;
  readonly known: Known;
}

function linesOf({ lines }: ChannelBasket, listed: (id: string) => Known | null): Line[] | null {
  const found: Line[] = [];
  for (const { listing, units, price, mass } of lines) {
    const known = listed(listing);
    if (!known) return null;
    found.push({ listing, price, units, mass, known, tags: known.tags });
  }
  return found;
}

const isBarred = (lines: readonly Line[], bars: readonly string[]): boolean =>
  lines.some(({ tags }) => bars.some((tag) => tags.has(tag)));

/** The campaigns that fit a basket, whatever the speed. */
function runningIn(
  campaigns: readonly Running[],
  { place, codes, singles }: ChannelBasket,
  lines: readonly Line[],
  moment: Instant,
): readonly Running[] {
  if (campaigns.length === 0) return campaigns;
  const value = lines.reduce((sum, line) => sum + line.price * line.units, 0);
  return campaigns.filter(
    ({ campaign: { code, batch }, from, until, leastValue, does, holdsAt }) =>
      (from === null || from <= moment) &&
      (until === null || moment < until) &&
      (code === null || codes.includes(code)) &&
      (batch === undefined || codes.some((one) => singles?.get(one) === batch)) &&
      (leastValue === null || value >= leastValue) &&
      holdsAt(place) &&
      (does.kind !== 'goods' || does.tag === null || lines.some(({ tags }) => tags.has(does.tag as string))),
  );
}

/** The lines of one set, and what they pay for a speed. */
interface Part {
  readonly set: ShopSet;
  readonly rate: Rate;
  readonly charge: number;
  /** From where the step is that decided; null for a rate in one step. */
  readonly from: number | null;
}

/** A basket's lines set by set; null where a set is not taken. */
function partsOf(rates: ReadonlyMap<string, Rate> | undefined, lines: readonly Line[], asking: Asking): Part[] | null {
  if (!rates) return null;
  const parts: Part[] = [];
  for (const { known } of lines) {
    if (parts.some((part) => part.set === known.set)) continue;
    const rate = rates.get(known.set.key);
    const part = rate && partOf(known.set, rate, lines, asking);
    if (!part) return null;
    parts.push(part);
  }
  return parts;
}

/** What it takes to ask the carrier. */
interface Asking {
  readonly basket: ChannelBasket;
  readonly boxes: readonly Box[];
  readonly by: Conversion | null;
}

function partOf(set: ShopSet, rate: Rate, lines: readonly Line[], asking: Asking): Part | null {
  const { steps, each } = rate;
  if (steps.by === 'carrier') {
    const own = lines.filter(({ known }) => known.set === set);
    const charge = quotedFor(steps, each, own, asking);
    return charge === null ? null : { set, rate, charge, from: null };
  }
  let [value, mass, units]: [number, number | null, number] = [0, 0, 0];
  for (const line of lines) {
    if (line.known.set !== set) continue;
    value += line.price * line.units;
    units += line.units;
    mass = mass === null || line.mass === null ? null : mass + line.mass * line.units;
  }
  const at = steps.by === 'value' ? value : mass === null ? null : Math.ceil(mass / gram);
  const row = at === null ? undefined : steps.rows.findLast((one) => one.from <= at);
  if (!row || row.charge === null) return null;
  return { set, rate, charge: row.charge + each * units, from: steps.rows.length > 1 ? row.from : null };
}

/** What the carrier asks for the lines of a set, with what goes on top; null where it is not offered. */
function quotedFor(
  { service, percent, amount }: Extract<Steps, { by: 'carrier' }>,
  each: Minor,
  lines: readonly Line[],
  { basket: { place, carrier }, boxes, by }: Asking,
): number | null {
  const packed = pack(
    lines.map(({ listing, mass, units, known: { sides } }) => ({ item: { sku: listing, mass, sides }, units })),
    boxes,
  );
  const quoted = packed.ok ? carrier?.charge(service, place, packed.parcels) : null;
  if (quoted?.currency !== euro) return null;
  const units = lines.reduce((sum, line) => sum + line.units, 0);
  const charge = settledQuote(quoted.amount, { up: 1n, down: 1n }, percent, amount + each * units, by);
  return charge < 0 ? null : charge;
}

/** What a speed comes to with a value after goods campaigns, and some delivery campaigns. */
function deliveryOf(
  parts: readonly Part[],
  lines: readonly Line[],
  after: number,
  campaigns: readonly Running[],
): { readonly freed: number; readonly rate: number; readonly charge: number } {
  let [pays, waives, freed, rate] = [0, false, 0, 0];
  const open = parts.filter((part) => !part.set.kept);
  for (const { does } of campaigns) {
    if (does.kind !== 'delivery') continue;
    pays += does.atMost;
    waives ||= does.fees && open.every((part) => does.atMost >= part.charge);
  }
  for (const part of parts) {
    if (!part.set.kept && isMet(part, after)) continue;
    freed = Math.max(freed, part.charge);
    rate = Math.max(rate, part.set.kept ? part.charge : part.charge - pays);
  }
  let charge = rate;
  for (const { known, units } of lines) {
    if (!known.handling) continue;
    const part = parts.find((one) => one.set === known.set) as Part;
    if (!known.handling.waived || !(waives || isMet(part, after))) charge += known.handling.each * units;
  }
  return { freed, rate, charge };
}

const isMet = ({ rate: { freeFrom } }: Part, after: number): boolean => freeFrom !== null && after >= freeFrom;

/**
 * The campaigns that are used: of each letter the one that saves most, taken alone, of equal ones that listed first.
 */
function usedOf(parts: readonly Part[], lines: readonly Line[], live: readonly Running[], value: number): Running[] {
  if (live.length < 2) return [...live];
  const whole = deliveryOf(parts, lines, value, []).charge;
  const best = new Map<string, { one: Running; saves: number }>();
  for (const one of live) {
    const saves =
      one.does.kind === 'goods'
        ? one.does.cuts(lines).reduce((sum, cut) => sum + cut, 0)
        : one.does.kind === 'order'
          ? one.does.takes(value)
          : whole - deliveryOf(parts, lines, value, [one]).charge;
    const rival = best.get(one.campaign.letter);
    if (!rival || saves > rival.saves) best.set(one.campaign.letter, { one, saves });
  }
  return live.filter((one) => best.get(one.campaign.letter)?.one === one);
}

function choiceOf(
  { speed, zone, locale }: { readonly speed: string; readonly zone: string; readonly locale: string },
  parts: readonly Part[],
  lines: readonly Line[],
  live: readonly Running[],
): ChannelChoice {
  const value = lines.reduce((sum, line) => sum + line.price * line.units, 0);
  const used = live.length === 0 ? live : usedOf(parts, lines, live, value);
  const steps: SideStep[] = [{ step: 'place', amount: null, by: { is: 'place', name: zone } }];
  const took = ({ campaign }: Running, amount: number) =>
    steps.push({ step: 'discount', amount: minor(amount), by: by(campaign, locale), key: campaign.key });
  const left = lines.map((line) => line.price * line.units);
  for (const one of used) {
    if (one.does.kind !== 'goods') continue;
    let amount = 0;
    one.does.cuts(lines).forEach((cut, i) => {
      const some = Math.min(cut, left[i] as number);
      left[i] = (left[i] as number) - some;
      amount += some;
    });
    if (amount > 0) took(one, amount);
  }
  const after = left.reduce((sum, one) => sum + one, 0);
  let rest = after;
  for (const one of used) {
    if (one.does.kind !== 'order') continue;
    const takes = Math.min(rest, one.does.takes(after));
    rest -= takes;
    if (takes > 0) took(one, takes);
  }
  const charge = deliverySteps(parts, lines, after, used, locale, steps);
  return { speed, charge, discount: minor(value - rest), steps };
}

const by = ({ title, code }: Campaign, locale: string) => titled(title[locale] ?? Object.values(title)[0] ?? '', code);

/** The charge of a speed, and the steps by which it came. */
function deliverySteps(
  parts: readonly Part[],
  lines: readonly Line[],
  after: number,
  used: readonly Running[],
  locale: string,
  steps: SideStep[],
): Minor {
  const dearest = parts.reduce((a, b) => (b.charge > a.charge ? b : a));
  const plain = deliveryOf(parts, lines, after, []);
  steps.push({
    step: 'rate',
    amount: minor(dearest.charge),
    by:
      dearest.from === null
        ? { is: 'rate', kind: dearest.rate.steps.by === 'carrier' ? 'carrier quote' : 'flat' }
        : dearest.rate.steps.by === 'value'
          ? { is: 'from', over: 'value', edge: dearest.from }
          : { is: 'from', over: 'mass', edge: dearest.from * gram },
  });
  const threshold = parts.find((part) => part.rate.freeFrom !== null)?.rate.freeFrom ?? null;
  if (threshold !== null)
    steps.push({
      step: 'threshold',
      amount: minor(dearest.charge - plain.freed),
      by: { is: 'free from', over: 'value', value: threshold, test: 'before', met: plain.freed < dearest.charge },
    });
  let charge = plain.charge;
  const delivery = used.filter((one) => one.does.kind === 'delivery');
  delivery.forEach((one, i) => {
    const then = deliveryOf(parts, lines, after, delivery.slice(0, i + 1)).charge;
    if (then < charge)
      steps.push({
        step: 'offer',
        amount: minor(charge - then),
        by: titled(one.campaign.title[locale] ?? Object.values(one.campaign.title)[0] ?? '', null),
        key: one.campaign.key,
      });
    charge = then;
  });
  steps.push({ step: 'pays', amount: minor(charge), by: null });
  return minor(charge);
}
