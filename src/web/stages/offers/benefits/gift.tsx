import { TextPart } from '../../../ui/field.tsx';
import { ItemBox } from '../../../ui/item-box.tsx';
import { countFault } from '../parts.tsx';
import type { BenefitEditorFor } from './editor.ts';

const Part: BenefitEditorFor<'gift'>['Part'] = ({ book, benefit, onCommit }) => {
  return (
    <>
      <TextPart
        label="Units of the gift"
        value={String(benefit.units)}
        fault={countFault}
        onCommit={(text) => onCommit({ ...benefit, units: Number(text) })}
      />{' '}
      ×{' '}
      <ItemBox
        goods={book.goods}
        label="Gift"
        shows={benefit.sku}
        className="part"
        onChoose={(sku) => onCommit({ ...benefit, sku })}
      />{' '}
      at 0.00
    </>
  );
};

export const gift: BenefitEditorFor<'gift'> = {
  label: 'a gift:',
  begin: (book) => ({ is: 'gift', sku: book.goods[0]?.sku ?? '', units: 1 }),
  Part,
};
