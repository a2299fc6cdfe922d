import { z } from 'zod';
import { manifests } from '#manifests';
import { priceListSchema } from '../carrier/index.ts';
import { type Form, isMonday, massUnits, naming, written } from '../exact/index.ts';
import { itemSchema, selectionSchema } from '../goods/index.ts';
import { code, eitherOrSchema, offerSchema, segmentSchema, shopLinkSchema } from '../offers/index.ts';
import { zoneSchema } from '../places/index.ts';
import {
  boxSchema,
  mixingRuleSchema,
  mixingSchema,
  serviceSchema,
  type TemplateBody,
  templateSchema,
} from '../rates/index.ts';

const { amount, currency, figure, id, name, percent, place } = written;
const monday = z.string().refine(isMonday, 'Monday' satisfies Form);

/**
 * How far a limited offer is used up: orders in all, the customer's own, and what it has cost, by week and channel, in
 * the first market's currency.
 */
export const spentSchema = z.strictObject({
  uses: z.int().min(0).default(0),
  own: z.int().min(0).default(0),
  rows: z
    .array(z.strictObject({ week: monday, channel: id.nullable().default(null), amount }))
    .max(10_000)
    .default([]),
});

export const basketSchema = z.strictObject({
  id,
  name,
  /** Double SKUs are merged at the first of them; then at most 100 lines and 10,000 units. */
  lines: z
    .array(z.strictObject({ sku: naming('item', 'row'), units: z.int().min(1).max(10_000) }))
    .min(1)
    .max(10_000),
  /** A country, part or postcode: `IE`, `US-AK`, `GB HS1 2AA`. */
  place: z.string().min(2).max(40),
  /** The place of billing, where it is another; it may fix the tax rate, and nothing else. */
  billing: z.string().min(2).max(40).nullable().default(null),
  codes: z.array(code).max(8).default([]),
  /** Whether it goes to a home, for which carriers ask more, or to a business. */
  address: z.enum(['home', 'business']).default('home'),
  /** A moment of its own (ISO 8601, UTC); null for the moment everything is computed for. */
  moment: z.iso.datetime().nullable().default(null),
  /** The market it is bought in; null: the first. */
  market: naming('market', 'whole').nullable().default(null),
  /** The channel it is bought in, for offers that hold in some; null: none of them. */
  channel: naming('channel', 'alone').nullable().default(null),
  /** The customer's id and segment, each null where it is not known. */
  customer: z
    .string()
    .regex(/^[A-Za-z0-9._-]{1,40}$/, 'customer' satisfies Form)
    .nullable()
    .default(null),
  segment: naming('segment', 'alone').nullable().default(null),
  /** How far limited offers are used up before it, by offer; what is not told is none. */
  spent: z.record(naming('offer', 'row'), spentSchema).default({}),
  /**
   * What the carrier answers for a parcel: the first row for its service whose box and most mass fit; an amount of
   * null, or no row, is silence.
   */
  carrier: z
    .array(
      z.strictObject({
        service: z.string().min(1).max(40),
        box: naming('box', 'row').nullable().default(null),
        most: z
          .strictObject({ value: figure, unit: z.enum(massUnits) })
          .nullable()
          .default(null),
        amount: amount.nullable(),
        /** Null: the first market's. */
        currency: currency.nullable().default(null),
      }),
    )
    .max(100)
    .default([]),
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
    .discriminatedUnion('is', [
      z.strictObject({ is: z.literal('nearest') }),
      z.strictObject({ is: z.literal('step'), step: amount }),
      z.strictObject({ is: z.literal('ending'), ending: amount }),
    ])
    .default({ is: 'nearest' }),
  /** Which paid choices are hidden beside a free one. */
  hides: z.enum(['none', 'same or slower', 'all']).default('none'),
  /** Whether of choices under one shown name only the one that costs least is shown. */
  oneOfAName: z.boolean().default(false),
  /** The most choices shown; null: all. */
  most: z.int().min(1).max(12).nullable().default(null),
});

