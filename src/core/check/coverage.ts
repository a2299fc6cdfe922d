import type { CompiledBook, Ready, Template } from '../book/index.ts';
import { stated } from '../channels/index.ts';
import { gram, type Mass } from '../exact/index.ts';
import { type Place, partsOfMap, patternText, placeOf, type Zone } from '../places/index.ts';
import { breaksOf, type Lane, laneCharge, type Over, type Refusal, refusalOf, type Shipment } from '../rates/index.ts';
import { basketsIn } from './smallest.ts';
import { type Unlisted, unlistedOffers } from './unlisted.ts';

/** What nobody can buy, or cannot have delivered: found by reasoning over the rules, each with the smallest example. */
export type CoverageFinding =
  /** A zone that a template serves without any lane: shoppers there see nothing. */
  | { readonly is: 'zone without lanes'; readonly template: string; readonly zone: string; readonly place: string }
  /**
   * Orders of some weight or value that no lane of the zone takes, `from` and `to` counting; `to` null is all beyond.
   */
  | {
      readonly is: 'gap';
      readonly template: string;
      readonly zone: string;
      readonly over: 'mass' | 'value' | 'units';
      readonly from: number;
      readonly to: number | null;
      /** The least valuable basket of real goods that falls in it; null where none of up to two goods does. */
      readonly example: readonly { readonly sku: string; readonly units: number }[] | null;
      /** The lane nearest to taking it. */
      readonly service: string;
    }
  /** A lane that stops short, or begins late, where another takes over. */
  | {
      readonly is: 'lane ends';
      readonly template: string;
      readonly zone: string;
      readonly service: string;
      readonly over: 'mass' | 'value' | 'units';
      readonly from: number;
      readonly to: number | null;
    }
  /** Places of the map that a template's goods are not delivered to, though another template's are. */
  | {
      readonly is: 'left out';
      readonly template: string;
      readonly places: readonly string[];
      readonly goods: number;
      readonly example: string;
    }
  /** A country that people visit from, where no goods can be had. */
  | { readonly is: 'visited'; readonly country: string; readonly visits: number }
  /** Goods that no lane of their template takes, to anywhere, even alone. */
  | { readonly is: 'never sold'; readonly skus: readonly string[]; readonly why: Refusal }
  /** Two sorts of goods that no one service takes together in a zone where each can be had alone. */
  | {
      readonly is: 'clash';
      readonly zone: string;
      readonly zones: number;
      readonly a: string;
      readonly b: string;
      readonly services: readonly [readonly string[], readonly string[]];
      readonly pairs: number;
    }
  /** Offers that hold where what they stand on is not listed. */
  | ({ readonly is: 'unlisted' } & Unlisted);

/**
 * All that is not covered, within the stated bounds on mass, value and units; `visits` are those of a year, by country.
 */
export function coverageOf(
  book: CompiledBook,
  goods: readonly Ready[],
  visits: Readonly<Record<string, number>> = {},
): CoverageFinding[] {
  const places = placesOf(book);
  return [
    ...visited(goods, visits),
    ...book.templates.flatMap((template) => ofTemplate(book, template, goods, places)),
    ...neverSold(book, goods),
    ...clashes(book, goods, places),
    ...unlistedOffers(book, goods).map((one) => ({ is: 'unlisted' as const, ...one })),
  ];
}

/** Countries with visits where no goods have any lane. */
function visited(goods: readonly Ready[], visits: Readonly<Record<string, number>>): CoverageFinding[] {
  const used = new Set(goods.map((item) => item.template));
  return Object.entries(visits).flatMap(([country, count]): CoverageFinding[] => {
    const place = placeOf({ country });
    const served =
      place.ok &&
      [...used].some((template) => (template.rows.get(template.zoneOf(place.value)?.zone as Zone)?.bits ?? 0) !== 0);
    return served ? [] : [{ is: 'visited', country, visits: count }];
  });
}

interface Spot {
  readonly place: Place;
  readonly text: string;
}

/** One place for each distinct part of the map that any template's zones cut. */
const placesOf = (book: CompiledBook): Spot[] =>
  partsOfMap(
    book.templates.flatMap((template) => template.zones.flatMap((zone) => [...zone.takes, ...zone.leaves])),
  ).map(({ pattern, place }) => ({ place, text: patternText(pattern) }));

