import type { CompiledBook } from '../../book/index.ts';
import { amountText, decimalText, gramsText, type Instant, type Minor, nothing } from '../../exact/index.ts';
import { countryOf, patternText, prefixesOfPart } from '../../places/index.ts';
import { type Assigned, atlas } from '../atlas.ts';
import { beforeOnly, stated } from '../bounds.ts';
import type { Listed, Note, Rendition } from '../dialect.ts';
import { euros } from '../euros.ts';
import { bounded, exact, type Fidelity, type Loss, type Remedy, unsayable, worstOf } from '../fidelity.ts';
import { settingsOf } from '../manifest.ts';
import { apartNotes, type PlainRate, plainLanes, plainReach } from '../plain.ts';
import { type PlainOffer, plainOffers } from '../plain-offer.ts';
import { alwaysTogether, dearest, fitted, freedServices, mostFreed } from '../reach.ts';
import type { ReadLine, ReadPart } from '../reading.ts';
import { freeFromTerms, freeFromTitle } from '../shopper-texts.ts';
import { fitLots } from './fit.ts';
import {
  type DeliveryOffer,
  elsewhere,
  type GoodsOffer,
  limits,
  type PlanRate,
  type Plans,
  regionOf,
  regions,
} from './format.ts';
import { manifest } from './manifest.ts';
import { rulesOf } from './rules.ts';