/** What a unit of one currency is in another, that way round only. */
export const exchangeSchema = z.strictObject({
  id,
  from: currency,
  to: currency,
  rate: z.string().regex(/^\d{1,6}(\.\d{1,8})?$/, 'exchange rate' satisfies Form),
});
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
  channels: z.record(naming('channel', 'row'), share),
  /** The share of goods value that advertising takes of orders of a channel, where that is another. */
  advertisingAt: z.record(naming('channel', 'row'), percent).default({}),
});

/** Where goods are kept: by its name in goods and templates, and where it lies; null: not known. */
export const stockPlaceSchema = z.strictObject({ id, name, place: place.nullable().default(null) });

/** Days that matter to the seller, both counting. */
export const eventSchema = z.strictObject({ id, name, from: z.iso.date(), until: z.iso.date() });
export const bookSchema = z.strictObject({
  format: z.literal('plemb-book/3'),
  seller: name,
  /** The first is the seller's own: amounts of goods and offers are in its currency. */
  markets: z.array(marketSchema).min(1).max(12),
  exchange: z.array(exchangeSchema).default([]),
  taxes: z.array(taxSchema).default([]),
  /** The tax class of delivery. */
  deliveryClass: id.default('standard'),
  costs: costsSchema.default({
    packing: '0',
    payment: { percent: '0', amount: '0' },
    advertising: '0',
    channels: {},
    advertisingAt: {},
  }),
  services: z.array(serviceSchema).max(12),
  zones: z.array(zoneSchema),
  selections: z.array(selectionSchema).default([]),
  boxes: z.array(boxSchema).default([]),
  /** Where goods are kept; what others are named in goods and templates have no address. */
  stockPlaces: z.array(stockPlaceSchema).max(200).default([]),
  /** What carriers ask by price lists that the seller keeps. */
  priceLists: z.array(priceListSchema).max(20).default([]),
  /** The first is the default one. */
  templates: z.array(templateSchema).min(1).max(60),
  /** How the charges of several groups become one, where no mixing rule covers them. */
  mixedBy: mixingSchema.default('sum'),
  mixing: z.array(mixingRuleSchema).default([]),
  /** What the seller plans by: fairs, holidays, seasons. */
  events: z.array(eventSchema).default([]),
  segments: z.array(segmentSchema).default([]),
  offers: z.array(offerSchema),
  /** The highest number that an offer was ever given. */
  numbered: z.int().min(0).max(99_999).default(0),
  /** Groups of offers of which at most one acts; offers without a common group act together. */
  eitherOr: z.array(eitherOrSchema).max(200).default([]),
  /** What is set for each channel, by its own manifest; of a channel that is not there it is kept as it stands. */
  channels: manifests.schema,
  /** When each lane's rate was last looked at, and by whom where that is known: `template/zone/service`. */
  reviewed: z
    .record(z.string().max(130), z.union([z.iso.date(), z.strictObject({ on: z.iso.date(), who: name })]))
    .default({}),
  /** What a link that carries a code looks like, `{code}` in its place; null: not said. */
  shopLink: shopLinkSchema.nullable().default(null),
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
export const channelIds = manifests.ids;
/** When a lane's rate was last looked at, and by whom; null where nobody has. */
export function lookedAt(
  { reviewed }: Pick<Book, 'reviewed'>,
  lane: string,
): { on: string; who: string | null } | null {
  const found = reviewed[lane];
  if (found === undefined) return null;
  return typeof found === 'string' ? { on: found, who: null } : found;
}

/** The template that goods are sent under which no other takes: the first one. */
export const defaultTemplateOf = ({ templates }: Pick<Book, 'templates'>): TemplateBody => templates[0] as TemplateBody;

/** The channels that a book may name: those there are, and those it has settings for though they are gone. */
export const channelsOf = (book: Pick<Book, 'channels'>): readonly string[] => [...channelIds, ...goneChannels(book)];
/** The channels that a book has settings for and that are not there. */
export const goneChannels = ({ channels }: Pick<Book, 'channels'>): string[] =>
  Object.keys(channels).filter((id) => !(channelIds as readonly string[]).includes(id));
export type ChannelId = (typeof channelIds)[number];