const small: Shipment = { from: '', value: 1, after: 1, units: 1, mass: gram, bought: gram, long: 1, pieces: [] };
const shipmentAt = (over: 'mass' | 'value' | 'units', at: number): Shipment =>
  over === 'mass'
    ? { ...small, mass: at, bought: at }
    : over === 'value'
      ? { ...small, value: at, after: at }
      : { ...small, units: at };
const most: Record<'mass' | 'value' | 'units', number> = {
  mass: stated.mass,
  value: stated.value,
  units: stated.units,
};

function ofTemplate(
  book: CompiledBook,
  template: Template,
  goods: readonly Ready[],
  places: readonly Spot[],
): CoverageFinding[] {
  const findings: CoverageFinding[] = [];
  const mine = goods.filter((item) => item.template === template && item.own === null);
  for (const zone of template.zones) {
    const spot = places.find((one) => template.zoneOf(one.place)?.zone === zone);
    if (!spot) continue;
    const lanes = [...(template.lanes.get(zone.id) ?? [])].filter(
      ([id]) => !book.services.find((one) => one.id === id)?.pickup,
    );
    if ((template.lanes.get(zone.id)?.size ?? 0) === 0)
      findings.push({ is: 'zone without lanes', template: template.id, zone: zone.id, place: spot.text });
    for (const over of ['mass', 'value', 'units'] as const)
      findings.push(...gapsOf(template, zone.id, over, lanes, mine, spot.place));
  }
  const left = places.filter(
    (one) =>
      template.zoneOf(one.place) === null &&
      book.templates.some((other) => other !== template && other.zoneOf(one.place) !== null),
  );
  const count = goods.filter((item) => item.template === template).length;
  const example = goods.find((item) => item.template === template);
  if (left.length > 0 && example)
    findings.push({
      is: 'left out',
      template: template.id,
      places: left.map((one) => one.text),
      goods: count,
      example: example.sku,
    });
  return findings;
}

/** Runs along one measure that no lane takes, and runs that only one lane leaves to others. */
function gapsOf(
  template: Template,
  zone: string,
  over: 'mass' | 'value' | 'units',
  lanes: readonly (readonly [string, Lane])[],
  goods: readonly Ready[],
  place: Place,
): CoverageFinding[] {
  if (lanes.length === 0) return [];
  const starts = [...new Set([over === 'mass' ? gram : 1, ...lanes.flatMap(([, lane]) => startsOf(lane, over))])]
    .filter((at) => at >= 1 && at <= most[over])
    .sort((a, b) => a - b);
  const takes = (lane: Lane, at: number) =>
    laneCharge(lane, lane.price, shipmentAt(over, at), { place, moment: 0, carrier: null });
  const findings: CoverageFinding[] = [];
  const runsWhere = (test: (at: number) => boolean): { from: number; to: number | null }[] => {
    const runs: { from: number; to: number | null }[] = [];
    starts.forEach((from, i) => {
      const to = starts[i + 1] === undefined ? null : (starts[i + 1] as number) - 1;
      if (!test(from)) return;
      const last = runs.at(-1);
      if (last && last.to === from - 1) runs[runs.length - 1] = { from: last.from, to };
      else runs.push({ from, to });
    });
    return runs;
  };
  // A refusal for want of a size or a carrier is no gap along this measure.
  const measured: readonly Refusal[] = ['below the table', 'beyond the table', 'outside the bounds'];
  const refusesBy = (lane: Lane, at: number) => {
    const charge = takes(lane, at);
    return charge < 0 && measured.includes(refusalOf(charge));
  };
  for (const { from, to } of runsWhere((at) => lanes.every(([, lane]) => refusesBy(lane, at)))) {
    const nearest = lanes.find(([, lane]) => takes(lane, from - 1) >= 0) ?? lanes[0];
    findings.push({
      is: 'gap',
      template: template.id,
      zone,
      over,
      from,
      to,
      example: exampleIn(goods, over, from, to),
      service: nearest?.[0] ?? '',
    });
  }
  if (lanes.length > 1) {
    for (const [service, lane] of lanes) {
      for (const { from, to } of runsWhere(
        (at) => refusesBy(lane, at) && lanes.some(([, other]) => takes(other, at) >= 0),
      ))
        findings.push({ is: 'lane ends', template: template.id, zone, service, over, from, to });
    }
  }
  return findings;
}