/** The book as Harrowmere will read it, clause by clause. */
export function render(book: CompiledBook, goods: readonly Listed[]): Rendition {
  const say = (value: Minor) => amountText(value, book.currency);
  const notes: Note[] = apartNotes(book, goods);
  const plain = plainLanes(book);
  const world = placesOf(book);
  const cuts = world.cuts;
  const { speeds } = settingsOf(book.body, manifest);
  const speedOf = (service: string) => speeds[service] ?? null;
  const listings = goods.map((item) => ({
    listing: item.sku,
    price: say(item.price),
    grams: item.mass === null ? '' : gramsText(item.mass),
  }));
  const named = listings.slice(0, limits.listings).map((one) => one.listing);
  const crowd: Fidelity =
    listings.length <= limits.listings
      ? exact
      : unsayable({ is: 'list full', fit: limits.listings, goods: listings.length }, 'fewer goods there');
  const lines: ReadPart = { is: 'lines', count: listings.length };
  notes.push({ clause: { about: 'goods' }, reads: [['LISTING', lines]], fidelity: exact });

  const rates: PlanRate[] = [];
  const delivery: DeliveryOffer[] = [];
  const goodsOffers: GoodsOffer[] = [];
  const keys = new Set<string>();
  const thresholds = new Set<string>();
  for (const zone of book.defaultTemplate.zones) {
    const places = world.placesOfZone(zone.id);
    const lost = world.lost.filter((one) => one.zone === zone.id);
    notes.push({
      clause: { about: 'zone', zone: zone.id },
      reads: places.map((place) => placeRead(place, cuts)),
      fidelity: worstOf(lost.map((one) => one.fidelity)),
    });
    for (const service of book.services) {
      const lane = plain.get(zone.id)?.get(service.id);
      if (!lane) continue;
      const clause = { about: 'rate', zone: zone.id, service: service.id } as const;
      const speed = speedOf(service.id);
      const taken = speed !== null && rates.some((rate) => rate.speed === speed && places.includes(rate.place));
      if (speed === null || taken || places.length === 0) {
        const loss: Loss =
          speed === null || taken
            ? { is: speed === null ? 'no speed' : 'speed taken', service: service.id, speed }
            : { is: 'no region' };
        const remedy: Remedy = places.length === 0 ? 'whole regions' : 'a speed of its own';
        notes.push({ clause, reads: [], fidelity: unsayable(loss, remedy) });
        continue;
      }
      const said = lane.rate && rateOf(lane.rate, say);
      if (!said) {
        notes.push({ clause, reads: [], fidelity: lane.rate ? byValue : lane.lost });
        continue;
      }
      const { fidelity: fit, ...terms } = said;
      const fidelity = worstOf([fit, lane.lost]);
      if (lane.thresholdLost.is !== 'exact')
        notes.push({
          clause: { about: 'threshold', zone: zone.id, service: service.id },
          reads: [],
          fidelity: lane.thresholdLost,
        });
      rates.push(...places.map((place) => ({ place, speed, ...terms })));
      notes.push({
        clause,
        reads: [['RATE', places.join(' '), speed, termsRead(terms)]],
        fidelity,
      });
      if (lane.freeFrom && plainReach(lane.rate).most > 0) {
        const value = say(lane.freeFrom.value);
        const { title } = fitted(freeFromTitle(service.name, value), limits.title);
        const key = ownKey(`FREE-${zone.id}-${service.id}`, keys);
        thresholds.add(key);
        delivery.push({
          key,
          title,
          terms: freeFromTerms(service.name, zone.name, value),
          speeds: [speed],
          places,
          listings: named,
          leastSpend: value,
          code: '',
          from: '',
          until: '',
        });
        notes.push({
          clause: { about: 'threshold', zone: zone.id, service: service.id },
          reads: [['DELIVERY', key, speed, { is: 'least spend', amount: value }]],
          fidelity: worstOf([beforeOnly(book, lane.freeFrom, plainReach(lane.rate).most), crowd]),
        });
      }
    }
  }

  const plainly = plainOffers(book, 'harrowmere');
  notes.push(...plainly.notes);
  for (const offer of plainly.offers) {
    const body = book.body.offers[offer.order];
    const titled = body?.title ?? offer.id;
    const { title, fidelity: short } = fitted(titled, limits.title);
    const common = {
      title,
      terms: (body?.terms || titled).slice(0, limits.terms),
      listings: named,
      code: offer.code ?? '',
      from: minute(offer.from),
      until: minute(offer.until),
    };
    const clause = { about: 'offer', offer: offer.id } as const;
    if (offer.benefit.is === 'percent off order') {
      const percent = decimalText(offer.benefit.percent);
      goodsOffers.push({ key: ownKey(offer.id, keys), ...common, percent });
      notes.push({
        clause,
        reads: [['GOODS', `${percent} %`, { is: 'listings', count: named.length }, ...codeRead(offer)]],
        fidelity: worstOf([percentFidelity(book, plainly.offers, offer), short, crowd, offer.lost]),
      });
      continue;
    }
    const lines = freeLines(book, offer, world.placesOfZone, speedOf);
    for (const line of lines.lines)
      delivery.push({
        key: ownKey(offer.id, keys),
        ...common,
        ...line,
        leastSpend: offer.asks ? say(offer.asks.value) : '',
      });
    const asks = offer.asks ? beforeOnly(book, offer.asks, mostFreed(book, offer)) : exact;
    const least: ReadLine = offer.asks ? [{ is: 'least spend', amount: say(offer.asks.value) }] : [];
    notes.push({
      clause,
      reads: lines.lines.map((line) => [
        'DELIVERY',
        line.speeds.join(' '),
        line.places?.join(' ') ?? 'ALL',
        ...least,
        ...codeRead(offer),
      ]),
      fidelity: worstOf([
        lines.fidelity,
        asks,
        ...alwaysTogether(book, plainly.offers, offer),
        short,
        crowd,
        offer.lost,
      ]),
    });
  }

  const plans: Plans = { listings, cuts, rates, delivery, goods: goodsOffers };
  const zoneOfName = new Map(
    book.defaultTemplate.zones.flatMap((zone) => world.placesOfZone(zone.id).map((place) => [place, zone.id] as const)),
  );
  return { rules: rulesOf(plans), notes, zoneOfName, thresholds };
}

const minute = (moment: Instant | null) => (moment === null ? '' : `${new Date(moment).toISOString().slice(0, 16)}Z`);

