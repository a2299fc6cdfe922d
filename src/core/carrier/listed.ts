import {
  type Currency,
  type Decimal,
  err,
  gram,
  type Instant,
  instantOf,
  isCurrency,
  kept,
  type Mass,
  type Minor,
  memo,
  minor,
  nothing,
  type Problem,
  parseAmount,
  parseDecimal,
  parseMass,
  percentOf,
  type Result,
  type Volume,
} from '../exact/index.ts';
import { type Pattern, type Place, parsePattern, patternTree } from '../places/index.ts';
import type { Parcel, Quoted } from './carrier.ts';
import type { PriceExtra, PriceListBody } from './price-list.ts';

/** From the first moment of a day to that of another, the first counting; infinite where it is open. */
interface Days {
  readonly from: Instant;
  readonly until: Instant;
}

interface Price extends Days {
  readonly most: Mass;
  readonly price: Minor;
}

type Extra = Days & { readonly service: string | null } & (
    | { readonly is: 'fuel'; readonly percent: Decimal }
    | { readonly is: 'home' | 'parcel'; readonly amount: Minor }
    | { readonly is: 'remote'; readonly amount: Minor; readonly takes: (place: Place) => boolean }
  );

/** A price list ready to charge parcels. */
export interface PriceList {
  readonly id: string;
  readonly name: string;
  readonly currency: Currency;
  readonly divisor: number | null;
  /** Whether it takes parcels at a stock place, by its name. */
  readonly takesAt: (stockPlace: string) => boolean;
  readonly zoneOf: (place: Place) => string | null;
  /** By service, then zone: the lightest first, of equals the later begun, then the later listed. */
  readonly prices: ReadonlyMap<string, ReadonlyMap<string, readonly Price[]>>;
  /** The later begun first, of equals the later listed. */
  readonly extras: readonly Extra[];
}

/** A service of a price list. */
export interface ListedService {
  readonly list: PriceList;
  readonly service: string;
}

/** Where, when and to whom parcels are sent. */
export interface Sending {
  /** The name of the stock place. */
  readonly from: string;
  readonly place: Place;
  readonly moment: Instant;
  readonly address: 'home' | 'business';
}

/**
 * Makes a list ready to charge; every problem with its field.
 * @param timeZone by which its days begin
 * @param addressOf where a stock place is; null where that is not known
 */
export function readPriceList(
  body: PriceListBody,
  timeZone: string,
  addressOf: (stockPlace: string) => Place | null,
): Result<PriceList> {
  const read = readAnywhere(body)(timeZone);
  if (!read.ok) return read;
  const { starts, ...list } = read.value;
  const takesAt = (stockPlace: string) => {
    const address = starts && addressOf(stockPlace);
    return starts === null || (address !== null && starts(address));
  };
  return { ok: true, value: { ...list, takesAt } };
}

/** All of a list but where stock places are, once for a list that stays the same: it may hold thousands of prices. */
const readAnywhere = memo((body: PriceListBody) => {
  const known = new Map<string, Result<Lines>>();
  return (timeZone: string): Result<Lines> => {
    const read = known.get(timeZone) ?? readLines(body, timeZone);
    known.set(timeZone, read);
    return read;
  };
});

interface Lines extends Omit<PriceList, 'takesAt'> {
  /** Whether it takes parcels at an address; null where it takes them anywhere. */
  readonly starts: ((address: Place) => boolean) | null;
}

function readLines(body: PriceListBody, timeZone: string): Result<Lines> {
  if (!isCurrency(body.currency)) return err(['currency'], { is: 'malformed', text: body.currency, form: 'currency' });
  const problems: Problem[] = [];
  const { currency } = body;
  const patterns = (texts: readonly string[], at: Problem['at']): Pattern[] =>
    texts.map((text, i) => kept(parsePattern(text), [...at, i], problems, { is: 'world' }));
  const taking = (texts: readonly string[], at: Problem['at']) => {
    const find = patternTree(patterns(texts, at).map((pattern) => ({ pattern, value: null })));
    return (place: Place) => find(place, () => true) !== null;
  };
  const days = ({ from, until }: { from: string | null; until: string | null }, at: Problem['at']): Days => {
    if (from !== null && until !== null && until < from) problems.push({ at, is: 'backwards', from, to: until });
    return { from: dayBegins(from, timeZone) ?? -Infinity, until: dayBegins(until, timeZone) ?? Infinity };
  };
  const amount = (text: string, at: Problem['at']) => kept(parseAmount(text, currency), at, problems, nothing);

  const starts = body.from.length === 0 ? null : taking(body.from, ['from']);
  const zoneOf = patternTree(
    body.zones.flatMap(({ zone, places }, i) =>
      patterns(places, ['zones', i, 'places']).map((pattern) => ({ pattern, value: zone })),
    ),
  );
  const zones = new Set(body.zones.map(({ zone }) => zone));
  const prices = new Map<string, Map<string, Price[]>>();
  body.prices.forEach((line, i) => {
    const at = ['prices', i];
    if (!zones.has(line.zone))
      problems.push({ at: [...at, 'zone'], is: 'unknown', what: 'zone', id: line.zone, known: [...zones] });
    const service = prices.get(line.service) ?? new Map<string, Price[]>();
    prices.set(line.service, service);
    const own = service.get(line.zone) ?? [];
    service.set(line.zone, own);
    own.unshift({
      most: kept(parseMass(line.most.value, line.most.unit), [...at, 'most'], problems, 0 as Mass),
      price: amount(line.price, [...at, 'price']),
      ...days(line, [...at, 'until']),
    });
  });
  // Sorting is stable, and the later listed stands first already.
  for (const service of prices.values())
    for (const own of service.values()) own.sort((a, b) => a.most - b.most || begun(a, b));
  const extras = body.extras
    .map((extra, i) => readExtra(extra, days(extra, ['extras', i, 'until']), i, { amount, taking, problems }))
    .reverse()
    .sort(begun);
  if (problems.length > 0) return { ok: false, problems };
  return {
    ok: true,
    value: {
      id: body.id,
      name: body.name,
      currency,
      divisor: body.divisor,
      starts,
      zoneOf: (place) => zoneOf(place, () => true)?.value ?? null,
      prices,
      extras,
    },
  };
}

