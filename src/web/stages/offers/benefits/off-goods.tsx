import { GoodsPart, OffPart } from '../parts.tsx';
import type { BenefitEditorFor } from './editor.ts';

const Part: BenefitEditorFor<'off goods'>['Part'] = ({ book, benefit, onCommit }) => {
  return (
    <>
      <OffPart book={book} off={benefit.off} onCommit={(off) => onCommit({ ...benefit, off })} /> off{' '}
      {benefit.off.by === 'amount' && 'each of '}
      <GoodsPart
        book={book}
        label="Goods it takes off"
        goods={benefit.goods}
        onCommit={(goods) => onCommit({ ...benefit, goods })}
      />
    </>
  );
};

export const offGoods: BenefitEditorFor<'off goods'> = {
  label: 'a discount on goods:',
  begin: () => ({ is: 'off goods', goods: null, off: { by: 'percent', percent: '10' } }),
  Part,
};
