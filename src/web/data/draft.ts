import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import { type Edit, type Patch, turned } from '../../core/book/index.ts';

/** What has been changed on the screen and not been saved. Kept in the browser, so that a reload loses nothing. */
export interface DraftState {
  /** The revision the first edit was made on. */
  readonly base: number | null;
  readonly patch: Patch | null;
  /** What the draft was before each of the last acts, the newest last. */
  readonly past: readonly Pick<DraftState, 'base' | 'patch'>[];
  /** What it was before acts that were taken back, the last taken back last. */
  readonly future: DraftState['past'];
  /** What of it is on its way to be saved; null where nothing is. */
  readonly sent: Patch | null;
}

/** How many acts can be taken back. */
const remembered = 100;

/** The draft has become this one by an act that can be taken back; it began on `revision` if it is the first. */
export const drafted = createAction<{ readonly revision: number; readonly patch: Patch | null }>('draft/drafted');
/** The last act is taken back; the last taken back is done again. */
export const undone = createAction('draft/undone');
export const redone = createAction('draft/redone');
/** What is changed, on a newer revision: acts before that are no longer taken back. */
export const rebased = createAction<{ readonly base: number; readonly patch: Patch | null }>('draft/rebased');
/** The draft as it stands is on its way; or it has come back unsaved. */
export const sent = createAction('draft/sent');
export const unsent = createAction('draft/unsent');
export const cleared = createAction('draft/cleared');

export const empty: DraftState = { base: null, patch: null, past: [], future: [], sent: null };

const on = (
  base: number | null,
  patch: Patch | null,
  past: DraftState['past'],
  future: DraftState['future'] = [],
): DraftState => ({
  base: patch === null ? null : base,
  patch,
  past,
  future,
  sent: null,
});

/** Written by hand, so that a patch of many edits is neither copied nor frozen at each act. */
export function draft(state: DraftState = empty, action: UnknownAction): DraftState {
  const { base, patch, past } = state;
  if (drafted.match(action)) {
    const { payload } = action;
    return {
      ...on(base ?? payload.revision, payload.patch, [...past.slice(1 - remembered), { base, patch }]),
      sent: state.sent,
    };
  }
  if (undone.match(action)) {
    const before = past.at(-1);
    return before
      ? { ...on(before.base, before.patch, past.slice(0, -1), [...state.future, { base, patch }]), sent: state.sent }
      : state;
  }
  if (redone.match(action)) {
    const after = state.future.at(-1);
    return after
      ? { ...on(after.base, after.patch, [...past, { base, patch }], state.future.slice(0, -1)), sent: state.sent }
      : state;
  }
  if (sent.match(action)) return { ...state, sent: patch };
  if (unsent.match(action)) return { ...state, sent: null };
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