const begun = (a: Days, b: Days): number => (a.from === b.from ? 0 : b.from > a.from ? 1 : -1);

function readExtra(
  extra: PriceExtra,
  days: Days,
  i: number,
  reads: {
    amount: (text: string, at: Problem['at']) => Minor;
    taking: (texts: readonly string[], at: Problem['at']) => (place: Place) => boolean;
    problems: Problem[];
  },
): Extra {
  const { service } = extra;
  const at = ['extras', i];
  switch (extra.is) {
    case 'fuel': {
      const percent = kept(parseDecimal(extra.percent, 3), [...at, 'percent'], reads.problems, {
        digits: 0n,
        scale: 0,
      });
      return { is: extra.is, service, percent, ...days };
    }
    case 'home':
    case 'parcel':
      return { is: extra.is, service, amount: reads.amount(extra.amount, [...at, 'amount']), ...days };
    case 'remote': {
      const takes = reads.taking(extra.places, [...at, 'places']);
      return { is: extra.is, service, amount: reads.amount(extra.amount, [...at, 'amount']), takes, ...days };
    }
  }
}

/** The first moment of a day; null where it is open. */
function dayBegins(day: string | null, timeZone: string): Instant | null {
  const read = day === null ? null : instantOf(`${day}T00:00`, timeZone);
  return read?.ok ? read.value : null;
}

/** A cubic centimetre in steps of {@link Volume}. */
const cubicCentimetre = 50_000n ** 3n;

/** Whether a parcel's chargeable mass is no more than so much: what it weighs, and its volume over the divisor. */
function isWithin({ mass, volume }: Pick<Parcel, 'mass' | 'volume'>, most: Mass, divisor: number | null): boolean {
  if (mass > most) return false;
  if (divisor === null) return true;
  return (volume as Volume) * BigInt(1000 * gram) <= BigInt(most) * BigInt(divisor) * cubicCentimetre;
}

const holds = (days: Days, moment: Instant): boolean => days.from <= moment && moment < days.until;

/**
 * What a list asks for parcels by a service, extras and all; null where it does not take them there, does not serve the
 * place, or has no price for one of them on that day.
 */
export function listedCharge(
  { list, service }: ListedService,
  sending: Sending,
  parcels: readonly Parcel[],
): Quoted | null {
  const { place, moment, address } = sending;
  const zone = list.takesAt(sending.from) ? list.zoneOf(place) : null;
  const steps = zone === null ? undefined : list.prices.get(service)?.get(zone);
  if (!steps) return null;
  const inForce = list.extras.filter((one) => (one.service ?? service) === service && holds(one, moment));
  /** Of each sort of extra one counts: the later begun that is meant for the place. */
  const first = (is: Extra['is']) => inForce.find((one) => one.is === is && (one.is !== 'remote' || one.takes(place)));
  const extras = [first('fuel'), first('parcel'), address === 'home' ? first('home') : undefined, first('remote')];
  let sum = 0;
  for (const parcel of parcels) {
    const step = steps.find((one) => holds(one, moment) && isWithin(parcel, one.most, list.divisor));
    if (!step) return null;
    let charge: number = step.price;
    for (const extra of extras)
      if (extra) charge += extra.is === 'fuel' ? percentOf(step.price, extra.percent) : extra.amount;
    sum += charge * parcel.count;
  }
  return Number.isSafeInteger(sum) ? { amount: minor(sum), currency: list.currency } : null;
}

/** The moments at which prices of a list begin and end. */
export const turnsOfList = (list: PriceList): Instant[] =>
  [...list.extras, ...[...list.prices.values()].flatMap((zones) => [...zones.values()].flat())]
    .flatMap(({ from, until }) => [from, until])
    .filter(Number.isFinite);
