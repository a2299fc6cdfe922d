import { z } from 'zod';
import { massUnits, naming, written } from '../exact/index.ts';

const { amount, currency, figure, id, line, name, percent, place } = written;

const word = line.trim().min(1).max(40);
/** Days on which it holds: the first counts, the last does not, either may be open. */
const days = { from: z.iso.date().nullable().default(null), until: z.iso.date().nullable().default(null) };
const extra = { service: word.nullable().default(null), ...days };

/**
 * A carrier's price list that the seller keeps: what a parcel costs by service, zone and chargeable mass, and what is
 * asked on top.
 */
export const priceListSchema = z.strictObject({
  id,
  name,
  currency,
  /** Where it takes parcels: patterns of places that the address of the stock place lies in; empty: anywhere. */
  from: z.array(place).max(60).default([]),
  /** Cubic centimetres that count as one kilogram; null: only what a parcel weighs counts. */
  divisor: z.int().min(1).max(100_000).nullable().default(null),
  /** Of the zones that take a place in, the most specific pattern decides; of equals the zone listed first. */
  zones: z
    .array(z.strictObject({ zone: word, places: z.array(place).min(1).max(3000) }))
    .max(200)
    .default([]),
  /** A parcel of up to so much, the edge counting; the least line that takes it decides. */
  prices: z
    .array(
      z.strictObject({
        service: word,
        zone: word,
        most: z.strictObject({ value: figure, unit: z.enum(massUnits) }),
        price: amount,
        ...days,
      }),
    )
    .max(5000)
    .default([]),
  /** What comes on top of each parcel, of one service or (null) of all. */
  extras: z
    .array(
      z.discriminatedUnion('is', [
        /** A share of the price, rounded half away from zero. */
        z.strictObject({ is: z.literal('fuel'), percent, ...extra }),
        z.strictObject({ is: z.literal('parcel'), amount, ...extra }),
        /** To a home. */
        z.strictObject({ is: z.literal('home'), amount, ...extra }),
        /** To some places. */
        z.strictObject({ is: z.literal('remote'), amount, places: z.array(place).min(1).max(3000), ...extra }),
      ]),
    )
    .max(500)
    .default([]),
});
export type PriceListBody = z.infer<typeof priceListSchema>;
export type PriceLine = PriceListBody['prices'][number];
export type PriceExtra = PriceListBody['extras'][number];

/** A service of a price list, as what goes by it names it. */
export const listedServiceSchema = z.strictObject({ list: naming('price list', 'row'), service: word });

/** The services that a list has prices for, in its order. */
export const servicesOf = ({ prices }: Pick<PriceListBody, 'prices'>): string[] => [
  ...new Set(prices.map((one) => one.service)),
];
