import { AmountPart } from '../../../ui/field.tsx';
import type { RateEditorFor } from './editor.ts';

export const flat: RateEditorFor<'flat'> = {
  label: 'an order',
  begin: ({ amount }) => ({ is: 'flat', amount }),
  amount: (rate) => rate.amount,
  Part({ rate, named, kind, change }) {
    const commit = (amount: string) => change({ ...rate, amount });
    return (
      <>
        <AmountPart label={named('Flat amount')} value={rate.amount} onCommit={commit} /> {kind}
      </>
    );
  },
  Below: null,
  shape: () => null,
};
