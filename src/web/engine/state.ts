import {
  type Basket,
  type Book,
  type CompiledBook,
  compileBook,
  type Edit,
  NothingThere,
  readyFinder,
  readyGoods,
  withEdit,
} from '../../core/book/index.ts';
import { type Card, type CardBody, cardOn, carrierBy, readCard } from '../../core/carrier/index.ts';
import { type RulesReader, rulesReader } from '../../core/channels/index.ts';
import { localOf, memo, type Problem } from '../../core/exact/index.ts';
import type { Item } from '../../core/goods/index.ts';
import { questionOf } from '../../core/quote/index.ts';
import type { Carrier } from '../../core/rates/index.ts';

/** The book and its goods, as they are saved or drafted. */
interface Kept {
  readonly book: Book;
  readonly goods: readonly Item[];
}

/** What a worker has been told, and the draft it makes of it; questions are handed it. */
export interface Told {
  readonly saved: Kept;
  readonly cards: readonly Card[];
  /** The batches of unused single-use codes, by code. */
  readonly singles: ReadonlyMap<string, string>;
  /** What is live at a channel, by its files. */
  readonly rulesIn: RulesReader;
  /**
   * The draft that edits make of what is saved, compiled for the first market; its problems where it does not hold
   * together.
   */
  draftOf(edits: readonly Edit[]): Kept & Compiled;
}

/** Takes in the saved book and goods, and the carrier's cards; those that cannot be read are as if not there. */
export function told(
  book: Book,
  goods: readonly Item[],
  bodies: readonly CardBody[],
  unused: Readonly<Record<string, string>>,
): Told {
  const saved = { book, goods };
  let last: { readonly key: string; readonly drafted: Kept } | null = null;
  return {
    saved,
    cards: bodies.flatMap((body) => {
      const read = readCard(body);
      return read.ok ? [read.value] : [];
    }),
    singles: new Map(Object.entries(unused)),
    rulesIn: rulesReader(),
    draftOf(edits) {
      const key = JSON.stringify(edits);
      if (last?.key !== key) last = { key, drafted: withEdits(saved, edits) };
      return { ...last.drafted, ...compiledFor(last.drafted.book, null) };
    },
  };
}

function withEdits({ book, goods }: Kept, edits: readonly Edit[]): Kept {
  const ofGoods = edits.filter((edit) => edit.path[0] === 'goods');
  return {
    book: edits.filter((edit) => edit.path[0] !== 'goods').reduce<Book>(safely, book),
    goods: ofGoods.length === 0 ? goods : ofGoods.reduce<{ goods: readonly Item[] }>(safely, { goods }).goods,
  };
}

/** An edit to something that is gone meanwhile changes nothing here; saving it tells. */
function safely<T>(tree: T, edit: Edit): T {
  try {
    return withEdit(tree, edit);
  } catch (error) {
    if (error instanceof NothingThere) return tree;
    throw error;
  }
}

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

const itemsOf = memo(
  (goods: readonly Item[]): ReadonlyMap<string, Item> => new Map(goods.map((item) => [item.sku, item])),
);
/**
 * Single goods of a draft, made ready when they are first asked for: a keystroke in a lane looks at those of the pinned
 * baskets alone.
 */
const findersOf = memo((compiled: CompiledBook) =>
  memo((goods: readonly Item[]) => readyFinder(compiled, (sku) => itemsOf(goods).get(sku))),
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
