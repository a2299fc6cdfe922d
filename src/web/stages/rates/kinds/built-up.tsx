import { amountOf } from '../../../../words/index.ts';
import { AmountPart, ChoicePart, figureFault, TextPart } from '../../../ui/field.tsx';
import { useCurrency } from '../../../ui/tender.ts';
import { UnitPart } from '../unit.tsx';
import type { RateEditorFor } from './editor.ts';

const Part: RateEditorFor<'built up'>['Part'] = ({ rate, named, kind, change }) => {
  const currency = useCurrency();
  const { weight } = rate;
  const set = (field: 'order' | 'first' | 'further') => (amount: string) => change({ ...rate, [field]: amount });
  return (
    <>
      {kind}: <AmountPart label={named('An order')} value={rate.order} onCommit={set('order')} /> an order,{' '}
      <AmountPart label={named('The first item')} value={rate.first} onCommit={set('first')} /> the first item,{' '}
      <AmountPart label={named('Each further item')} value={rate.further} onCommit={set('further')} /> each further
      {weight ? (
        <>
          , and{' '}
          <AmountPart
            label={named('Amount by weight')}
            value={weight.amount}
            onCommit={(amount) => change({ ...rate, weight: { ...weight, amount } })}
          />{' '}
          <ChoicePart
            label={named('In proportion or started')}
            value={weight.each}
            choices={[
              { value: 'in proportion', label: 'in proportion, for each' },
              { value: 'started', label: 'for each started' },
            ]}
            onCommit={(each) => change({ ...rate, weight: { ...weight, each } })}
          />{' '}
          <TextPart
            label={named('Weight of each')}
            value={weight.per}
            fault={figureFault}
            onCommit={(per) => change({ ...rate, weight: { ...weight, per } })}
          />{' '}
          <UnitPart
            label={named('Unit of weight')}
            value={weight.unit}
            units={['g', 'kg', 'oz', 'lb']}
            onCommit={(unit) => change({ ...rate, weight: { ...weight, unit: unit as typeof weight.unit } })}
          />{' '}
          <button type="button" className="quiet small" onClick={() => change({ ...rate, weight: null })}>
            without weight
          </button>
        </>
      ) : (
        <>
          {' '}
          <button
            type="button"
            className="quiet small"
            onClick={() =>
              change({ ...rate, weight: { amount: amountOf(1, currency), per: '1', unit: 'kg', each: 'started' } })
            }
          >
            and by weight
          </button>
        </>
      )}
    </>
  );
};

export const builtUp: RateEditorFor<'built up'> = {
  label: 'built up',
  begin: ({ amount }) => ({ is: 'built up', order: amount, first: '0', further: '0', weight: null }),
  amount: ({ order }) => order,
  Part,
  Below: null,
  shape: () => null,
};
