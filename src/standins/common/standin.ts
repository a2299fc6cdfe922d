import type { Hono } from 'hono';
import { z } from 'zod';
import type { Quote } from './quotes.ts';

export interface ChannelFile {
  readonly name: string;
  readonly text: string;
}

/** A remark on a submission: where it stands, and what is wrong with it. */
export interface Remark {
  readonly file: string;
  readonly line: number | null;
  readonly field: string;
  readonly reason: string;
}

export interface Held {
  readonly key: string;
  /** Of which site, where it is not that in euros. */
  readonly currency?: Currency;
  readonly until: string;
  readonly state: 'in review' | 'refused';
  readonly reason: string;
}

export const checkoutBasketSchema = z.strictObject({
  lines: z
    .array(
      z.strictObject({
        listing: z.string(),
        units: z.int().min(1).max(100_000),
        price: z.string().regex(/^\d{1,8}\.\d{2}$/),
        grams: z
          .string()
          .regex(/^\d{1,7}(\.\d{1,12})?$/)
          .nullable(),
      }),
    )
    .min(1)
    .max(200),
  place: z.strictObject({
    country: z.string().regex(/^[A-Z]{2}$/),
    part: z.string().nullable(),
    postcode: z.string().nullable(),
    /** To a business; left out for a home. */
    business: z.boolean().optional(),
  }),
  codes: z.array(z.string()).max(20),
  /** By the id of whom it is bought; left out where that is not known. */
  customer: z.string().max(40).optional(),
});
export type CheckoutBasket = z.infer<typeof checkoutBasketSchema>;
export const currencies = ['EUR', 'GBP'] as const;
export type Currency = (typeof currencies)[number];

/** Which page is looked at, in which language, and in which currency prices are shown and given. */
const asked = {
  currency: z.enum(currencies).default('EUR'),
  page: z.enum(['basket', 'checkout', 'confirmation']).default('checkout'),
  locale: z.string().optional(),
};
export interface AskedAs {
  readonly currency: Currency;
  readonly page: 'basket' | 'checkout' | 'confirmation';
  readonly locale?: string | undefined;
}
export const asCheckout: AskedAs = { currency: 'EUR', page: 'checkout' };
export const checkoutSchema = z.strictObject({
  moment: z.iso.datetime(),
  ...asked,
  baskets: z.array(checkoutBasketSchema).max(500),
});

export const orderSchema = z.strictObject({
  moment: z.iso.datetime(),
  currency: z.enum(currencies).default('EUR'),
  basket: checkoutBasketSchema,
  speed: z.string(),
});

export interface CheckoutChoice {
  readonly speed: string;
  readonly name: string;
  readonly days?: readonly [number, number];
  readonly charge: string;
  /** What of the delivery the channel pays itself, where it does. */
  readonly borne?: string;
  readonly discount: string;
}

export interface CheckoutAnswer {
  readonly choices: readonly CheckoutChoice[];
  readonly codes: readonly { readonly code: string; readonly used: boolean; readonly why: string | null }[];
}

const length = z.string().regex(/^\d{1,7}(\.\d{1,4})?$/);
/** A line of a channel's own record of what it lists. */
export const listingSchema = z.strictObject({
  listing: z.string().regex(/^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$/),
  price: z.string().regex(/^\d{1,8}\.\d{2}$/),
  grams: z
    .string()
    .regex(/^\d{1,7}(\.\d{1,12})?$/)
    .nullable(),
  /** Of a channel that goes by sizes; null where it is not known. */
  size: z.tuple([length, length, length]).nullable().optional(),
});
export type Listing = z.infer<typeof listingSchema>;

/** One invented channel. `S` is what it keeps on disk: plain JSON. Moments are milliseconds since 1970. */
export interface StandIn<S> {
  readonly name: string;
  /** The currencies it sells in. */
  readonly currencies: readonly Currency[];
  readonly empty: S;
  /** Takes all files or none. */
  submit(
    state: S,
    files: readonly ChannelFile[],
    now: number,
  ): { readonly state: S } | { readonly refused: readonly Remark[] };
  /** Ends reviews that are over at a moment, where that needs a look elsewhere. */
  settle(state: S, moment: number): Promise<S>;
  live(
    state: S,
    moment: number,
  ): {
    readonly files: readonly ChannelFile[];
    readonly held: readonly Held[];
    readonly uses?: readonly { readonly key: string; readonly used: number }[];
    /** Single-use codes that were used, with when. */
    readonly usedCodes?: readonly { readonly code: string; readonly at: string }[];
  };
  /** Its record of what it lists, with prices in one of the currencies it sells in. */
  listings(state: S, currency: Currency): readonly Listing[];
  /** Its record with a line put in place of the one of that id, or beside the others; null where nothing is live. */
  relisted(state: S, line: Listing, now: number): S | null;
  /** Its record without a listing; null where there is none of that id. */
  delisted(state: S, listing: string, now: number): S | null;
  /** @param quote what the carrier answers, where it is asked; else it is silent */
  checkout(state: S, moment: number, asked?: AskedAs, quote?: Quote): (basket: CheckoutBasket) => CheckoutAnswer;
  /** Takes an order, where uses are counted; null where the basket has no such choice. */
  order?(
    state: S,
    moment: number,
    basket: CheckoutBasket,
    speed: string,
    currency?: Currency,
    quote?: Quote,
  ): { readonly state: S; readonly choice: CheckoutChoice } | null;
  /** Calls under /desk/ that only this channel has. */
  desk?(routes: Hono, keep: { read(): S; write(state: S): void; now(): number }): void;
}

/**
 * What the door of each stand-in's folder exports as `app`: its routes, over a folder to keep its state in. `addressOf`
 * tells where another one listens, by its folder's name, once all of them do.
 */
export type OpenStandIn = (folder: string, addressOf: (id: string) => string) => Hono;
