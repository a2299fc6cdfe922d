import {
  type Book,
  bookSchema,
  type ChannelId,
  compileBook,
  type Edit,
  type Market,
  patched,
  patchWith,
  readyGoods,
} from '../book/index.ts';
import { type Currency, ok, type Result } from '../exact/index.ts';
import type { Item } from '../goods/index.ts';
import type { Adopted, NotAdopted } from './adopted.ts';
import { adoptionRows } from './adoption/index.ts';
import { hasOwnFile, marketTold, sitesOf } from './channels.ts';
import { type ChannelFile, type Dialect, filesOf } from './dialect.ts';
import { freshId } from './keys.ts';

/** What a book without zones and services begins with. */
export interface Begun {
  readonly edits: readonly Edit[];
  /** What is live there in the book's own currency, and the other currencies that are taken beside. */
  readonly there: Adopted;
  readonly besides: readonly Currency[];
  readonly lost: readonly NotAdopted[];
}

/** A channel in a currency, where what is live there can be read as a book. */
export type AdoptedSite = Dialect & { readonly adopt: NonNullable<Dialect['adopt']> };

/** A channel in the currencies in which it has files of its own that can be read as a book. */
export const sitesAdopted = (id: ChannelId): AdoptedSite[] =>
  sitesOf(id).filter((site): site is AdoptedSite => site.adopt !== null && hasOwnFile(site));

/**
 * The edits by which a book without zones and services begins with what is live at a channel: what it has in the book's
 * currency, and its amounts in others besides. Null where it does not sell in the book's.
 */
export function begunFrom(book: Book, id: ChannelId, live: readonly ChannelFile[]): Result<Begun> | null {
  const sites = sitesAdopted(id);
  const home = sites.find(({ currency }) => currency === book.markets[0]?.currency);
  const read = home?.adopt(live) ?? null;
  if (!read?.ok) return read;
  const there = read.value;
  const taken = { edits: atHome(book, id, there), goods: there.goods() };
  const besides: Currency[] = [];
  const lost = [...there.lost];
  for (const site of sites) {
    if (site === home || !isLive(site, live)) continue;
    const beside = site.adopt(live);
    if (!beside.ok) return beside;
    const more = inCurrency({ book: madeOf(book, taken.edits), goods: taken.goods }, site, beside.value);
    if (!more.ok) return more;
    taken.edits.push(...more.value.edits);
    taken.goods = more.value.goods;
    lost.push(...more.value.lost);
    besides.push(site.currency);
  }
  const goods = taken.goods.map((item): Edit => ({ path: ['goods', item.sku], value: item }));
  return ok({ edits: [...taken.edits, ...goods], there, besides, lost });
}

/** Whether a channel has something live in a currency, by the names of files. */
export const isLive = ({ files }: Pick<Dialect, 'files'>, live: readonly ChannelFile[]): boolean =>
  files({ speeds: {} }).some((name) => live.some((file) => file.name === name));

const madeOf = (book: Book, edits: readonly Edit[]): Book => patched(book, patchWith(book, null, edits));

/** What of an adopted book an empty one takes: all but who sells, and where; that it has already. */
const taken = ['zones', 'services', 'selections', 'offers', 'eitherOr'] as const;

function atHome(book: Book, channel: string, { book: there }: Adopted): Edit[] {
  const [home] = book.markets;
  const homes = new Set(book.markets.map(({ locale }) => locale));
  return [
    // Its amounts have the tax inside, or not.
    ...(home && home.tax !== there.markets[0]?.tax
      ? [{ path: ['markets', home.id, 'tax'], value: there.markets[0]?.tax }]
      : []),
    ...there.markets.flatMap((market) =>
      homes.has(market.locale) || market === there.markets[0] ? [] : [{ path: ['markets', market.id], value: market }],
    ),
    ...taken.flatMap((list) => there[list].map((one): Edit => ({ path: [list, one.id], value: one }))),
    // The first template is the default one: those that stood there go.
    ...book.templates.map(({ id }): Edit => ({ path: ['templates', id] })),
    ...there.templates.map((one): Edit => ({ path: ['templates', one.id], value: one })),
    { path: ['mixedBy'], value: there.mixedBy },
    { path: ['numbered'], value: there.numbered },
    { path: ['channels', channel], value: bookSchema.shape.channels.parse(there.channels)[channel as never] },
  ];
}

/** A market, and the amounts in its currency, of what a channel has in it beside what the book has taken already. */
function inCurrency(
  { book, goods }: { readonly book: Book; readonly goods: readonly Item[] },
  dialect: AdoptedSite,
  there: Adopted,
): Result<{ edits: Edit[]; goods: Item[]; lost: NotAdopted[] }> {
  const { currency } = dialect;
  const home = book.markets[0] as Market;
  const theirs = there.book.markets[0] as Market;
  const own = marketTold(book, dialect);
  const id = own?.id ?? freshId(currency.toLowerCase(), book.markets);
  const market = own ? { ...own, tax: theirs.tax } : { ...theirs, id, name: currency, timeZone: home.timeZone };
  const listed = book.exchange.some(({ from, to }) => from === home.currency && to === currency);
  const prices = new Map(there.goods().map((item) => [item.sku, item.price]));
  const rate = rateOf(goods, prices);
  const priced = goods.map((item): Item => {
    const price = prices.get(item.sku);
    return price == null ? item : { ...item, prices: [...item.prices, { market: id, channel: null, price }] };
  });
  const common = priced.filter(({ sku }) => prices.has(sku)).length;
  const exchange = { id: freshId(currency.toLowerCase(), book.exchange), from: home.currency, to: currency, rate };
  const edits: Edit[] = [
    { path: ['markets', id], value: market },
    ...(listed ? [] : [{ path: ['exchange', exchange.id], value: exchange }]),
  ];
  let rows = 0;
  // What free delivery pays at most goes by the rates: it may differ once those are taken.
  for (let act = 0; act < 2; act += 1) {
    const made = madeOf(book, edits);
    const compiled = compileBook(made, id);
    if (!compiled.ok) return compiled;
    const told = dialect.render(compiled.value, readyGoods(compiled.value, priced).goods);
    const here = dialect.adopt(filesOf(told.rules));
    if (!here.ok) return here;
    const found = adoptionRows({ book: made, dialect, market, isTurned: false, told, here: here.value, there });
    rows = found.filter((row) => row.edits === null).length;
    edits.push(...found.flatMap((row) => row.edits ?? []));
  }
  const besides = goods.length - common + (prices.size - common);
  return ok({
    edits,
    goods: priced,
    lost: [
      ...(listed ? [] : [{ is: 'exchange', from: home.currency, to: currency, rate } as const]),
      ...(rows > 0 ? [{ is: 'otherwise in', currency, things: rows } as const] : []),
      ...(besides > 0 ? [{ is: 'listed in one', currency, goods: besides } as const] : []),
    ],
  });
}

/** What a unit of the book's currency is in another, about, by what half the goods cost at the most. */
function rateOf(goods: readonly Item[], prices: ReadonlyMap<string, string | null>): string {
  const ratios = goods
    .flatMap(({ sku, price }) => {
      const ratio = Number(prices.get(sku)) / Number(price);
      return Number.isFinite(ratio) && ratio > 0 ? ratio : [];
    })
    .sort((a, b) => a - b);
  const rate = (ratios[ratios.length >> 1] ?? 1).toFixed(4);
  return Number(rate) > 0 && Number(rate) < 1_000_000 ? rate : '1';
}
