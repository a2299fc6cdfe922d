import type { Measured } from './units.ts';

/** How the cells of a column are read, whoever wrote them. */
export type Reading =
  /** As they stand; `digits`: a number of somebody's, which has some. */
  | { readonly is: 'text'; readonly digits?: true }
  /** On one line. */
  | { readonly is: 'line' }
  /** One word of small letters, digits and hyphens, made of what stands there; or several. */
  | { readonly is: 'word' | 'words' }
  /** An amount; a currency beside it has to be the book's. */
  | { readonly is: 'amount' }
  /** A figure with a unit, beside it or in the head. */
  | { readonly is: 'measure'; readonly of: Measured }
  /** Three sides in one cell. */
  | { readonly is: 'sides' }
  /** A whole number. */
  | { readonly is: 'count' }
  /** A day, or a moment. */
  | { readonly is: 'moment' };

/** What the figures of a reading measure; null where they measure nothing. */
export const measuredBy = (reading: Reading): Measured | null =>
  reading.is === 'measure' ? reading.of : reading.is === 'sides' ? 'length' : null;
/** Whether its cells are figures, which have a mark. */
export const hasFigures = (reading: Reading): boolean =>
  measuredBy(reading) !== null || reading.is === 'amount' || reading.is === 'count';

/** What a column of a file can be taken for. */
export interface Target<Name extends string = string> {
  readonly name: Name;
  /** The head of its column in Plemb's own files. */
  readonly head: string;
  readonly reads: Reading;
  /**
   * A table across: each column of figures is taken for it that nothing else takes, where the target `beside` is taken
   * and `unless` is not. What each is about stands in its head.
   */
  readonly across?: { readonly beside: string; readonly unless: string };
}
