import { z } from 'zod';
import { pound } from '../amounts.ts';
import { writtenLines } from '../written-lines.ts';

/** The file of Lerrin Shop, as docs/formats/lerrin-shop.md lays it out. */
const money = z.string().regex(/^\d{1,8}\.\d{2}$/);
const key = z.string().regex(/^[a-z0-9-]{1,40}$/);
const speedKey = z.string().regex(/^[a-z0-9-]{1,20}$/);
const locale = z.string().regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/);
const texts = z.record(locale, z.string());
const percent = z.string();
const count = z.int().min(1).max(999);

const steps = z.discriminatedUnion('by', [
  z.strictObject({
    by: z.literal('value'),
    rows: z.array(z.strictObject({ from: money, charge: money.nullable() })).min(1),
  }),
  z.strictObject({
    by: z.literal('grams'),
    rows: z.array(z.strictObject({ from: z.int(), charge: money.nullable() })).min(1),
  }),
  z.strictObject({
    by: z.literal('carrier'),
    service: z.string().min(1).max(40),
    percent: z.string(),
    amount: money,
  }),
]);
/** Three lengths in millimetres, the longest first. */
const lengths = z.tuple([z.string(), z.string(), z.string()]);
const box = z.strictObject({ key, inner: lengths, most: z.string(), own: z.string() });
const percentOff = z.strictObject({ is: z.literal('percent'), percent });
const amountOff = z.strictObject({ is: z.literal('amount'), amount: money });
const benefit = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('goods'),
    tag: key.nullable(),
    off: z.discriminatedUnion('is', [
      percentOff,
      amountOff,
      z.strictObject({ is: z.literal('price'), price: money }),
      z.strictObject({ is: z.literal('n for m'), buy: count, get: count, percent }),
    ]),
  }),
  z.strictObject({ kind: z.literal('order'), off: z.discriminatedUnion('is', [percentOff, amountOff]) }),
  z.strictObject({ kind: z.literal('delivery'), atMost: money, fees: z.boolean() }),
]);
const campaign = z.strictObject({
  key,
  title: texts,
  terms: texts,
  letter: z.string().regex(/^[A-Z]$/),
  benefit,
  code: z.string().nullable(),
  /** The batch of single-use codes of which one is asked for. */
  batch: z.string().optional(),
  leastValue: money.nullable(),
  places: z.array(z.string()).nullable(),
  except: z.array(z.string()),
  uses: z.int().min(1).nullable(),
  from: z.string().nullable(),
  until: z.string().nullable(),
});
const rate = z.strictObject({
  set: key,
  speed: speedKey,
  label: texts.nullable(),
  days: z.tuple([z.int(), z.int()]),
  steps,
  each: money,
  freeFrom: money.nullable(),
});
const listing = z.strictObject({
  id: z.string(),
  price: money,
  grams: z.string().nullable(),
  /** Left out where it is not known, or nothing asks for it. */
  size: lengths.optional(),
  tags: z.array(key),
  handling: z.strictObject({ each: money, waived: z.boolean() }).nullable(),
});
export const shopSchema = z.strictObject({
  format: z.literal('lerrin-shop/2'),
  locales: z.array(locale).min(1),
  closed: z.array(z.string()),
  speeds: z.array(z.strictObject({ key: speedKey, label: texts, bars: z.array(key) })),
  sets: z.array(z.strictObject({ key, name: z.string(), tags: z.array(key), rest: z.boolean(), kept: z.boolean() })),
  /** What is packed in where the carrier is asked; left out for none. */
  boxes: z.array(box).optional(),
  zones: z.array(z.strictObject({ key, name: z.string(), places: z.array(z.string()), rates: z.array(rate) })),
  campaigns: z.array(campaign),
  listings: z.array(listing),
});

export type Shop = z.infer<typeof shopSchema>;
export type ShopSet = Shop['sets'][number];
export type ShopListing = z.infer<typeof listing>;
export type ShopRate = z.infer<typeof rate>;
export type ShopBox = z.infer<typeof box>;
/** Steps by which a rate goes up, rather than by what a carrier asks. */
export type ShopRows = Extract<ShopRate['steps'], { readonly rows: unknown }>;
export type Campaign = z.infer<typeof campaign>;
export type CampaignBenefit = z.infer<typeof benefit>;
export const fileName = 'shop.json';
export const clock = 'Europe/Dublin';
/** By what the shop converts its euros for those who pay in pounds: each amount alone, up to the step. */
export const conversion = { to: pound, rate: '0.86', step: '0.05' } as const;
/**
 * The most letters of a key, rows of steps, letters of terms, sets, tags of a listing, campaigns' letters, and letters
 * of a label.
 */
export const limits = { key: 40, rows: 200, terms: 2000, sets: 200, tags: 200, letters: 26, label: 60 } as const;

/** The file piece by piece: what is few as people read it, listings a line each. */
export function* writeShop({ listings, ...rest }: Shop): Generator<string> {
  yield `${JSON.stringify(rest, null, 2).slice(0, -2)},\n  "listings": [`;
  yield* writtenLines(listings);
  yield ']\n}\n';
}
