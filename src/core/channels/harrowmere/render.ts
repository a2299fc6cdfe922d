import type { CompiledBook } from '../../book/index.ts';
import { amountText, decimalText, gramsText, type Instant, type Minor, minor, nothing } from '../../exact/index.ts';
import { countryOf, patternText, prefixesOfPart } from '../../places/index.ts';
import { type Assigned, atlas } from '../atlas.ts';
import { beforeOnly, exact, stated, worstOf } from '../bounds.ts';
import type { Fidelity, Listed, Note, Rendition } from '../dialect.ts';
import { settingsOf } from '../manifest.ts';
import { apartNotes, type PlainRate, plainLanes, reachOf } from '../plain.ts';
import { type PlainOffer, plainOffers } from '../plain-offer.ts';
import { alwaysTogether, dearest, fitted, freedServices, mostFreed } from '../reach.ts';
import { fitLots } from './fit.ts';
import {
  type DeliveryOffer,
  elsewhere,
  type GoodsOffer,
  limits,
  type Plans,
  type Rate,
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
      : {
          is: 'unsayable',
          why: `Only ${limits.listings} of ${listings.length} goods fit on an offer's list there.`,
          remedies: ['list fewer goods there'],
        };
  notes.push({ clause: { about: 'goods' }, reads: `LISTING · ${listings.length} lines`, fidelity: exact });

  const rates: Rate[] = [];
  const delivery: DeliveryOffer[] = [];
  const goodsOffers: GoodsOffer[] = [];
  const keys = new Set<string>();
  const thresholds = new Set<string>();
  for (const zone of book.defaultTemplate.zones) {
    const places = world.placesOfZone(zone.id);
    const lost = world.lost.filter((one) => one.zone === zone.id);
    notes.push({
      clause: { about: 'zone', zone: zone.id },
      reads: places.length === 0 ? null : places.map((place) => describePlace(place, cuts)).join(' · '),
      fidelity: worstOf(lost.map((one) => one.fidelity)),
    });
    for (const service of book.services) {
      const lane = plain.get(zone.id)?.get(service.id);
      if (!lane) continue;
      const clause = { about: 'rate', zone: zone.id, service: service.id } as const;
      const speed = speedOf(service.id);
      const taken = speed !== null && rates.some((rate) => rate.speed === speed && places.includes(rate.place));
      if (speed === null || taken || places.length === 0) {
        const why =
          speed === null
            ? `${service.name} has no speed at Harrowmere in its settings.`
            : taken
              ? `${speed} is another service there already.`
              : 'No region there stands for this zone.';
        notes.push({
          clause,
          reads: null,
          fidelity: {
            is: 'unsayable',
            why,
            remedies: [
              places.length === 0 ? 'a zone of whole regions or postcode prefixes' : 'name another speed for it',
            ],
          },
        });
        continue;
      }
      const said = lane.rate && rateOf(lane.rate, say);
      if (!said) {
        const why: Fidelity = lane.rate
          ? {
              is: 'unsayable',
              why: 'A table by value cannot be said there: the service is not offered.',
              remedies: ['a table by mass in the book'],
            }
          : lane.lost;
        notes.push({ clause, reads: null, fidelity: why });
        continue;
      }
      const { fidelity: fit, ...terms } = said;
      const fidelity = worstOf([fit, lane.lost]);
      if (lane.thresholdLost.is !== 'exact')
        notes.push({
          clause: { about: 'threshold', zone: zone.id, service: service.id },
          reads: null,
          fidelity: lane.thresholdLost,
        });
      rates.push(...places.map((place) => ({ place, speed, ...terms })));
      notes.push({
        clause,
        reads: `RATE · ${places.join(' ')} · ${speed} · ${terms.once}${terms.per === '0.00' ? ' once a plan' : ` + ${terms.per} per started 250 g`}`,
        fidelity,
      });
      if (lane.freeFrom && reachOf(lane.rate).most > 0) {
        const value = say(lane.freeFrom.value);
        const { title } = fitted(`Free ${service.name.toLowerCase()} from ${value}`, limits.title);
        const key = ownKey(`FREE-${zone.id}-${service.id}`, keys);
        thresholds.add(key);
        delivery.push({
          key,
          title,
          terms: `${service.name} to ${zone.name} is free from ${value}.`,
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
          reads: `DELIVERY · ${key} · ${speed} · least spend ${value}`,
          fidelity: worstOf([beforeOnly(book, lane.freeFrom, reachOf(lane.rate).most), crowd]),
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
        reads: `GOODS · ${percent} % on ${named.length} listings · code ${offer.code}`,
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
    const reads = lines.lines.map(
      (line) =>
        `DELIVERY · ${line.speeds.join(' ')} · ${line.places?.join(' ') ?? 'ALL'}${offer.asks ? ` · least spend ${say(offer.asks.value)}` : ''}${offer.code ? ` · code ${offer.code}` : ''}`,
    );
    notes.push({
      clause,
      reads: reads.length === 0 ? null : reads.join('; '),
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

const describePlace = (place: string, cuts: Plans['cuts']) => {
  const found = cuts.find((one) => one.key === place);
  return found ? `CUT ${place} · ${found.region} · ${found.prefixes.join(' ')}` : `region ${place}`;
};

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
  const lose = (part: Assigned, instead: string | null, why: string) => {
    const most = minor(Math.max(dearest(book, part.zone), dearest(book, instead)));
    const fidelity: Fidelity =
      part.zone === null || instead === null
        ? { is: 'unsayable', why, remedies: ['live with it'] }
        : { is: 'bounded', bound: most, why, remedies: ['live with it'] };
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
    for (const part of all)
      if (part.zone !== main)
        lose(part, main, `${region} there takes in ${patternText(part.pattern)}, which the book puts elsewhere.`);
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
        lose(part, main, `${patternText(part.pattern)} cannot be cut out of ${region} there.`);
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
): (Pick<Rate, 'once' | 'unit' | 'per'> & { fidelity: Fidelity }) | null {
  if (rate.is !== 'table') return { once: say(reachOf(rate).most), unit: 'ITEM', per: say(nothing), fidelity: exact };
  if (rate.over === 'value') return null;
  const fit = fitLots(rate);
  const near: Fidelity =
    fit.bound === 0
      ? exact
      : {
          is: 'bounded',
          bound: fit.bound,
          why: `No mass breaks there; the nearest line per started 250 g is up to ${say(fit.bound)} off.`,
          remedies: ['a charge per weight in the book', 'live with it'],
        };
  const beyond: Fidelity =
    rate.open || (rate.edges.at(-1) ?? 0) >= stated.mass
      ? exact
      : {
          is: 'unsayable',
          why: 'It cannot stop at a mass there: what the table does not reach is sold all the same.',
          remedies: ['an open last break', 'live with it'],
        };
  const begins: Fidelity =
    rate.from > 0
      ? {
          is: 'unsayable',
          why: 'It cannot begin at a mass there: lighter orders are sold all the same.',
          remedies: ['live with it'],
        }
      : exact;
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
    fidelity: worstOf([
      freed.fidelity,
      {
        is: 'unsayable',
        why: 'None of the lanes it frees has a counterpart there.',
        remedies: ['name a speed for its services'],
      },
    ]),
  };
}

/**
 * An order percentage becomes a goods offer on every listing: everywhere, from the first cent, rounded line by line.
 */
function percentFidelity(book: CompiledBook, offers: readonly PlainOffer[], offer: PlainOffer): Fidelity {
  const rounding: Fidelity = {
    is: 'bounded',
    bound: minor(stated.units / 2),
    why: 'Rounded line by line there, on the total here: half a cent a line.',
    remedies: ['live with it'],
  };
  const parts: Fidelity[] = [rounding, ...alwaysTogether(book, offers, offer)];
  if (offer.zones)
    parts.push({ is: 'unsayable', why: 'Goods offers hold everywhere there.', remedies: ['hold it in every place'] });
  if (offer.asks)
    parts.push({ is: 'unsayable', why: 'Goods offers there ask no least value.', remedies: ['ask no least value'] });
  return worstOf(parts);
}
