import { z } from 'zod';
import { codesName, noSingles, putCodes, type Singles, spent, unusedFor, usedIn } from '../common/codes.ts';
import { askAt, type Quote, silence } from '../common/quotes.ts';
import { standInApp } from '../common/server.ts';
import {
  type AskedAs,
  asCheckout,
  type CheckoutAnswer,
  type CheckoutBasket,
  type Listing,
  type OpenStandIn,
  type Remark,
  type StandIn,
} from '../common/standin.ts';
import { readingTaken } from '../common/taken.ts';
import { atItsPrices, openInPounds } from './pounds.ts';
import { cash, refuse } from './reading.ts';
import { checkout1, doubles1, type Shop1, schema1 } from './version-1.ts';
import { checkout2, faults2, type Open2, open2, type Shop2, schema2 } from './version-2.ts';

/** Lerrin Shop, from docs/formats/lerrin-shop.md alone. */
interface State {
  /** What was live, from when on in milliseconds since 1970, the latest last: as far back as a page may be kept. */
  readonly versions: readonly { readonly since: number; readonly text: string }[];
  /** Uses of campaigns by their keys. */
  readonly uses: Readonly<Record<string, number>>;
  readonly singles: Singles;
}

type Opened = { readonly is: 1; readonly shop: Shop1 } | { readonly is: 2; readonly open: Open2 };

const minute = 60_000;
/** How long the basket page is kept. */
const kept = 20 * minute;

function readShop(text: string): Opened | readonly Remark[] {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    return [refuse('', `not JSON: ${(error as Error).message}`)];
  }
  const version = (data as { format?: unknown } | null)?.format === 'lerrin-shop/1' ? 1 : 2;
  const read = version === 1 ? schema1.safeParse(data) : schema2.safeParse(data);
  if (!read.success) return read.error.issues.map((issue) => refuse(issue.path.join('.'), issue.message));
  const faults = version === 1 ? doubles1(read.data as Shop1) : faults2(read.data as Shop2);
  if (faults.length > 0) return faults;
  return version === 1 ? { is: 1, shop: read.data as Shop1 } : { is: 2, open: open2(read.data as Shop2) };
}

const opened = readingTaken(8, readShop);
const inPounds = readingTaken<Open2>(4, (text) => {
  const shop = readShop(text);
  return 'is' in shop && shop.is === 2 ? openInPounds(shop.open.shop) : [];
});

/** The file that a page works by at a moment; null where there is none. */
function textFor({ versions }: State, { page }: AskedAs, moment: number): string | null {
  const live = versions.at(-1);
  if (page !== 'basket') return live?.text ?? null;
  return (versions.findLast((one) => one.since <= moment - kept) ?? versions[0])?.text ?? null;
}

/** Puts a file in place of what is live, and forgets what no page shows any more. */
function replaced(state: State, text: string, now: number): State {
  const older = state.versions.filter((one) => one.since < now);
  const from = older.findLastIndex((one) => one.since <= now - 2 * kept);
  return { ...state, versions: [...older.slice(Math.max(0, from)), { since: now, text }] };
}

const unknown = ({ codes }: CheckoutBasket) => codes.map((code) => ({ code, used: false, why: 'unknown' }));

function answer(
  state: State,
  moment: number,
  basket: CheckoutBasket,
  asked: AskedAs,
  quote: Quote,
): CheckoutAnswer & { readonly took?: ReadonlyMap<string, readonly string[]> } {
  const text = textFor(state, asked, moment);
  if (text === null) return { choices: [], codes: unknown(basket) };
  const shop = opened(text);
  if (shop.is === 1)
    return asked.currency === 'EUR' ? checkout1(shop.shop, moment, basket) : { choices: [], codes: unknown(basket) };
  const open = asked.currency === 'EUR' ? shop.open : inPounds(text);
  const bought = asked.currency === 'EUR' ? basket : atItsPrices(open, basket);
  const { choices, codes } = checkout2(open, moment, bought, state.uses, state.singles, asked.locale, quote);
  return {
    choices: choices.map(({ took: _, ...choice }) => choice),
    codes,
    took: new Map(choices.map((choice) => [choice.speed, choice.took])),
  };
}

const editSchema = z.strictObject({
  zone: z.string(),
  set: z.string().optional(),
  speed: z.string(),
  row: z.int(),
  charge: cash.nullable(),
});
type Edit = z.infer<typeof editSchema>;

/** The row of steps that an edit is on, in a copy of the file. */
function rowOf(shop: Opened, { zone, set, speed, row }: Edit) {
  if (shop.is === 1) {
    const copy = structuredClone(shop.shop);
    return { copy, row: copy.zones.find((one) => one.key === zone)?.speeds[speed]?.steps.rows[row] };
  }
  const copy = structuredClone(shop.open.shop);
  const rates = copy.zones.find((one) => one.key === zone)?.rates ?? [];
  const rate = rates.find((one) => one.speed === speed && (set === undefined || one.set === set));
  return { copy, row: rate && 'rows' in rate.steps ? rate.steps.rows[row] : undefined };
}

/** A file as the shop writes it: indented by two, a listing a line. */
function textOf(shop: Shop1 | Shop2): string {
  if (!('listings' in shop)) return `${JSON.stringify(shop, null, 2)}\n`;
  const { listings, ...rest } = shop;
  const lines = listings.map((one) => `\n    ${JSON.stringify(one)}`).join(',');
  return `${JSON.stringify(rest, null, 2).replace(/\n\}$/, '')},\n  "listings": [${lines}${lines && '\n  '}]\n}\n`;
}

