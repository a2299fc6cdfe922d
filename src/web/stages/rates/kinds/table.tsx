import { BreaksGrid } from '../breaks.tsx';
import type { RateEditorFor } from './editor.ts';

export const table: RateEditorFor<'table'> = {
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
  Below: BreaksGrid,
  shape: ({ breaks }) => breaks.map((one) => Number(one.amount)),
};