/** A key of the channel's form that no other line has. */
function ownKey(id: string, taken: Set<string>): string {
  const plain = id.toUpperCase().slice(0, limits.key);
  let key = plain;
  for (let i = 2; taken.has(key); i += 1) key = `${plain.slice(0, limits.key - 3)}-${i}`;
  taken.add(key);
  return key;
}

const byValue = unsayable({ is: 'table by value' }, 'a table by mass');

const placeRead = (place: string, cuts: Plans['cuts']): ReadLine => {
  const found = cuts.find((one) => one.key === place);
  return found ? [`CUT ${place}`, found.region, found.prefixes.join(' ')] : [{ is: 'region', region: place }];
};

const termsRead = ({ once, per }: Pick<PlanRate, 'once' | 'per'>): ReadPart => ({
  is: 'once and per lot',
  once,
  per: euros(per) === 0 ? null : per,
  grams: 250,
});

const codeRead = ({ code }: PlainOffer): ReadLine => (code === null ? [] : [{ is: 'code', code }]);

interface Lost {
  readonly zone: string | null;
  readonly fidelity: Fidelity;
}

/** Which regions and cuts stand for which zone, and what of the book's map they cannot follow. */
function placesOf(book: CompiledBook): { cuts: Plans['cuts']; placesOfZone(zone: string): string[]; lost: Lost[] } {
  const parts = atlas(book);
  const zoneOfRegion = new Map<string, string | null>();
  const cuts: { key: string; region: string; prefixes: string[]; zone: string | null }[] = [];
  const lost: Lost[] = [];
  const lose = (part: Assigned, instead: string | null, is: 'region takes in' | 'not cut out', region: string) => {
    const loss: Loss = { is, region, place: patternText(part.pattern) };
    const most = Math.max(dearest(book, part.zone), dearest(book, instead));
    const fidelity =
      part.zone === null || instead === null ? unsayable(loss, 'live with it') : bounded(most, loss, 'live with it');
    lost.push({ zone: part.zone ?? instead, fidelity });
  };
  for (const region of [...regions.keys(), elsewhere]) {
    const inside = parts.filter(
      (one) =>
        regionOf(countryOf(one.pattern) ?? '') === region || (one.pattern.is === 'world' && region === elsewhere),
    );
    const whole = inside.filter((one) => one.pattern.is === 'country' || one.pattern.is === 'world');
    // Countries of a region that the book does not name fall where the rest of its world does.
    const unnamed = (regions.get(region) ?? []).filter(
      (country) => !whole.some((one) => countryOf(one.pattern) === country),
    );
    const rest = unnamed.map(
      (country): Assigned => ({
        pattern: { is: 'country', country },
        place: { country, part: null, postcode: null },
        zone: book.defaultTemplate.zoneOf({ country, part: null, postcode: null })?.zone.id ?? null,
      }),
    );
    const all = [...whole, ...rest];
    const main =
      region === elsewhere
        ? (whole.find((one) => one.pattern.is === 'world')?.zone ?? null)
        : mostCommon(all.map((one) => one.zone));
    zoneOfRegion.set(region, main);
    for (const part of all) if (part.zone !== main) lose(part, main, 'region takes in', region);
    for (const part of inside.filter((one) => !whole.includes(one))) {
      if (part.zone === main || part.pattern.is === 'world' || part.pattern.is === 'country') continue;
      // A sector has a space, by which prefixes are parted there.
      const prefixes =
        part.pattern.is === 'prefix' && !part.pattern.prefix.includes(' ')
          ? [part.pattern.prefix]
          : part.pattern.is === 'part'
            ? prefixesOfPart(part.pattern.part)
            : [];
      const single = (regions.get(region) ?? []).length === 1;
      const known = cuts.find((one) => one.region === region && one.zone === part.zone);
      if (!single || prefixes.length === 0 || (known?.prefixes.length ?? 0) + prefixes.length > limits.prefixes) {
        lose(part, main, 'not cut out', region);
      } else if (known) known.prefixes.push(...prefixes);
      else cuts.push({ key: cutKey(part.zone, region, cuts), region, prefixes: [...prefixes], zone: part.zone });
    }
  }
  return {
    cuts,
    lost,
    placesOfZone: (zone) => [
      ...[...zoneOfRegion].filter(([, one]) => one === zone).map(([region]) => region),
      ...cuts.filter((one) => one.zone === zone).map((one) => one.key),
    ],
  };
}

