import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** What only the screen knows. */
export interface ViewState {
  /** The moment everything is computed for; null follows the clock. */
  readonly asOf: string | null;
  readonly strip: boolean;
  readonly theme: 'light' | 'dark' | 'system';
  readonly who: string;
  readonly open: 'palette' | 'keys' | 'changes' | 'moment' | 'who' | null;
  /** The check under way. */
  readonly checking: number | null;
  /** Why the working out of answers failed; null while it goes well. */
  readonly broken: string | null;
}

const start: ViewState = {
  asOf: null,
  strip: true,
  theme: 'system',
  who: 'Somebody',
  open: null,
  checking: null,
  broken: null,
};

export const view = createSlice({
  name: 'view',
  initialState: start,
  reducers: {
    asOfSet: (state, { payload }: PayloadAction<string | null>) => ({ ...state, asOf: payload }),
    stripToggled: (state) => ({ ...state, strip: !state.strip }),
    themeSet: (state, { payload }: PayloadAction<ViewState['theme']>) => ({ ...state, theme: payload }),
    whoSet: (state, { payload }: PayloadAction<string>) => ({ ...state, who: payload }),
    opened: (state, { payload }: PayloadAction<ViewState['open']>) => ({ ...state, open: payload }),
    checkingSet: (state, { payload }: PayloadAction<number | null>) => ({ ...state, checking: payload }),
    engineFailed: (state, { payload }: PayloadAction<string>) => ({ ...state, broken: payload }),
  },
});

export const { asOfSet, stripToggled, themeSet, whoSet, opened, checkingSet, engineFailed } = view.actions;
