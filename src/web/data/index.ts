import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api.ts';
import { draft, draftKept, empty } from './draft.ts';
import { rememberedIn } from './remembered.ts';
import { view } from './view.ts';

const known = rememberedIn();
export const store = configureStore({
  reducer: { api: api.reducer, draft, view: view.reducer },
  middleware: (standard) => standard({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
  preloadedState: {
    draft: known.draft ? draftKept(known.draft) : empty,
    view: { ...view.getInitialState(), ...known.view },
  },
});

export type State = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<State>();
