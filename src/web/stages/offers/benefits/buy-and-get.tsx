import { figureFault, TextPart } from '../../../ui/field.tsx';
import { countFault, GoodsPart } from '../parts.tsx';
import type { BenefitEditorFor } from './editor.ts';

const Part: BenefitEditorFor<'buy and get'>['Part'] = ({ book, benefit, onCommit }) => {
  return (
    <>
      of each{' '}
      <TextPart
        label="Bought"
        value={String(benefit.buy)}
        fault={countFault}
        onCommit={(text) => onCommit({ ...benefit, buy: Number(text) })}
      />{' '}
      +{' '}
      <TextPart
        label="Got"
        value={String(benefit.get)}
        fault={countFault}
        onCommit={(text) => onCommit({ ...benefit, get: Number(text) })}
      />{' '}
      of{' '}
      <GoodsPart
        book={book}
        label="Goods counted"
        goods={benefit.goods}
        onCommit={(goods) => onCommit({ ...benefit, goods })}
      />{' '}
      the cheapest less{' '}
      <TextPart
        label="Percent"
        value={benefit.percent}
        fault={figureFault}
        onCommit={(percent) => onCommit({ ...benefit, percent })}
      />{' '}
      %{Number(benefit.percent) === 100 && ', that is free'}
    </>
  );
};

export const buyAndGet: BenefitEditorFor<'buy and get'> = {
  label: 'more for less:',
  begin: () => ({ is: 'buy and get', goods: null, buy: 2, get: 1, percent: '100' }),
  Part,
};
