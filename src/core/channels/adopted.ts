import { type BookFile, type BookInput, readBookFile } from '../book/index.ts';
import type { Result } from '../exact/index.ts';

/** What is live at a channel in the book's terms: a sound book by itself, and what of it a book cannot say. */
export interface Adopted {
  readonly book: BookFile;
  readonly lost: readonly NotAdopted[];
}

/** A book as it was read from a channel, held to be one. */
export function adopted(book: BookInput, lost: readonly NotAdopted[]): Result<Adopted> {
  const read = readBookFile(book);
  return read.ok ? { ok: true, value: { book: read.value, lost } } : read;
}

/** Something that is live at a channel and that a book cannot say, or not quite. */
export type NotAdopted =
  /** Listings have no names there: their ids stand in. */
  | { readonly is: 'no names'; readonly goods: number }
  /** Steps that stop and begin again: what lies behind the gap is left out. */
  | { readonly is: 'gap in steps'; readonly set: string; readonly zone: string; readonly speed: string }
  /** More steps than a table has breaks. */
  | { readonly is: 'too many steps'; readonly set: string; readonly zone: string; readonly speed: string }
  /** Goods at rates of their own, free for nobody, that are not the same in every zone: those of the first are taken. */
  | { readonly is: 'rates by zone'; readonly set: string }
  /** A rate of goods' own that goes by steps and adds an amount each: the steps are taken. */
  | { readonly is: 'steps and each'; readonly set: string }
  /** A threshold that both goods and order campaigns lower in the book and goods campaigns alone there. */
  | { readonly is: 'threshold after goods offers'; readonly set: string; readonly zone: string; readonly speed: string }
  /** Places that no zones make up: the offer is left out. */
  | { readonly is: 'places of no zones'; readonly offer: string; readonly places: readonly string[] }
  /** A delivery campaign that pays some services whole and others in part: it is one that reduces. */
  | { readonly is: 'pays in part'; readonly offer: string; readonly atMost: string }
  /** Terms of more letters than an offer has, or of several lines: they are left out. */
  | { readonly is: 'long terms'; readonly offer: string }
  /** A mass that no unit says in three decimals. */
  | { readonly is: 'mass'; readonly listing: string; readonly grams: string };
