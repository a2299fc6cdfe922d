import { AmountPart } from '../../../ui/field.tsx';
import type { EditorFor } from './editor.ts';

export const flat: EditorFor<'flat'> = {
  label: 'an order',
  begin: ({ amount }) => ({ is: 'flat', amount }),
  amount: (rate) => rate.amount,
  Part: ({ rate, named, kind, change }) => (
    <>
      <AmountPart label={named('Flat amount')} value={rate.amount} onCommit={(amount) => change({ ...rate, amount })} />{' '}
      {kind}
    </>
  ),
  Below: null,
  shape: () => null,
};
