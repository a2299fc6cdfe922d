import { amountOf } from '../../../../words/index.ts';
import { MoneyPart } from '../../../ui/field.tsx';
import { GoodsPart, others } from '../parts.tsx';
import type { BenefitEditorFor } from './editor.ts';

const Part: BenefitEditorFor<'fixed price'>['Part'] = ({ book, benefit, onCommit }) => {
  return (
    <>
      <GoodsPart
        book={book}
        label="Goods at a price"
        goods={benefit.goods}
        onCommit={(goods) => onCommit({ ...benefit, goods })}
      />{' '}
      at{' '}
      <MoneyPart
        label="Fixed price"
        amount={benefit.price}
        also={benefit.also}
        {...others(book)}
        onCommit={(price, also) => onCommit({ ...benefit, price, also })}
      />{' '}
      each
    </>
  );
};

export const fixedPrice: BenefitEditorFor<'fixed price'> = {
  label: 'a fixed price:',
  begin: (book) => ({ is: 'fixed price', goods: null, price: amountOf(10, book.home.currency), also: {} }),
  Part,
};