/** What is live with other listings; null where there are none, or a file of the first version, which has none. */
function relisted(state: State, now: number, listingsOf: (shop: Shop2) => Shop2['listings'] | null): State | null {
  const text = state.versions.at(-1)?.text;
  const shop = text === undefined ? null : opened(text);
  const listings = shop?.is === 2 ? listingsOf(shop.open.shop) : null;
  return shop?.is === 2 && listings ? replaced(state, textOf({ ...shop.open.shop, listings }), now) : null;
}

/** A listing with a size that is told, or without one where it is told that it is not known. */
function sized(listing: Shop2['listings'][number], size: Listing['size']): Shop2['listings'][number] {
  const { size: before, ...rest } = listing;
  const told = size === undefined ? before : size;
  return told ? { ...rest, size: told } : rest;
}

export const lerrinShop: StandIn<State> = {
  name: 'lerrin-shop',
  currencies: ['EUR', 'GBP'],
  empty: { versions: [], uses: {}, singles: noSingles },
  submit(state, files, now) {
    const file = files.find((one) => one.name === 'shop.json');
    if (!file || files.some(({ name }) => name !== 'shop.json' && name !== codesName))
      return { refused: [refuse('', 'shop.json is taken, and codes.csv beside it')] };
    const read = readShop(file.text);
    const singles = putCodes(state.singles, files.find(({ name }) => name === codesName)?.text ?? null);
    const refused = [...('length' in read ? read : []), ...('length' in singles ? singles : [])];
    if (refused.length > 0 || 'length' in singles) return { refused };
    return { state: { ...replaced(state, file.text, now), singles } };
  },
  settle: async (state) => state,
  live(state) {
    const text = state.versions.at(-1)?.text;
    return {
      files: [
        ...(text === undefined ? [] : [{ name: 'shop.json', text }]),
        ...(state.singles.text === null ? [] : [{ name: codesName, text: state.singles.text }]),
      ],
      held: [],
      uses: Object.entries(state.uses).map(([key, used]) => ({ key, used })),
      usedCodes: usedIn(state.singles),
    };
  },
  listings(state, currency) {
    const text = state.versions.at(-1)?.text;
    const shop = text === undefined ? null : opened(text);
    if (text === undefined || shop?.is !== 2) return [];
    const open = currency === 'EUR' ? shop.open : inPounds(text);
    const { boxes, listings } = open.shop;
    return listings.map(({ id, price, grams, size = null }) => ({
      listing: id,
      price,
      grams,
      ...(boxes === undefined ? {} : { size }),
    }));
  },
  relisted: (state, { listing, price, grams, size }, now) =>
    relisted(state, now, (shop) => {
      const there = shop.listings.find((one) => one.id === listing);
      if (there) return shop.listings.map((one) => (one === there ? sized({ ...one, price, grams }, size) : one));
      const tags = shop.sets.some(({ rest }) => rest) ? [] : (shop.sets[0]?.tags.slice(0, 1) ?? []);
      return [...shop.listings, sized({ id: listing, price, grams, tags, handling: null }, size)];
    }),
  delisted: (state, listing, now) =>
    relisted(state, now, ({ listings }) =>
      listings.some((one) => one.id === listing) ? listings.filter((one) => one.id !== listing) : null,
    ),
  checkout:
    (state, moment, asked = asCheckout, quote = silence) =>
    (basket) => {
      const { choices, codes } = answer(state, moment, basket, asked, quote);
      return { choices, codes };
    },
  order(state, moment, basket, speed, currency = 'EUR', quote = silence) {
    const { choices, took } = answer(state, moment, basket, { ...asCheckout, currency }, quote);
    const choice = choices.find((one) => one.speed === speed);
    if (!choice) return null;
    const uses = { ...state.uses };
    for (const key of took?.get(speed) ?? []) uses[key] = (uses[key] ?? 0) + 1;
    const text = textFor(state, asCheckout, moment);
    const shop = text === null ? null : opened(text);
    const campaigns = shop?.is === 2 ? shop.open.shop.campaigns : [];
    // Of each batch that took something here the first code is spent.
    const used = campaigns.flatMap(({ key, batch }) =>
      batch !== undefined && took?.get(speed)?.includes(key)
        ? unusedFor(state.singles, batch, basket.codes).slice(0, 1)
        : [],
    );
    return { state: { ...state, uses, singles: spent(state.singles, used, moment) }, choice };
  },
  desk(routes, keep) {
    routes.post('/desk/edit', async (c) => {
      const edit = editSchema.safeParse(await c.req.json().catch(() => null));
      if (!edit.success) return c.json({ title: 'Say {"zone", "set", "speed", "row", "charge"}' }, 400);
      const text = keep.read().versions.at(-1)?.text;
      const found = text === undefined ? null : rowOf(opened(text), edit.data);
      if (!found?.row) return c.json({ title: 'No such step' }, 404);
      found.row.charge = edit.data.charge;
      keep.write(replaced(keep.read(), textOf(found.copy), keep.now()));
      return c.json(found.row);
    });
  },
};

export const app: OpenStandIn = (folder, addressOf) =>
  standInApp(
    lerrinShop,
    folder,
    askAt(() => addressOf('ternline'), 'lerrin-shop'),
  );
