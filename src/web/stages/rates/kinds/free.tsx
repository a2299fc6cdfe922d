import type { RateEditorFor } from './editor.ts';

export const free: RateEditorFor<'free'> = {
  label: 'nothing',
  begin: () => ({ is: 'free' }),
  amount: () => null,
  Part: ({ kind }) => kind,
  Below: null,
  shape: () => null,
};
