import { Breaks } from '../breaks.tsx';
import type { EditorFor } from './editor.ts';

export const table: EditorFor<'table'> = {
  label: 'by a table, as below',
  begin: ({ amount }) => ({
    is: 'table',
    unit: 'kg',
    from: null,
    breaks: [
      { to: '1', amount },
      { to: null, amount },
    ],
  }),
  amount: ({ breaks }) => breaks[0]?.amount ?? null,
  Part: ({ kind }) => kind,
  Below: Breaks,
  shape: ({ breaks }) => breaks.map((one) => Number(one.amount)),
};
