import { amountOf } from '../../../../words/index.ts';
import { AmountPart, figureFault, TextPart } from '../../../ui/field.tsx';
import { useCurrency } from '../../../ui/tender.ts';
import { WaysPart } from '../brought-by.tsx';
import type { RateEditorFor } from './editor.ts';

const Part: RateEditorFor<'carrier quote'>['Part'] = ({ rate, named, kind, change }) => {
  const currency = useCurrency();
  const commitAdd = (add: string) => change({ ...rate, add });
  return (
    <>
      {kind} for{' '}
      <WaysPart
        label={named('Carriers’ services')}
        ways={{ carrier: rate.service, lists: rate.lists }}
        least={1}
        change={({ carrier, lists }) => change({ ...rate, service: carrier, lists: [...lists] })}
      />{' '}
      plus{' '}
      <TextPart
        label={named('Percentage on top')}
        value={rate.percent}
        fault={figureFault}
        onCommit={(percent) => change({ ...rate, percent })}
      />{' '}
      % and <AmountPart label={named('Amount on top')} value={rate.add} onCommit={commitAdd} />,{' '}
      {rate.fallback === null ? (
        <>
          not offered where it is silent{' '}
          <button
            type="button"
            className="quiet small"
            onClick={() => change({ ...rate, fallback: amountOf(10, currency) })}
          >
            charge a fallback
          </button>
        </>
      ) : (
        <>
          or{' '}
          <AmountPart
            label={named('Fallback')}
            value={rate.fallback}
            onCommit={(fallback) => change({ ...rate, fallback })}
          />{' '}
          where it is silent{' '}
          <button type="button" className="quiet small" onClick={() => change({ ...rate, fallback: null })}>
            not offered then
          </button>
        </>
      )}
    </>
  );
};

export const carrierQuote: RateEditorFor<'carrier quote'> = {
  label: 'what carriers ask',
  begin: ({ amount }) => ({
    is: 'carrier quote',
    service: 'ground',
    lists: [],
    percent: '0',
    add: '0',
    fallback: amount,
  }),
  amount: () => null,
  Part,
  Below: null,
  shape: () => null,
};
