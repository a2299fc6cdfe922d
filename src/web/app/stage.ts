import type { ComponentType } from 'react';
import type { OpenBook } from '../data/book.ts';

/** Something the finder lists: an object of the book, and where it is looked at. */
export interface Findable {
  readonly name: string;
  readonly what: string;
  readonly to: string;
}

/** One sheet of a stage. */
export interface Sheet {
  /** Its address under the stage's, as the router has it. @example ':zone?/:service?' */
  readonly path: string;
  /** What its tab is called. */
  readonly name: string;
  /** What the finder lists it as; null where it is the stage's own. */
  readonly find: string | null;
  /** Its page, fetched when it is first opened. */
  readonly page: () => Promise<ComponentType>;
}

/** Where a path of the book is looked at and edited, and what a link there is called. */
export type Opens = (path: readonly string[]) => { readonly to: string; readonly words: string };

/** A stage of the work, or a room beside the stages: all that the rest of the application knows of it. */
export interface Stage {
  /** Its address, without a slash. */
  readonly path: string;
  readonly name: string;
  /** The first is the stage's own. */
  readonly sheets: readonly Sheet[];
  /** By the first step of the book's paths that are at home here. */
  readonly opens: Readonly<Record<string, Opens>>;
  /** The objects of a book that are found here. */
  readonly finds: (book: OpenBook) => readonly Findable[];
}

/** The address of a sheet, without what is chosen on it. */
export const addressOf = (stage: Stage, sheet: Sheet): string =>
  `/${[stage.path, ...sheet.path.split('/')].filter((step) => step !== '' && !step.startsWith(':')).join('/')}`;
