import type { PastOrder } from '../../contract/index.ts';
import {
  type Basket,
  type Book,
  type BookAndGoods,
  type CompiledBook,
  compileBook,
  drafted,
  itemAt,
  type Patch,
  readyFinder,
  readyGoods,
} from '../../core/book/index.ts';
import { type Card, type CardBody, type Carrier, cardOn, carrierBy, readCards } from '../../core/carrier/index.ts';
import { type Dialect, marketTold, type RulesReader, rulesReader } from '../../core/channels/index.ts';
import { localOf, memo, type Problem } from '../../core/exact/index.ts';
import type { Item } from '../../core/goods/index.ts';
import { questionOf } from '../../core/quote/index.ts';

/** What a worker has been told: what is saved, and the draft on it; questions are handed it. */
export interface Told {
  readonly saved: BookAndGoods;
  readonly drafted: BookAndGoods;
  readonly cards: readonly Card[];
  /** The batches of unused single-use codes, by code. */
  readonly singles: ReadonlyMap<string, string>;
  readonly orders: readonly PastOrder[];
  /** What is live at a channel, by its files. */
  readonly rulesIn: RulesReader;
}

/**
 * Takes in the saved book and goods, past orders, and the cards; cards that cannot be read are as if not there.
 */
export const told = (
  book: Book,
  goods: readonly Item[],
  bodies: readonly CardBody[],
  unused: Readonly<Record<string, string>>,
  orders: readonly PastOrder[],
): Told => ({
  saved: { book, goods },
  drafted: { book, goods },
  cards: readCards(bodies),
  singles: new Map(Object.entries(unused)),
  orders,
  rulesIn: rulesReader(),
});

/** The same with a draft; edits to what is gone meanwhile change nothing here: saving them tells. */
export const withDraft = (basis: Told, patch: Patch | null): Told => ({
  ...basis,
  drafted: drafted(basis.saved, patch),
});

/** The draft, compiled for the first market; its problems where it does not hold together. */
export const draftOf = ({ drafted }: Told): BookAndGoods & Compiled => ({
  ...drafted,
  ...compiledFor(drafted.book, null),
});

/** The draft compiled for the market that a channel is told; for the first where it is told none. */
export const draftAt = ({ drafted }: Told, dialect: Pick<Dialect, 'currency'>): BookAndGoods & Compiled => ({
  ...drafted,
  ...compiledFor(drafted.book, marketTold(drafted.book, dialect)?.id ?? null),
});

interface Compiled {
  readonly compiled: CompiledBook | null;
  readonly problems: readonly Problem[];
}

/** The book of each market, made ready once a draft. */
const marketsOf = memo((book: Book) => {
  const known = new Map<string, Compiled>();
  return (market = book.markets[0]?.id ?? ''): Compiled => {
    const found = known.get(market);
    if (found) return found;
    const read = compileBook(book, market);
    const made: Compiled = read.ok
      ? { compiled: read.value, problems: [] }
      : { compiled: null, problems: read.problems };
    known.set(market, made);
    return made;
  };
});
export const compiledFor = (book: Book, market: string | null): Compiled => marketsOf(book)(market ?? undefined);

/**
 * Single goods of a draft, made ready when they are first asked for: a keystroke in a lane looks at those of the pinned
 * baskets alone.
 */
const findersOf = memo((compiled: CompiledBook) =>
  memo((goods: readonly Item[]) => readyFinder(compiled, (sku) => itemAt(goods, sku))),
);
const finderFor = (compiled: CompiledBook, goods: readonly Item[]) => findersOf(compiled)(goods);

const goodsOf = memo((compiled: CompiledBook) =>
  memo((goods: readonly Item[]) => {
    const ready = readyGoods(compiled, goods);
    return { ready, bySku: new Map(ready.goods.map((item) => [item.sku, item])) };
  }),
);
/** All goods of a draft, made ready. */
export const readyFor = (compiled: CompiledBook, goods: readonly Item[]) => goodsOf(compiled)(goods);

/** A basket as a question to its market's book; null where the book does not hold together. */
export function asked(basis: Told, book: Book, goods: readonly Item[], basket: Basket, moment: number) {
  const compiled = compiledFor(book, basket.market).compiled;
  if (!compiled) return null;
  return {
    compiled,
    question: questionOf(compiled, basket, {
      ready: finderFor(compiled, goods),
      now: moment,
      carrier: carrierOf(basis, compiled, moment, basket.address === 'home'),
      singles: basis.singles,
    }),
  };
}

/** The day a moment lies in, on the market's wall. */
export const dayOf = (moment: number, compiled: CompiledBook) =>
  localOf(moment, compiled.market.body.timeZone).slice(0, 10);

/** The carrier by the card of the day, where it counts in the market's currency; else it is silent. */
export function carrierOf({ cards }: Told, compiled: CompiledBook, moment: number, home: boolean): Carrier | null {
  const on = dayOf(moment, compiled);
  const card = cardOn(cards, on);
  return card && card.currency === compiled.written ? carrierBy(card, on, home) : null;
}

/** The card of a day, and the next one that is known; the same where there is none. */
export function cardsOn({ cards }: Told, on: string): { card: Card; next: Card } | null {
  const card = cardOn(cards, on);
  return card && { card, next: cards.find((one) => one.body.from > on) ?? card };
}
