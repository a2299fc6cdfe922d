import { OffPart } from '../parts.tsx';
import type { BenefitEditorFor } from './editor.ts';

const Part: BenefitEditorFor<'off order'>['Part'] = ({ book, benefit, onCommit }) => {
  return (
    <>
      <OffPart book={book} off={benefit.off} onCommit={(off) => onCommit({ ...benefit, off })} /> off the order
    </>
  );
};

export const offOrder: BenefitEditorFor<'off order'> = {
  label: 'a discount on the order:',
  begin: () => ({ is: 'off order', off: { by: 'percent', percent: '10' } }),
  Part,
};
