import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { alike, type Edit, touches } from '../../core/book/index.ts';

/** What has been changed on the screen and not been saved. Kept in the browser, so that a reload loses nothing. */
export interface DraftState {
  /** The revision the first edit was made on. */
  readonly base: number | null;
  readonly edits: readonly Edit[];
  /** Lists of edits to go back to, the newest last. */
  readonly past: readonly (readonly Edit[])[];
}

const empty: DraftState = { base: null, edits: [], past: [] };
const remembered = 100;

interface Made {
  readonly revision: number;
  readonly path: readonly string[];
  /** What stands there in the saved book; an edit back to it is no edit. */
  readonly saved: unknown;
  /** Left out: what stands there goes. */
  readonly value?: unknown;
}

interface Saved {
  readonly revision: number;
  readonly sent: readonly Edit[];
  readonly undo: readonly Edit[];
}

const isSame = (a: Edit, b: Edit): boolean => a.path.join('/') === b.path.join('/') && alike(a.value, b.value);

const within = (path: readonly string[], wider: readonly string[]) =>
  wider.length <= path.length && touches(path, wider);

function withMade(edits: readonly Edit[], { path, saved, value }: Made): Edit[] {
  const rest = edits.filter((edit) => !within(edit.path, path));
  const insideWider = rest.some((edit) => within(path, edit.path));
  if (!insideWider && alike(saved, value)) return rest;
  return [...rest, value === undefined ? { path } : { path, value }];
}

export const draft = createSlice({
  name: 'draft',
  initialState: empty,
  reducers: {
    edited(state, { payload }: PayloadAction<Made | Made[]>) {
      const made = Array.isArray(payload) ? payload : [payload];
      const edits = made.reduce<readonly Edit[]>(withMade, state.edits);
      return {
        base: edits.length === 0 ? null : (state.base ?? made[0]?.revision ?? null),
        edits,
        past: [...state.past.slice(-remembered), state.edits],
      };
    },
    dropped(state, { payload }: PayloadAction<number>) {
      const edits = state.edits.filter((_, i) => i !== payload);
      return { base: edits.length === 0 ? null : state.base, edits, past: [...state.past, state.edits] };
    },
    undone(state) {
      const before = state.past.at(-1);
      if (!before) return state;
      return { base: before.length === 0 ? null : state.base, edits: before, past: state.past.slice(0, -1) };
    },
    /** Edits that stay after a conflict, on a newer revision. */
    rebased: (_, { payload }: PayloadAction<{ base: number; edits: readonly Edit[] }>) => ({
      base: payload.edits.length === 0 ? null : payload.base,
      edits: payload.edits,
      past: [],
    }),
    /**
     * Edits have been saved as a revision. What was made while they were on their way stays, on that revision; what was
     * taken back meanwhile is changed back to what had stood there, by the edits that undo the sent ones.
     */
    saved(state, { payload: { revision, sent, undo } }: PayloadAction<Saved>) {
      const isSent = (edit: Edit) => sent.some((one) => isSame(one, edit));
      const later = state.edits.filter((edit) => !isSent(edit));
      const back = undo.filter((edit) => !state.edits.some((one) => touches(one.path, edit.path)));
      const edits = [...back, ...later];
      // What others saved in between has not been seen by whoever made these.
      const seen = state.base !== null && revision > state.base + 1 ? state.base : revision;
      return { base: edits.length === 0 ? null : seen, edits, past: [] };
    },
    cleared: () => empty,
  },
});

export const { edited, dropped, undone, rebased, saved, cleared } = draft.actions;
