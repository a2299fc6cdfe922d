import type { CompiledBook } from '../book/index.ts';
import type { apartBy } from '../channels/index.ts';
import type { Instant } from '../exact/index.ts';
import type { Question } from '../quote/index.ts';
import type { Cell } from './cells.ts';

/** What the baskets of a class have in common: the row of the table they stand in. */
export type ClassOfBasket =
  | { readonly is: 'zone'; readonly zone: string | null; readonly codes: readonly string[] }
  | { readonly is: 'edge'; readonly offer: string; readonly edge: 'start' | 'end'; readonly at: Instant }
  | { readonly is: 'moment'; readonly at: Instant }
  /** Goods that are delivered otherwise than the plain ones of the default template. */
  | { readonly is: 'apart'; readonly by: NonNullable<ReturnType<typeof apartBy>> }
  /** An offer that no format says, in a few real baskets that meet it; or one with limits, used up. */
  | { readonly is: 'offer'; readonly offer: string; readonly state: 'fresh' | 'used up' };

export function classKey(one: ClassOfBasket): string {
  switch (one.is) {
    case 'apart':
      return `apart ${one.by}`;
    case 'zone':
      return `zone ${one.zone ?? ''} ${one.codes.join(' ')}`;
    case 'edge':
      return `edge ${one.offer} ${one.edge}`;
    case 'moment':
      return `moment ${one.at}`;
    case 'offer':
      return `offer ${one.offer} ${one.state}`;
  }
}

/**
 * What a corner of an offer's class would mean without that offer, or before it was used up; null for other classes.
 */
export function besideIt(book: CompiledBook, corner: Corner): { book: CompiledBook; question: Question } | null {
  const { class: klass, question } = corner;
  if (klass.is !== 'offer') return null;
  if (klass.state === 'used up')
    return { book, question: { ...question, shopper: { ...question.shopper, spent: new Map() } } };
  return { book: { ...book, offers: book.offers.filter((one) => one.id !== klass.offer) }, question };
}

/** Whether a class is of real baskets, made and not cut: they show a difference as they are. */
export const isReal = (one: ClassOfBasket): boolean => one.is === 'apart' || one.is === 'offer';

/** A basket at a vertex of a cell: one line with a price and a mass of its own. */
export interface Corner {
  readonly class: ClassOfBasket;
  readonly question: Question;
  readonly value: Cell;
  /** Null where the mass is not known. */
  readonly mass: Cell | null;
}
