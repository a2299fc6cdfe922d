import { dialectList as list } from '#dialects';
import { manifests } from '#manifests';
import type { ChannelId, CompiledBook, Market } from '../book/index.ts';
import type { Currency } from '../exact/index.ts';
import { turnedTo } from './counted.ts';
import type { Dialect, Note, Rendition, Stock } from './dialect.ts';
import { exact, unsayable } from './fidelity.ts';
import { countedAlike, listedAt } from './listed.ts';
import { edgedByTax, taxNote, untaxedNotes } from './tax-notes.ts';

/** Of a book in another currency a channel is told nothing at all: a figure in yen would be read as euros. */
function toldNothing(dialect: Dialect, book: CompiledBook): Rendition {
  const defaultTemplate = { ...book.defaultTemplate, zones: [], lanes: new Map() };
  const bare = { ...book, defaultTemplate, offers: [], body: { ...book.body, zones: [], offers: [] } };
  const loss = { is: 'currency', there: dialect.currency, here: book.currency } as const;
  return {
    ...dialect.render(bare, [], null),
    notes: [
      {
        clause: { about: 'currency' },
        reads: [],
        fidelity: unsayable(loss, { is: 'a book in', currency: dialect.currency }),
      },
    ],
  };
}

/**
 * A dialect without the goods its channel stocks: those it delivers itself, by its own rules. It is told the book as
 * the channel counts it.
 */
const ownGoods = (dialect: Dialect): Dialect => ({
  ...dialect,
  render(book, goods, home = null) {
    if (!countedAlike(book, dialect)) return toldNothing(dialect, book);
    const { own, turned, there } = countedIn(dialect, { book, goods });
    const rendition = dialect.render(there.book, there.goods, home && countedIn(dialect, home).there);
    const notes = turned
      ? [taxNote(book, own, turned), ...edgedByTax(book, own, turned, rendition.notes)]
      : [...untaxedNotes(book, dialect), ...rendition.notes];
    return { ...rendition, notes: [...notes, ...stockedNotes(dialect.id, goods)] };
  },
});

/** A market's goods that a channel lists, and the same, with its book, as the channel counts them. */
function countedIn(dialect: Dialect, { book, goods }: Stock) {
  const own = listedAt(book, dialect.id, goods);
  const turned = turnedTo(book, dialect);
  const there: Stock = turned ? { book: turned.book, goods: turned.goods(own) } : { book, goods: own };
  return { own, turned, there };
}

/** What is said of the goods that a channel stocks. */
function stockedNotes(id: ChannelId, goods: Stock['goods']): Note[] {
  const theirs = goods.filter((item) => item.stockedBy.includes(id)).length;
  if (theirs === 0) return [];
  return [
    { clause: { about: 'stocked', items: theirs }, reads: [[{ is: 'stocked', goods: theirs }]], fidelity: exact },
  ];
}

const sites: ReadonlyMap<ChannelId, readonly Dialect[]> = new Map(
  manifests.ids.map((id) => {
    const home: Dialect = list[id];
    return [id, [home, ...(home.besides ?? [])].map(ownGoods)];
  }),
);

/** A channel in each currency it sells in, the one it counts in first. */
export const sitesOf = (id: ChannelId): readonly Dialect[] => sites.get(id) as readonly Dialect[];
/** The channels, each in the currency it counts in. */
export const dialects: readonly Dialect[] = manifests.ids.map((id) => sitesOf(id)[0] as Dialect);
/** A channel in a currency; in the one it counts in where none is said, or it does not sell in that. */
export const dialectOf = (id: ChannelId, currency?: Currency): Dialect => {
  const all = sitesOf(id);
  return all.find((one) => one.currency === currency) ?? (all[0] as Dialect);
};

/** The market of a book that a channel is told in a currency: the first in it. */
export const marketTold = (
  { markets }: { readonly markets: readonly Market[] },
  { currency }: Pick<Dialect, 'currency'>,
): Market | null => markets.find((one) => one.currency === currency) ?? null;

/** A channel in the currency of a market of a book; null where it is not told that market. */
export function siteFor(
  book: { readonly markets: readonly Market[] },
  { id, currency }: Pick<Market, 'id' | 'currency'>,
  channel: ChannelId,
): Dialect | null {
  const dialect = dialectOf(channel, currency as Currency);
  return marketTold(book, dialect)?.id === id ? dialect : null;
}

/** What a channel is told in one currency: a market's book, as it can be said there. */
export interface ToldSite extends Stock {
  readonly dialect: Dialect;
  readonly rendition: Rendition;
}

/**
 * What a channel is told, currency by currency; in the first, whatever the book. A currency that no market of the book
 * has is left out; so is one that the channel converts into by itself where it is told nothing to convert. Markets that
 * are told nowhere are said beside the first. `stockOf`: a market's book and goods; null where it cannot be compiled.
 */
export function toldAt(
  id: ChannelId,
  body: { readonly markets: readonly Market[] },
  stockOf: (market: string) => Stock | null,
): ToldSite[] {
  const [first, ...others] = sitesOf(id) as [Dialect, ...Dialect[]];
  const main = marketTold(body, first);
  const home = stockOf((main ?? (body.markets[0] as Market)).id);
  if (!home) return [];
  const beside = others.flatMap((dialect): ToldSite[] => {
    const market = marketTold(body, dialect);
    if (!market || (!main && !hasOwnFile(dialect))) return [];
    const stock = stockOf(market.id);
    return stock ? [{ ...stock, dialect, rendition: dialect.render(stock.book, stock.goods, home) }] : [];
  });
  const rendition = first.render(home.book, home.goods);
  const told = [...(main ? [main.id] : []), ...beside.map(({ book }) => book.market.body.id)];
  const notes = main ? [...rendition.notes, ...untoldNotes(id, body.markets, told)] : rendition.notes;
  return [{ ...home, dialect: first, rendition: { ...rendition, notes } }, ...beside];
}

/** Whether a channel has a file for a currency; else it converts what it is told in the one it counts in. */
export const hasOwnFile = ({ files }: Pick<Dialect, 'files'>): boolean => files({ speeds: {} }).length > 0;

/** What is said of markets that a channel is not told: their shoppers see another currency, or another market. */
const untoldNotes = (id: ChannelId, markets: readonly Market[], told: readonly string[]): Note[] =>
  markets
    .filter((market) => !told.includes(market.id))
    .map((market) => {
      const there = sitesOf(id).map(({ currency }) => currency);
      const as = marketTold({ markets }, { currency: market.currency as Currency });
      return {
        clause: { about: 'market', market: market.id },
        reads: [],
        fidelity: unsayable({ is: 'market', there, as: as && told.includes(as.id) ? as.id : null }, 'live with it'),
      };
    });
