import { amountOf } from '../../../../words/index.ts';
import { ChoicePart, figureFault, MoneyPart, Several, TextPart } from '../../../ui/field.tsx';
import { others } from '../parts.tsx';
import type { BenefitEditorFor } from './editor.ts';

const Part: BenefitEditorFor<'delivery'>['Part'] = ({ book, benefit, onCommit }) => {
  const { on, off } = benefit;
  const { services } = book.book;
  const change = (by: typeof off.by): typeof off =>
    by === 'free'
      ? { by }
      : by === 'percent'
        ? { by, percent: '50' }
        : { by, amount: amountOf(3, book.home.currency), also: {} };
  return (
    <>
      <ChoicePart
        label="How much cheaper"
        value={off.by}
        choices={[
          { value: 'free', label: 'free' },
          { value: 'percent', label: 'less by %' },
          { value: 'amount', label: 'less by an amount' },
          { value: 'to', label: 'at a price of' },
        ]}
        onCommit={(by) => by !== off.by && onCommit({ ...benefit, off: change(by) })}
      />{' '}
      {off.by === 'percent' && (
        <TextPart
          label="Percent"
          value={off.percent}
          fault={figureFault}
          onCommit={(percent) => onCommit({ ...benefit, off: { by: 'percent', percent } })}
        />
      )}
      {(off.by === 'amount' || off.by === 'to') && (
        <MoneyPart
          label="Amount"
          amount={off.amount}
          also={off.also}
          {...others(book)}
          onCommit={(amount, also) => onCommit({ ...benefit, off: { ...off, amount, also } })}
        />
      )}{' '}
      <ChoicePart
        label="What is free"
        value={on.is}
        choices={[
          { value: 'services', label: 'by' },
          { value: 'cheapest', label: 'by the cheapest choice' },
        ]}
        onCommit={(is) =>
          is !== on.is &&
          onCommit({ ...benefit, on: is === 'cheapest' ? { is } : { is, services: [services[0]?.id ?? ''] } })
        }
      />{' '}
      {on.is === 'services' && (
        <Several
          label="Services"
          all={services.map((one) => ({ id: one.id, name: one.name.replace(/ delivery$/, '').toLowerCase() }))}
          chosen={on.services}
          onCommit={(next) => onCommit({ ...benefit, on: { ...on, services: next } })}
        />
      )}
    </>
  );
};

export const delivery: BenefitEditorFor<'delivery'> = {
  label: 'cheaper delivery:',
  begin: ({ book }) => ({
    is: 'delivery',
    on: { is: 'services', services: [book.services[0]?.id ?? ''] },
    off: { by: 'free' },
  }),
  Part,
};
