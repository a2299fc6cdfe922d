import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import { type Edit, type Patch, turned } from '../../core/book/index.ts';

/** What has been changed on the screen and not been saved. Kept in the browser, so that a reload loses nothing. */
export interface DraftState {
  /** The revision the first edit was made on. */
  readonly base: number | null;
  readonly patch: Patch | null;
  /** What the draft was before each of the last acts, the newest last. */
  readonly past: readonly Pick<DraftState, 'base' | 'patch'>[];
}

/** How many acts can be taken back. */
const remembered = 100;

/** The draft has become this one by an act that can be taken back; it began on `revision` if it is the first. */
export const drafted = createAction<{ readonly revision: number; readonly patch: Patch | null }>('draft/drafted');
/** The last act is taken back. */
export const undone = createAction('draft/undone');
/** What is changed, on a newer revision: acts before that are no longer taken back. */
export const rebased = createAction<{ readonly base: number; readonly patch: Patch | null }>('draft/rebased');
export const cleared = createAction('draft/cleared');

export const empty: DraftState = { base: null, patch: null, past: [] };

const on = (base: number | null, patch: Patch | null, past: DraftState['past']): DraftState => ({
  base: patch === null ? null : base,
  patch,
  past,
});

/** Written by hand, so that a patch of many edits is neither copied nor frozen at each act. */
export function draft(state: DraftState = empty, action: UnknownAction): DraftState {
  const { base, patch, past } = state;
  if (drafted.match(action))
    return on(base ?? action.payload.revision, action.payload.patch, [...past.slice(1 - remembered), { base, patch }]);
  if (undone.match(action)) {
    const before = past.at(-1);
    return before ? on(before.base, before.patch, past.slice(0, -1)) : state;
  }
  if (rebased.match(action)) return on(action.payload.base, action.payload.patch, []);
  return cleared.match(action) ? empty : state;
}

/** The draft that edits make, none of which lies within another, as it was kept. */
export function draftKept({
  base,
  edits,
}: {
  readonly base: number | null;
  readonly edits: readonly Edit[];
}): DraftState {
  const turns = edits.map(({ path, value }) => ({
    path,
    to: value === undefined ? ({ is: 'gone' } as const) : ({ is: 'put', value } as const),
  }));
  return on(base, turned(null, turns), []);
}
