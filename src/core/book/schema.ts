import { z } from 'zod';
import { written } from '../exact/index.ts';
import { itemSchema, selectionSchema } from '../goods/index.ts';
import { code, offerSchema, segmentSchema } from '../offers/index.ts';
import { zoneSchema } from '../places/index.ts';
import { boxSchema, mixingRuleSchema, mixingSchema, serviceSchema, templateSchema } from '../rates/index.ts';

const { amount, id, name, percent, place } = written;
const currency = z.string().regex(/^[A-Z]{3}$/, 'three capital letters of ISO 4217');

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
  /** Whether it goes to a home, for which carriers ask more, or to a business. */
  address: z.enum(['home', 'business']).default('home'),
  /** A moment of its own (ISO 8601, UTC); null for the moment everything is computed for. */
  moment: z.iso.datetime().nullable(),
  /** The market it is bought in; null: the first. */
  market: id.nullable().default(null),
  /** The channel it is bought in, for offers that hold in some; null: none of them. */
  channel: id.nullable().default(null),
  /** The customer's segment; null: not known. */
  segment: id.nullable().default(null),
  /** How far limited offers are used up before it, by offer: orders in all, the customer's own, and what it has cost in the first market's currency. */
  spent: z.record(id, z.strictObject({ uses: z.int().min(0), own: z.int().min(0), spent: amount })).default({}),
});

/** A market: its currency and clock, what is shown to its shoppers, and how. */
export const marketSchema = z.strictObject({
  id,
  name,
  currency,
  locale: z.string().min(2).max(20),
  timeZone: z.string(),
  /** Whether shown prices have the tax inside or it is added. */
  tax: z.enum(['inside', 'added']).default('inside'),
  /** Where shoppers are taken to be until their address is known; null: nowhere yet. */
  assumed: place.nullable().default(null),
  /** The address that decides. */
  decides: z.enum(['delivery', 'billing']).default('delivery'),
  /** How converted amounts are rounded. */
  rounding: z
    .discriminatedUnion('is', [z.strictObject({ is: z.literal('nearest') }), z.strictObject({ is: z.literal('step'), step: amount }), z.strictObject({ is: z.literal('ending'), ending: amount })])
    .default({ is: 'nearest' }),
  /** Which paid choices are hidden beside a free one. */
  hides: z.enum(['none', 'same or slower', 'all']).default('none'),
  /** The most choices shown; null: all. */
  most: z.int().min(1).max(12).nullable().default(null),
});

/** What a unit of one currency is in another, that way round only. */
export const exchangeSchema = z.strictObject({ id, from: currency, to: currency, rate: z.string().regex(/^\d{1,6}(\.\d{1,8})?$/, 'a rate such as 0.86') });
/** The tax on a class of goods (or on delivery) in some places; the most specific place decides. */
export const taxSchema = z.strictObject({ id, class: id, places: z.array(place).min(1), percent });
const share = z.strictObject({ percent, amount });
/** What an order costs the seller besides goods and carrier. */
export const costsSchema = z.strictObject({
  /** Packing, an order. */
  packing: amount,
  payment: share,
  /** The share of goods value spent on advertising, in percent. */
  advertising: percent,
  channels: z.record(id, share),
});

export const channelIds = ['lerrin-shop', 'harrowmere', 'findlark'] as const;
/** Days that matter to the seller, both counting. */
export const eventSchema = z.strictObject({ id, name, from: z.iso.date(), until: z.iso.date() });
/** What is set for a channel: what each service is called there (null: not said there) and, for a feed, its target. */
export const channelSchema = z.strictObject({
  speeds: z.record(id, z.string().nullable()),
  target: z.union([z.literal('all'), z.string().regex(/^[A-Z]{2}$/)]),
});

export const bookSchema = z.strictObject({
  format: z.literal('plemb-book/2'),
  seller: name,
  /** The first is the seller's own: amounts of goods and offers are in its currency. */
  markets: z.array(marketSchema).min(1).max(12),
  exchange: z.array(exchangeSchema).default([]),
  taxes: z.array(taxSchema).default([]),
  /** The tax class of delivery. */
  deliveryClass: id.default('standard'),
  costs: costsSchema.default({ packing: '0', payment: { percent: '0', amount: '0' }, advertising: '0', channels: {} }),
  services: z.array(serviceSchema).min(1).max(12),
  zones: z.array(zoneSchema),
  selections: z.array(selectionSchema).default([]),
  boxes: z.array(boxSchema).default([]),
  /** The first is the default one. */
  templates: z.array(templateSchema).min(1).max(60),
  /** How the charges of several groups become one, where no mixing rule covers them. */
  mixedBy: mixingSchema.default('sum'),
  mixing: z.array(mixingRuleSchema).default([]),
  /** What the seller plans by: fairs, holidays, seasons. */
  events: z.array(eventSchema).default([]),
  segments: z.array(segmentSchema).default([]),
  offers: z.array(offerSchema),
  channels: z.record(z.enum(channelIds), channelSchema),
  /** When each lane's rate was last looked at: `template/zone/service`, a day. */
  reviewed: z.record(z.string().max(130), z.iso.date()).default({}),
  pinned: z.array(basketSchema),
});
/** A book with its goods, as exported whole. */
export const bookFileSchema = bookSchema.extend({ goods: z.array(itemSchema) });

/** The book as it stands in files, in the database and in drafts. */
export type Book = z.infer<typeof bookSchema>;
export type BookFile = z.infer<typeof bookFileSchema>;
/** A book as it may be written: what is left out has its default. */
export type BookInput = z.input<typeof bookFileSchema>;
export type Market = z.infer<typeof marketSchema>;
export type Basket = z.infer<typeof basketSchema>;
/** A basket as it may be written: what is left out has its default. */
export type BasketInput = z.input<typeof basketSchema>;
export type ChannelId = (typeof channelIds)[number];