const cutKey = (zone: string | null, region: string, cuts: readonly { key: string }[]): string =>
  ownKey(zone ?? `closed-${region}`, new Set([...regions.keys(), elsewhere, ...cuts.map((one) => one.key)]));

function mostCommon(zones: readonly (string | null)[]): string | null {
  const counts = new Map<string | null, number>();
  for (const zone of zones) counts.set(zone, (counts.get(zone) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}

/** A rate as an amount once and an amount a started 250 g; null where neither follows it. */
function rateOf(
  rate: PlainRate,
  say: (value: Minor) => string,
): (Pick<PlanRate, 'once' | 'unit' | 'per'> & { fidelity: Fidelity }) | null {
  if (rate.is !== 'table')
    return { once: say(plainReach(rate).most), unit: 'ITEM', per: say(nothing), fidelity: exact };
  if (rate.over === 'value') return null;
  const fit = fitLots(rate);
  const near =
    fit.bound === 0
      ? exact
      : bounded(fit.bound, { is: 'nearest line', grams: 250, off: fit.bound }, 'a charge per weight', 'live with it');
  const beyond =
    rate.open || (rate.edges.at(-1) ?? 0) >= stated.mass
      ? exact
      : unsayable({ is: 'no stop' }, 'an open last break', 'live with it');
  const begins = rate.from > 0 ? unsayable({ is: 'no beginning' }, 'live with it') : exact;
  return { once: say(fit.once), unit: '250G', per: say(fit.per), fidelity: worstOf([near, beyond, begins]) };
}

/** The lines that free an offer's services where they are to be free. */
function freeLines(
  book: CompiledBook,
  offer: PlainOffer,
  placesOfZone: (zone: string) => string[],
  speedOf: (service: string) => string | null,
): { lines: Pick<DeliveryOffer, 'speeds' | 'places'>[]; fidelity: Fidelity } {
  const freed = freedServices(book, offer);
  const bySpeeds = new Map<string, string[]>();
  for (const { zone, services } of freed.zones) {
    const speeds = services.flatMap((service) => speedOf(service) ?? []).join(' ');
    if (speeds !== '') bySpeeds.set(speeds, [...(bySpeeds.get(speeds) ?? []), ...placesOfZone(zone)]);
  }
  const lines = [...bySpeeds].flatMap(([speeds, places]) =>
    places.length === 0 ? [] : [{ speeds: speeds.split(' '), places }],
  );
  if (lines.length > 0) return { lines, fidelity: freed.fidelity };
  return {
    lines,
    fidelity: worstOf([freed.fidelity, unsayable({ is: 'no counterpart' }, 'speeds for its services')]),
  };
}

/**
 * An order percentage becomes a goods offer on every listing: everywhere, from the first cent, rounded line by line.
 */
function percentFidelity(book: CompiledBook, offers: readonly PlainOffer[], offer: PlainOffer): Fidelity {
  // Half a cent a line.
  const rounding = bounded(stated.units / 2, { is: 'rounded by line' }, 'live with it');
  const parts: Fidelity[] = [rounding, ...alwaysTogether(book, offers, offer)];
  if (offer.zones) parts.push(unsayable({ is: 'holds everywhere' }, 'every place'));
  if (offer.asks) parts.push(unsayable({ is: 'asks no least value' }, 'no least value'));
  return worstOf(parts);
}
