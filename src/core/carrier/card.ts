import { z } from 'zod';
import {
  type Currency,
  type Decimal,
  gram,
  type Instant,
  kept,
  localOf,
  type Minor,
  minor,
  nothing,
  once,
  type Problem,
  parseAmount,
  parseDecimal,
  percentOf,
  type Result,
  type Volume,
} from '../exact/index.ts';
import type { Place } from '../places/index.ts';
import type { Carrier, Parcel } from './carrier.ts';

const day = z.iso.date();
const money = z.string().regex(/^\d{1,7}\.\d{2}$/);
const span = { from: day, until: day.nullable() };

/** A dated card of the carrier, as docs/formats/ternline.md lays it out. */
export const cardSchema = z.object({
  card: z.string(),
  ...span,
  currency: z.string().regex(/^[A-Z]{3}$/),
  divisor: z.int().min(1),
  lot: z.int().min(1),
  fuel: z.string().regex(/^\d{1,3}(\.\d{1,3})?$/),
  home: money,
  remote: money,
  zones: z.array(z.object({ zone: z.string(), countries: z.array(z.string()) })),
  remotes: z.array(z.object({ country: z.string(), prefixes: z.array(z.string()) })),
  services: z.array(
    z.object({
      service: z.string(),
      name: z.string(),
      ...span,
      days: z.tuple([z.int(), z.int()]),
      most: z.int(),
      prices: z.record(z.string(), z.object({ first: money, each: money })),
    }),
  ),
  boxes: z.array(z.object({ box: z.string(), name: z.string(), price: money, most: z.int() })),
});
export type CardBody = z.infer<typeof cardSchema>;

/** A card ready to charge parcels, in minor units of its currency. */
export interface Card {
  readonly body: CardBody;
  readonly currency: Currency;
  readonly fuel: Decimal;
  readonly home: Minor;
  readonly remote: Minor;
  readonly services: ReadonlyMap<
    string,
    {
      readonly body: CardBody['services'][number];
      readonly prices: ReadonlyMap<string, { readonly first: Minor; readonly each: Minor }>;
    }
  >;
}

/** Reads a card; every problem with its field. */
export function readCard(body: CardBody): Result<Card> {
  const problems: Problem[] = [];
  const currency = body.currency as Currency;
  const amount = (text: string, ...at: string[]) => kept(parseAmount(text, currency), at, problems, nothing);
  const services = new Map(
    body.services.map((one) => [
      one.service,
      {
        body: one,
        prices: new Map(
          Object.entries(one.prices).map(([zone, price]) => [
            zone,
            {
              first: amount(price.first, 'services', one.service, zone),
              each: amount(price.each, 'services', one.service, zone),
            },
          ]),
        ),
      },
    ]),
  );
  const fuel = kept(parseDecimal(body.fuel, 3), ['fuel'], problems, { digits: 0n, scale: 0 });
  const card = {
    body,
    currency,
    fuel,
    home: amount(body.home, 'home'),
    remote: amount(body.remote, 'remote'),
    services,
  };
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: card };
}

/** Cards ready to charge parcels; those that cannot be read are as if not there. */
export const readCards = (bodies: readonly CardBody[]): Card[] =>
  bodies.flatMap((body) => {
    const read = readCard(body);
    return read.ok ? [read.value] : [];
  });

/** The card in force on a day, `2026-11-24`; null where there is none. */
export const cardOn = (cards: readonly Card[], on: string): Card | null =>
  cards.find(({ body }) => body.from <= on && (body.until === null || on < body.until)) ?? null;

/** How one parcel is charged, part by part. */
export interface ParcelCharge {
  readonly lots: number;
  readonly base: Minor;
  readonly fuel: Minor;
  readonly home: Minor;
  readonly remote: Minor;
  readonly charge: Minor;
}

/** A cubic centimetre in steps of {@link Volume}. */
const cubicCentimetre = 50_000n ** 3n;

/**
 * Charges a parcel by a card on a day: chargeable mass is the greater of actual and volumetric, in started lots; fuel
 * on the base only; a home extra and a remote one. Null where the service is not sold that day, does not serve the
 * place, or may not carry so much.
 */
export function parcelCharge(
  card: Card,
  service: string,
  place: Place,
  parcel: Pick<Parcel, 'mass' | 'volume'>,
  on: string,
  home: boolean,
): ParcelCharge | null {
  const sold = card.services.get(service);
  if (!sold || sold.body.from > on || (sold.body.until !== null && on >= sold.body.until)) return null;
  const grams = Math.ceil(parcel.mass / gram);
  if (grams > sold.body.most) return null;
  const { zones, remotes, divisor, lot } = card.body;
  const zone = (
    zones.find((one) => one.countries.includes(place.country)) ?? zones.find((one) => one.countries.includes('*'))
  )?.zone;
  const price = zone === undefined ? undefined : sold.prices.get(zone);
  if (!price) return null;
  const volume = Number(ceiling(parcel.volume as Volume, cubicCentimetre));
  const lots = Math.max(1, Math.ceil(grams / lot), Math.ceil((volume * 1000) / (divisor * lot)));
  const base = minor(price.first + price.each * (lots - 1));
  const fuel = percentOf(base, card.fuel);
  const postcode = (place.postcode ?? '').replace(/\s/g, '');
  const far = remotes.some(
    (one) => one.country === place.country && one.prefixes.some((prefix) => postcode.startsWith(prefix)),
  );
  const extras = { home: home ? card.home : nothing, remote: far ? card.remote : nothing };
  return { lots, base, fuel, ...extras, charge: minor(base + fuel + extras.home + extras.remote) };
}

const ceiling = (a: bigint, b: bigint): bigint => (a + b - 1n) / b;

/**
 * The carrier as rates ask it, by the card of a day and for homes or businesses: what all parcels cost, or silence
 * where one of them is not carried.
 */
export function carrierBy(card: Card, on: string, home: boolean): Carrier {
  return {
    charge(service, place, parcels) {
      let sum = 0;
      for (const parcel of parcels) {
        const charged = parcelCharge(card, service, place, parcel, on, home);
        if (!charged) return null;
        sum += charged.charge * parcel.count;
      }
      return { amount: minor(sum), currency: card.currency };
    },
  };
}

/** The carrier at any moment, by the card of its day on a wall's clock, as it answers for homes. */
export function carrierIn(cards: readonly Card[], zone: string): (moment: Instant) => Carrier | null {
  const by = once((on: string) => {
    const card = cardOn(cards, on);
    return card && carrierBy(card, on, true);
  }, String);
  return (moment) => by(localOf(moment, zone).slice(0, 10));
}
