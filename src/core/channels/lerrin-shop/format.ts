import { z } from 'zod';

/** The file of Lerrin Shop, as docs/formats/lerrin-shop.md lays it out. */
const money = z.string().regex(/^\d+\.\d{2}$/);
const steps = z.discriminatedUnion('by', [
  z.strictObject({
    by: z.literal('value'),
    rows: z.array(z.strictObject({ from: money, charge: money.nullable() })).min(1),
  }),
  z.strictObject({
    by: z.literal('grams'),
    rows: z.array(z.strictObject({ from: z.int(), charge: money.nullable() })).min(1),
  }),
]);
const speed = z.strictObject({
  label: z.string(),
  days: z.tuple([z.int(), z.int()]),
  steps,
  freeFrom: money.nullable(),
});
const campaign = z.strictObject({
  key: z.string(),
  title: z.string(),
  letter: z.string(),
  benefit: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('order'), percent: z.string() }),
    z.strictObject({ kind: z.literal('delivery'), rateAtMost: money }),
  ]),
  code: z.string().nullable(),
  leastValue: money.nullable(),
  countries: z.array(z.string()).nullable(),
  from: z.string().nullable(),
  until: z.string().nullable(),
});
const zone = z.strictObject({
  key: z.string(),
  name: z.string(),
  places: z.array(z.string()),
  speeds: z.record(z.string(), speed),
});
export const shopSchema = z.strictObject({
  format: z.literal('lerrin-shop/1'),
  closed: z.array(z.string()),
  zones: z.array(zone),
  campaigns: z.array(campaign),
});

export type Shop = z.infer<typeof shopSchema>;
export type ShopSpeed = z.infer<typeof speed>;
export type Campaign = z.infer<typeof campaign>;
export const fileName = 'shop.json';
export const clock = 'Europe/Dublin';
