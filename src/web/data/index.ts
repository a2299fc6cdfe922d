import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api.ts';
import { draft } from './draft.ts';
import { view } from './view.ts';

const key = 'plemb-screen-1';

function remembered(): Partial<{ draft: ReturnType<typeof draft.reducer>; view: ReturnType<typeof view.reducer> }> {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '{}');
  } catch {
    return {};
  }
}

const known = remembered();
export const store = configureStore({
  reducer: { api: api.reducer, draft: draft.reducer, view: view.reducer },
  middleware: (standard) => standard({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
  preloadedState: {
    draft: { ...draft.getInitialState(), ...known.draft },
    view: { ...view.getInitialState(), ...known.view, open: null, checking: null, broken: null },
  },
});

store.subscribe(() => {
  const {
    draft: { base, edits },
    view: { asOf, strip, stripRows, splits, hidden, theme, letters, who },
  } = store.getState();
  localStorage.setItem(
    key,
    JSON.stringify({ draft: { base, edits }, view: { asOf, strip, stripRows, splits, hidden, theme, letters, who } }),
  );
});

export type State = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<State>();