function exampleIn(
  goods: readonly Ready[],
  over: 'mass' | 'value' | 'units',
  from: number,
  to: number | null,
): { sku: string; units: number }[] | null {
  const cell = { from, to: to ?? most[over] };
  const any = { from: 1, to: stated.value };
  if (over === 'units') {
    const [cheapest] = [...goods].sort((a, b) => a.price - b.price);
    return cheapest ? [{ sku: cheapest.sku, units: from }] : null;
  }
  const [lines] =
    over === 'mass' ? basketsIn(goods, any, cell, 1) : basketsIn(goods, cell, { from: 1, to: stated.mass }, 1);
  return lines?.map(({ item, units }) => ({ sku: item.sku, units })) ?? null;
}

function startsOf(lane: Lane, over: Over): number[] {
  const { rate } = lane.price;
  const breaks = breaksOf(rate);
  const table =
    breaks?.over === over && breaks.over !== 'volume' ? [breaks.from, ...breaks.edges.map((edge) => edge + 1)] : [];
  const bounds = lane.bounds
    .filter((bound) => bound.over === over)
    .flatMap(({ from, to }) => [Number(from ?? 0), to === null ? 0 : Number(to) + 1]);
  return [...table, ...bounds];
}

/** Goods that cannot be had anywhere, one unit alone, by why the last lane tried refuses them. */
function neverSold(book: CompiledBook, goods: readonly Ready[]): CoverageFinding[] {
  const byWhy = new Map<Refusal, string[]>();
  for (const item of goods) {
    let why: Refusal = 'no lane';
    const sold = item.template.zones.some((zone) =>
      book.services.some((_, i) => {
        const lane = item.template.rows.get(zone)?.lanes[i];
        if (!lane) return false;
        if ((item.serves & (1 << i)) === 0) {
          why = 'barred';
          return false;
        }
        if (item.own) return true;
        const price = item.ownKind === null ? lane.price : (lane.kinds?.get(item.ownKind) ?? lane.price);
        // The carrier is taken to answer: whether it does is not for the rules to say.
        if (price.rate.is === 'carrier quote') return item.mass !== null && item.sides !== null;
        const charge = laneCharge(lane, price, alone(item), {
          place: { country: '', part: null, postcode: null },
          moment: 0,
          carrier: null,
        });
        if (charge < 0) why = refusalOf(charge);
        return charge >= 0;
      }),
    );
    if (!sold) byWhy.set(why, [...(byWhy.get(why) ?? []), item.sku]);
  }
  return [...byWhy].map(([why, skus]) => ({ is: 'never sold', skus, why }));
}

const alone = (item: Ready): Shipment => ({
  from: item.origin,
  value: item.price,
  after: item.price,
  units: 1,
  mass: item.mass ?? (Number.NaN as Mass),
  bought: item.mass ?? (Number.NaN as Mass),
  long: item.sides?.[0] ?? Number.NaN,
  pieces: [{ item, units: 1 }],
});

/**
 * Sorts of goods (one template, the same services allowed) that cannot be bought in one order somewhere, the cheapest
 * of each shown.
 */
function clashes(book: CompiledBook, goods: readonly Ready[], places: readonly Spot[]): CoverageFinding[] {
  const sorts = new Map<string, { item: Ready; count: number }>();
  for (const item of goods) {
    const key = `${item.template.id} ${item.serves}`;
    const known = sorts.get(key);
    sorts.set(key, {
      item: known && known.item.price <= item.price ? known.item : item,
      count: (known?.count ?? 0) + 1,
    });
  }
  const all = [...sorts.values()];
  const bitsAt = (item: Ready, place: Place): { bits: number; zone: string | null } => {
    const zone = item.template.zoneOf(place)?.zone;
    return { bits: zone ? (item.template.rows.get(zone)?.bits ?? 0) & item.serves : 0, zone: zone?.id ?? null };
  };
  const named = (bits: number) => book.services.filter((_, i) => bits & (1 << i)).map((service) => service.id);
  return all.flatMap((a, i) =>
    all.slice(i + 1).flatMap((b): CoverageFinding[] => {
      const apart = places.flatMap(({ place }) => {
        const [x, y] = [bitsAt(a.item, place), bitsAt(b.item, place)];
        return x.bits !== 0 && y.bits !== 0 && (x.bits & y.bits) === 0
          ? [{ zone: x.zone ?? '', x: x.bits, y: y.bits }]
          : [];
      });
      const [first] = apart;
      if (!first) return [];
      return [
        {
          is: 'clash',
          zone: first.zone,
          zones: new Set(apart.map((one) => one.zone)).size,
          a: a.item.sku,
          b: b.item.sku,
          services: [named(first.x), named(first.y)],
          pairs: a.count * b.count,
        },
      ];
    }),
  );
}
