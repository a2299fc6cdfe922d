import type { EditorFor } from './editor.ts';

export const free: EditorFor<'free'> = {
  label: 'nothing',
  begin: () => ({ is: 'free' }),
  amount: () => null,
  Part: ({ kind }) => kind,
  Below: null,
  shape: () => null,
};
