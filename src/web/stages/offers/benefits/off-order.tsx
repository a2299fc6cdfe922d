import { OffPart } from '../parts.tsx';
import type { EditorFor } from './editor.ts';

const Part: EditorFor<'off order'>['Part'] = ({ book, benefit, onCommit }) => {
  return (
    <>
      <OffPart book={book} off={benefit.off} onCommit={(off) => onCommit({ ...benefit, off })} /> off the order
    </>
  );
};

export const offOrder: EditorFor<'off order'> = {
  label: 'a discount on the order:',
  begin: () => ({ is: 'off order', off: { by: 'percent', percent: '10' } }),
  Part,
};
