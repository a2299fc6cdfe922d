import type { Fault, Problem, Thing } from '../../exact/index.ts';

/** What finds something wrong and tells where. */
export type Noting = (at: Problem['at'], fault: Fault) => void;

/** A name that the book has nothing under. */
export const unknown = (what: Thing, id: string, known: Iterable<string>): Fault => ({
  is: 'unknown',
  what,
  id,
  known: [...known],
});
