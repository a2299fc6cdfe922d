import { z } from 'zod';
import { written } from '../exact/index.ts';
import { itemSchema } from '../goods/index.ts';
import { code, offerSchema } from '../offers/index.ts';
import { zoneSchema } from '../places/index.ts';
import { serviceSchema, templateSchema } from '../rates/index.ts';

const { id, name } = written;

export const basketSchema = z.strictObject({
  id,
  name,
  lines: z
    .array(z.strictObject({ sku: z.string(), units: z.int().min(1).max(10_000) }))
    .min(1)
    .max(100),
  /** A country, part or postcode: `IE`, `US-AK`, `GB HS1 2AA`. */
  place: z.string().min(2).max(40),
  codes: z.array(code).max(8),
  /** A moment of its own (ISO 8601, UTC); null for the moment everything is computed for. */
  moment: z.iso.datetime().nullable(),
});
export const channelIds = ['lerrin-shop', 'harrowmere', 'findlark'] as const;
/** What is set for a channel: what each service is called there (null: not said there) and, for a feed, its target. */
export const channelSchema = z.strictObject({
  speeds: z.record(id, z.string().nullable()),
  target: z.union([z.literal('all'), z.string().regex(/^[A-Z]{2}$/)]),
});

export const bookSchema = z.strictObject({
  format: z.literal('plemb-book/1'),
  seller: name,
  market: z.strictObject({ currency: z.string().regex(/^[A-Z]{3}$/), locale: z.string(), timeZone: z.string() }),
  services: z.array(serviceSchema).min(1).max(12),
  zones: z.array(zoneSchema),
  templates: z.array(templateSchema).length(1),
  offers: z.array(offerSchema),
  channels: z.record(z.enum(channelIds), channelSchema),
  pinned: z.array(basketSchema),
});
/** A book with its goods, as exported whole. */
export const bookFileSchema = bookSchema.extend({ goods: z.array(itemSchema) });

/** The book as it stands in files, in the database and in drafts. */
export type Book = z.infer<typeof bookSchema>;
export type BookFile = z.infer<typeof bookFileSchema>;
export type Basket = z.infer<typeof basketSchema>;
export type ChannelId = (typeof channelIds)[number];
