import { createSelector, type ThunkAction, type UnknownAction } from '@reduxjs/toolkit';
import type { Conflict, ProblemDocument } from '../../contract/index.ts';
import {
  alike,
  countOf,
  drafted as draftOn,
  type Edit,
  editsOf,
  editTo,
  type Market,
  type Patch,
  patchAt,
  patched,
  patchWith,
  turned,
  turnsBetween,
  valueAt,
} from '../../core/book/index.ts';
import type { Item } from '../../core/goods/index.ts';
import { api } from './api.ts';
import { cleared, drafted, rebased, sent, unsent } from './draft.ts';
import { failure } from './failed.ts';
import type { State } from './index.ts';

export type Thunk<T = void> = ThunkAction<T, State, unknown, UnknownAction>;

const bookOf = api.endpoints.book.select();
const goodsOf = api.endpoints.goods.select();

/** The saved book and its goods as one tree; null until both have come. */
export const selectSaved = createSelector(
  [(state: State) => bookOf(state).data, (state: State) => goodsOf(state).data],
  (book, goods) => book && goods && { ...book, goods: goods.items, tree: { ...book.book, goods: goods.items } },
);

/** The saved book and the draft on it, made once for all who look. */
export const selectOpen = createSelector([selectSaved, (state: State) => state.draft.patch], (saved, patch) => {
  if (!saved) return null;
  const { book, goods } = draftOn(saved, patch);
  return {
    revision: saved.revision,
    saved: saved.book,
    book,
    /** The seller's own market: goods and offers are written in its currency. */
    home: book.markets[0] as Market,
    goods,
    savedGoods: saved.goods,
    /** Whether the draft changes what lies at a path, within it or around it. */
    changed: (path: readonly string[]) => patchAt(patch, path) !== null,
  };
});

/** How many changes are not yet saved. */
export const selectUnsaved = (state: State): number => countOf(state.draft.patch);

/** Makes edits as one act; undefined as a value takes away what stands there. */
export const makeEdits =
  (edits: readonly Edit[]): Thunk =>
  (act, getState) => {
    const saved = selectSaved(getState());
    if (!saved) return;
    const { patch } = getState().draft;
    const stands = patched<object>(saved.tree, patch);
    if (edits.every(({ path, value }) => alike(valueAt(stands, path), value))) return;
    act(drafted({ revision: saved.revision, patch: patchWith(saved.tree, patch, edits, { passes: true }) }));
  };

/** Drops one change. */
export const dropEdit =
  ({ path }: Edit): Thunk =>
  (act, getState) => {
    const { base, patch } = getState().draft;
    act(drafted({ revision: base ?? 0, patch: turned(patch, [{ path, to: null }]) }));
  };

/**
 * Saves the draft; gives the revision, or why not. What is made while it is on its way stays, on that revision; what is
 * taken back meanwhile is changed back to what had stood there.
 */
export const saveDraft =
  (who: string, note: string): Thunk<Promise<{ readonly revision: number } | { readonly refused: ProblemDocument }>> =>
  async (act, getState) => {
    const { patch, base } = getState().draft;
    const on = selectSaved(getState());
    const edits = editsOf(patch).map(({ path, value }) => ({ path: [...path], value }));
    act(sent());
    const { data, error } = await act(
      api.endpoints.save.initiate({ base: base ?? on?.revision ?? 0, who, note, edits }),
    );
    if (!data) {
      act(unsent());
      return { refused: failure(error) };
    }
    await act(catchUp());
    act(draftSaved(on?.tree, data.revision));
    return data;
  };

/** What was sent has been saved on a tree as a revision, and the saved book has caught up with it. */
const draftSaved =
  (on: object | undefined, revision: number): Thunk =>
  (act, getState) => {
    const saved = selectSaved(getState());
    const { base, patch, sent } = getState().draft;
    const wanted = patched(on, patch);
    const later = turnsBetween(sent, patch).map(({ path }) => editTo(path, valueAt(wanted, path)));
    if (!saved || later.length === 0) return void act(cleared());
    // What others saved in between has not been seen by whoever made these.
    const seen = base !== null && revision > base + 1 ? base : revision;
    act(rebased({ base: seen, patch: patchWith(saved.tree, null, later, { passes: true }) }));
  };

/**
 * Of what two have changed, each place is as it was chosen, one's own or theirs; what is one's own is on the newest
 * revision from here on.
 */
export const settle =
  (conflicts: readonly Conflict[], isMine: (one: Conflict) => boolean): Thunk<Promise<void>> =>
  async (act, getState) => {
    await act(catchUp());
    const { patch } = getState().draft;
    const revision = selectSaved(getState())?.revision ?? 0;
    const kept = new Set(conflicts.filter(isMine).map((one) => patchAt(patch, one.path)));
    const turns = conflicts.flatMap(({ path }) =>
      kept.has(patchAt(patch, path)) ? [] : [{ path: leafPath(patch, path), to: null }],
    );
    act(
      rebased({
        base: Math.max(revision, ...conflicts.map((one) => one.revision)),
        patch: turned(patch, turns),
      }),
    );
  };

/** The path of the edit that a path lies in; the path itself where it lies in none. */
function leafPath(patch: Patch | null, path: readonly string[]): readonly string[] {
  const depth = path.findIndex((_, i) => patchAt(patch, path.slice(0, i))?.is !== 'within');
  return depth < 0 ? path : path.slice(0, depth);
}

/**
 * Brings the saved book and goods on the screen up to the newest revision: by what has changed since, or as a whole
 * where that would be as much. The draft stays as it is; what others have taken away, or made another sort of, is from
 * here on put as a whole where the draft changes something in it, so that saving tells.
 */
export const catchUp = (): Thunk<Promise<void>> => async (act, getState) => {
  for (;;) {
    const since = shownRevision(getState());
    if (since === null) return;
    const answer = await act(api.endpoints.since.initiate(since, { forceRefetch: true, subscribe: false }));
    const saved = selectSaved(getState());
    if (!answer.data || !saved) return;
    if (shownRevision(getState()) !== since) continue;
    const { revision, changes } = answer.data;
    if (changes === null) return void act(api.util.invalidateTags(['Whole', 'Revisions']));
    if (revision === since) return;
    const edits = changes.map(({ path, after }) => editTo(path, after));
    const { book, goods } = draftOn(saved, patchWith(saved.tree, null, edits, { passes: true }));
    act(keepWithin(changes));
    act(api.util.updateQueryData('book', undefined, () => ({ revision, book })));
    act(api.util.updateQueryData('goods', undefined, () => ({ revision, items: goods as Item[] })));
    act(api.util.invalidateTags(['Revisions']));
    return;
  }
};

/** The revision that what is on the screen is surely of; null before it has come. */
function shownRevision(state: State): number | null {
  const [book, goods] = [bookOf(state).data, goodsOf(state).data];
  return book && goods ? Math.min(book.revision, goods.revision) : null;
}

type Changes = readonly { readonly path: readonly string[]; readonly before?: unknown; readonly after?: unknown }[];
const keepWithin =
  (changes: Changes): Thunk =>
  (act, getState) => {
    const { base, patch, sent: onItsWay } = getState().draft;
    const turns = changes.flatMap(({ path, before, after }) => {
      const own = patchAt(patch, path);
      // One's own save comes back as others' do.
      if (own?.is !== 'within' || own === patchAt(onItsWay, path) || Array.isArray(after)) return [];
      return [{ path, to: { is: 'put', value: patched(before, own, path) } as const }];
    });
    if (turns.length > 0) act(drafted({ revision: base ?? 0, patch: turned(patch, turns) }));
  };
