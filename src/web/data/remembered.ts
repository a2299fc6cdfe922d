import type { Store } from '@reduxjs/toolkit';
import { countOf, type Edit, editsOf } from '../../core/book/index.ts';
import type { DraftState } from './draft.ts';
import { type ViewState, view } from './view.ts';

/** What the browser keeps over a reload: the draft, and of the view what somebody has chosen. */
interface Remembered {
  readonly draft: { readonly base: number | null; readonly edits: readonly Edit[] };
  readonly view: Pick<ViewState, 'asOf' | 'strip' | 'stripRows' | 'splits' | 'sheets' | 'theme' | 'letters' | 'who'>;
}

interface State {
  readonly draft: DraftState;
  readonly view: ViewState;
}

const key = 'plemb-screen-1';
/** Milliseconds of rest after which it is written; a long draft, which takes a while to write, less often. */
const rest = { least: 300, each: 0.1 };

/** What the browser has kept; nothing where it keeps nothing, or where it cannot be read. */
export function rememberedIn(): Partial<Remembered> {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '{}');
  } catch {
    return {};
  }
}

/** Keeps it from here on, at rest, and at once when the page is left; says so where the browser has no room for it. */
export function remember({ getState, dispatch, subscribe }: Store<State>): () => void {
  let [written, waiting]: [State, number | undefined] = [getState(), undefined];
  const isWritten = (state: State) => written.draft === state.draft && written.view === state.view;

  function write(): void {
    clearTimeout(waiting);
    waiting = undefined;
    const state = getState();
    if (isWritten(state)) return;
    written = state;
    const { asOf, strip, stripRows, splits, sheets, theme, letters, who, unkept } = state.view;
    const kept: Remembered = {
      draft: { base: state.draft.base, edits: editsOf(state.draft.patch) },
      view: { asOf, strip, stripRows, splits, sheets, theme, letters, who },
    };
    let hasRoom = true;
    try {
      localStorage.setItem(key, JSON.stringify(kept));
    } catch {
      hasRoom = false;
    }
    if (hasRoom === unkept) dispatch(view.actions.unkeptSet(!hasRoom));
  }

  const unsubscribe = subscribe(() => {
    if (isWritten(getState())) return;
    clearTimeout(waiting);
    waiting = window.setTimeout(write, rest.least + rest.each * countOf(getState().draft.patch));
  });
  window.addEventListener('pagehide', write);
  return () => {
    unsubscribe();
    clearTimeout(waiting);
    window.removeEventListener('pagehide', write);
  };
}
