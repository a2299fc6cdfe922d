import { useState } from 'react';
import { massUnits } from '../../core/exact/index.ts';
import { type Maker, madeTable, type RateBody } from '../../core/rates/index.ts';
import { amountFault, ChoicePart, figureFault, TextPart } from '../parts/field.tsx';
import { UnitPart } from './unit.tsx';

const blank: Maker = { first: '5.10', further: '1.90', mass: '0.75' };

/** A table made from what makers ask for a first and each further item and what an item weighs. */
export function MakeTable({ change }: { change: (rate: RateBody & { is: 'table' }) => void }) {
  const [open, setOpen] = useState(false);
  const [makers, setMakers] = useState<readonly Maker[]>([blank]);
  const [unit, setUnit] = useState<(typeof massUnits)[number]>('lb');
  const [by, setBy] = useState<'average' | 'highest'>('highest');
  const [count, setCount] = useState('5');
  if (!open) {
    return (
      <button type="button" className="quiet" onClick={() => setOpen(true)}>
        Make the table from a first and each further item
      </button>
    );
  }
  const made = madeTable({ makers, unit, by, count: Number(count) });
  const put = (at: number, next: Partial<Maker>) => setMakers(makers.map((one, i) => (i === at ? { ...one, ...next } : one)));
  return (
    <div className="aside-note" role="group" aria-label="Make a table">
      {makers.map((maker, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a maker is its place in the list
        <p key={i}>
          The first <TextPart label={`First of maker ${i + 1}`} value={maker.first} fault={amountFault} onCommit={(first) => put(i, { first })} />, each further{' '}
          <TextPart label={`Further of maker ${i + 1}`} value={maker.further} fault={amountFault} onCommit={(further) => put(i, { further })} />, an item weighs{' '}
          <TextPart label={`Item of maker ${i + 1}`} value={maker.mass} fault={figureFault} onCommit={(mass) => put(i, { mass })} /> {unit}
          {makers.length > 1 && (
            <>
              {' '}
              <button type="button" className="quiet small" onClick={() => setMakers(makers.filter((_, j) => j !== i))}>
                Remove
              </button>
            </>
          )}
        </p>
      ))}
      <p>
        Up to <TextPart label="Items the table reaches" value={count} fault={(text) => (/^[1-9]\d?$/.test(text) ? null : 'a count from 1 to 99')} onCommit={setCount} /> items, in{' '}
        <UnitPart label="Unit of an item" value={unit} units={massUnits} onCommit={(next) => setUnit(next as typeof unit)} />
        {makers.length > 1 && (
          <>
            ; where they differ their{' '}
            <ChoicePart
              label="Where makers differ"
              value={by}
              choices={[
                { value: 'highest', label: 'highest' },
                { value: 'average', label: 'average' },
              ]}
              onCommit={setBy}
            />
          </>
        )}
        .{' '}
        <button type="button" className="quiet small" onClick={() => setMakers([...makers, blank])}>
          Another maker
        </button>
      </p>
      {made.ok ? (
        <p>
          {made.value.reach}{' '}
          <button
            type="button"
            className="act"
            onClick={() => {
              change(made.value.rate);
              setOpen(false);
            }}
          >
            Take these {made.value.rate.breaks.length} breaks
          </button>
        </p>
      ) : (
        <p className="fault" role="alert">
          {made.problems[0]?.wrong}; right would be {made.problems[0]?.right}
        </p>
      )}
      <p className="muted small">For makers that each keep their own charges, give each a template of its own.</p>
    </div>
  );
}
