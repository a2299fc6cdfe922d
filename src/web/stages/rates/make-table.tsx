import { useState } from 'react';
import type { Currency } from '../../../core/exact/index.ts';
import { madeTable, type RateBody, type Supplier } from '../../../core/rates/index.ts';
import { amountOf, counts, firstFault } from '../../../words/index.ts';
import { AmountPart, ChoicePart, TextPart } from '../../ui/field.tsx';
import { useCurrency } from '../../ui/tender.ts';

const blankIn = (currency: string): Supplier => ({ first: amountOf(4.3, currency), further: amountOf(1.45, currency) });

/** A table by units made from what suppliers ask for the first unit and each further one. */
export function MakeTable({ change }: { change: (rate: RateBody & { is: 'table' }) => void }) {
  const currency = useCurrency();
  const blank = blankIn(currency);
  const [open, setOpen] = useState(false);
  const [suppliers, setSuppliers] = useState<readonly Supplier[]>([blank]);
  const [by, setBy] = useState<'mean' | 'dearest'>('dearest');
  const [count, setCount] = useState('8');
  if (!open) {
    return (
      <button type="button" className="quiet" onClick={() => setOpen(true)}>
        Make the table from a first and each further unit
      </button>
    );
  }
  const made = madeTable({ suppliers, by, count: Number(count) }, currency as Currency);
  const put = (at: number, next: Partial<Supplier>) =>
    setSuppliers(suppliers.map((one, i) => (i === at ? { ...one, ...next } : one)));
  return (
    <div className="aside-note" role="group" aria-label="Make a table">
      {suppliers.map((supplier, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a supplier is its place in the list
        <p key={i}>
          {suppliers.length > 1 && `Supplier ${i + 1}: `}the first{' '}
          <AmountPart
            label={`First of supplier ${i + 1}`}
            value={supplier.first}
            onCommit={(first) => put(i, { first })}
          />
          , each further{' '}
          <AmountPart
            label={`Further of supplier ${i + 1}`}
            value={supplier.further}
            onCommit={(further) => put(i, { further })}
          />
          {suppliers.length > 1 && (
            <>
              {' '}
              <button
                type="button"
                className="quiet small"
                onClick={() => setSuppliers(suppliers.filter((_, j) => j !== i))}
              >
                Remove
              </button>
            </>
          )}
        </p>
      ))}
      <p>
        Up to{' '}
        <TextPart
          label="Units the table reaches"
          value={count}
          fault={(text) => (/^([1-9]\d?|100)$/.test(text) ? null : 'a count from 1 to 100')}
          onCommit={setCount}
        />{' '}
        units
        {suppliers.length > 1 && (
          <>
            ; where they differ{' '}
            <ChoicePart
              label="Where suppliers differ"
              value={by}
              choices={[
                { value: 'dearest', label: 'the dearest for each count' },
                { value: 'mean', label: 'their mean for each count' },
              ]}
              onCommit={setBy}
            />
          </>
        )}
        .{' '}
        <button type="button" className="quiet small" onClick={() => setSuppliers([...suppliers, blank])}>
          Another supplier
        </button>
      </p>
      {made.ok ? (
        <p>
          It reaches {counts(made.value.reach, 'unit')}; a larger order is not offered.{' '}
          <button
            type="button"
            className="act"
            onClick={() => {
              change(made.value.rate);
              setOpen(false);
            }}
          >
            Take {made.value.rate.breaks.length === 1 ? 'this break' : `these ${made.value.rate.breaks.length} breaks`}
          </button>
        </p>
      ) : (
        <p className="fault" role="alert">
          {firstFault(made)}
        </p>
      )}
      <p className="muted small">For suppliers that each keep their own charges, give each a template of its own.</p>
    </div>
  );
}
