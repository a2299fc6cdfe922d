import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** How somebody has the columns of a sheet stand. */
export interface SheetColumns {
  /** Those that have been moved, with all before them; others follow as they come. */
  readonly order: readonly string[];
  readonly hidden: readonly string[];
  /** How many stay in sight at the left. */
  readonly frozen: number;
}

/** What only the screen knows. */
export interface ViewState {
  /** The moment everything is computed for; null follows the clock. */
  readonly asOf: string | null;
  readonly strip: boolean;
  /** How many pinned baskets are in sight. */
  readonly stripRows: number;
  /** How much of its sheet what is above a grip may take, in percent, by the sheet. */
  readonly splits: Readonly<Record<string, number>>;
  /** How the columns of a sheet stand, by the sheet. */
  readonly sheets: Readonly<Record<string, SheetColumns>>;
  readonly theme: 'light' | 'dark' | 'system';
  /** Whether keys act that are pressed alone, such as `.` and 1 to 6 (WCAG 2.1.4). */
  readonly letters: boolean;
  readonly who: string;
  readonly open: 'palette' | 'keys' | 'changes' | 'moment' | 'who' | null;
  /** What was typed since it was opened, while its panel was still coming. */
  readonly ahead: string;
  /** The check under way. */
  readonly checking: number | null;
  /** Why the working out of answers failed; null while it goes well. */
  readonly broken: string | null;
  /** What keeps the server from answering for the moment; null while it answers. */
  readonly waiting: string | null;
  /** How many goods have come while they come in several pages. */
  readonly goodsCome: number;
  /** Whether the browser has no room for the draft, which a reload would lose. */
  readonly unkept: boolean;
}

const start: ViewState = {
  asOf: null,
  strip: true,
  stripRows: 2,
  splits: {},
  sheets: {},
  theme: 'system',
  letters: true,
  who: 'Somebody',
  open: null,
  ahead: '',
  checking: null,
  broken: null,
  waiting: null,
  goodsCome: 0,
  unkept: false,
};

export const view = createSlice({
  name: 'view',
  initialState: start,
  reducers: {
    asOfSet: (state, { payload }: PayloadAction<string | null>) => ({ ...state, asOf: payload }),
    stripToggled: (state) => ({ ...state, strip: !state.strip }),
    stripRowsSet: (state, { payload }: PayloadAction<number>) => ({ ...state, stripRows: payload }),
    splitSet: (state, { payload: { name, share } }: PayloadAction<{ name: string; share: number }>) => ({
      ...state,
      splits: { ...state.splits, [name]: share },
    }),
    sheetSet: (state, { payload: { name, columns } }: PayloadAction<{ name: string; columns: SheetColumns }>) => ({
      ...state,
      sheets: { ...state.sheets, [name]: columns },
    }),
    themeSet: (state, { payload }: PayloadAction<ViewState['theme']>) => ({ ...state, theme: payload }),
    lettersSet: (state, { payload }: PayloadAction<boolean>) => ({ ...state, letters: payload }),
    whoSet: (state, { payload }: PayloadAction<string>) => ({ ...state, who: payload }),
    opened: (state, { payload }: PayloadAction<ViewState['open']>) => ({ ...state, open: payload, ahead: '' }),
    typedAhead: (state, { payload }: PayloadAction<string>) => ({ ...state, ahead: state.ahead + payload }),
    checkingSet: (state, { payload }: PayloadAction<number | null>) => ({ ...state, checking: payload }),
    engineFailed: (state, { payload }: PayloadAction<string>) => ({ ...state, broken: payload }),
    unkeptSet: (state, { payload }: PayloadAction<boolean>) => ({ ...state, unkept: payload }),
    goodsComeSet: (state, { payload }: PayloadAction<number>) => ({ ...state, goodsCome: payload }),
    waitingSet: (state, { payload }: PayloadAction<string | null>) => ({ ...state, waiting: payload }),
  },
});

export const {
  asOfSet,
  stripToggled,
  stripRowsSet,
  splitSet,
  sheetSet,
  themeSet,
  lettersSet,
  whoSet,
  opened,
  typedAhead,
  checkingSet,
  engineFailed,
  goodsComeSet,
  waitingSet,
} = view.actions;
