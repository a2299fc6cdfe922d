import { amountOf } from '../../../../words/index.ts';
import { AmountPart, TestPart } from '../../../ui/field.tsx';
import { GoodsPart } from '../parts.tsx';
import type { BenefitEditorFor } from './editor.ts';

const Part: BenefitEditorFor<'spend steps'>['Part'] = ({ book, benefit, onCommit }) => {
  const { steps } = benefit;
  const set = (at: number, field: 'from' | 'off') => (text: string) =>
    onCommit({ ...benefit, steps: steps.map((step, i) => (i === at ? { ...step, [field]: text } : step)) });
  const last = steps.at(-1);
  return (
    <>
      on{' '}
      <GoodsPart
        book={book}
        label="Goods whose value counts"
        goods={benefit.goods}
        onCommit={(goods) => onCommit({ ...benefit, goods })}
      />{' '}
      <TestPart value={benefit.test} onCommit={(test) => onCommit({ ...benefit, test })} /> discounts
      {steps.map((step, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: steps have no names, and stay in their places
        <span key={i}>
          {i > 0 ? ', from ' : ' from '}
          <AmountPart label={`From, step ${i + 1}`} value={step.from} onCommit={set(i, 'from')} /> take{' '}
          <AmountPart label={`Off, step ${i + 1}`} value={step.off} onCommit={set(i, 'off')} />
        </span>
      ))}{' '}
      off the order{' '}
      <button
        type="button"
        className="quiet small"
        onClick={() =>
          onCommit({
            ...benefit,
            steps: [
              ...steps,
              {
                from: String(Math.floor(Number(last?.from ?? 0)) + 40),
                off: String(Math.floor(Number(last?.off ?? 0)) + 6),
                also: {},
              },
            ],
          })
        }
      >
        one more step
      </button>
      {steps.length > 1 && (
        <>
          {' '}
          <button
            type="button"
            className="quiet small"
            onClick={() => onCommit({ ...benefit, steps: steps.slice(0, -1) })}
          >
            one less
          </button>
        </>
      )}
    </>
  );
};

export const spendSteps: BenefitEditorFor<'spend steps'> = {
  label: 'steps of spending:',
  begin: ({ home }) => ({
    is: 'spend steps',
    goods: null,
    test: 'after',
    steps: [{ from: amountOf(65, home.currency), off: amountOf(9, home.currency), also: {} }],
  }),
  Part,
};
