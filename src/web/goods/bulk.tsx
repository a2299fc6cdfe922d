import { useState } from 'react';
import type { Currency } from '../../core/exact/index.ts';
import { type Bulk, bulkChanges, type Column, type Item } from '../../core/goods/index.ts';
import { amountOf } from '../../words/index.ts';
import { ChoicePart, TextPart } from '../parts/field.tsx';
import type { OpenBook } from '../store/desk.ts';
import { heads } from './columns.ts';

const shownChanges = 12;
type What = 'add tag' | 'take tag' | 'price by' | Exclude<Column, 'sku'>;
const whats: readonly What[] = [
  'price by',
  'add tag',
  'take tag',
  'price',
  'mass',
  'size',
  'kind',
  'template',
  'barred',
  'ownRate',
  'fee',
  'hazards',
  'origin',
  'cost',
  'taxClass',
  'stockedBy',
];
const examplesIn = (currency: string): Partial<Record<What, string>> => ({
  'price by': '5',
  'add tag': 'autumn',
  'take tag': 'autumn',
  mass: '520 g',
  size: '120 x 12 x 8 cm',
  kind: 'parcel',
  barred: 'two-day',
  hazards: 'lithium',
  price: amountOf(9.9, currency),
  ownRate: amountOf(6, currency),
  fee: amountOf(1.3, currency),
  cost: amountOf(4.2, currency),
});
const words = (what: What): string =>
  what === 'price by'
    ? 'raise the price by percent'
    : what === 'add tag'
      ? 'add the tag'
      : what === 'take tag'
        ? 'take away the tag'
        : `set ${heads[what].toLowerCase()} to`;

/** One change on all the goods that are shown: what it would do is seen before it is made. */
export function BulkEdit({ book, items, close }: { book: OpenBook; items: readonly Item[]; close: () => void }) {
  const [what, setWhat] = useState<What>('add tag');
  const [text, setText] = useState('');
  const bulk: Bulk =
    what === 'price by'
      ? { is: what, percent: text }
      : what === 'add tag' || what === 'take tag'
        ? { is: what, tag: text.trim() }
        : { is: 'set', column: what, text };
  const ready = text.trim() !== '' || (bulk.is === 'set' && bulk.column !== 'price');
  const { changes, same, problems } = ready
    ? bulkChanges(items, bulk, book.home.currency as Currency)
    : { changes: [], same: 0, problems: [] };
  return (
    <section className="mb-3 border border-base-300 bg-base-100 p-3" aria-label="Change many">
      <p className="sentence">
        On all {items.length} goods shown{' '}
        <ChoicePart
          label="What to change"
          value={what}
          choices={whats.map((one) => ({ value: one, label: words(one) }))}
          onCommit={(next) => {
            setWhat(next);
            setText('');
          }}
        />{' '}
        <TextPart
          key={what}
          label="To what"
          placeholder={examplesIn(book.home.currency)[what] ?? 'nothing'}
          value={text}
          onCommit={setText}
        />
        .
      </p>
      {changes.length > 0 && (
        <table className="ruled mt-2" aria-label="What would change">
          <tbody>
            {changes.slice(0, shownChanges).map((one) => (
              <tr key={one.sku}>
                <td className="mono">{one.sku}</td>
                <td className="muted">{one.before || 'nothing'}</td>
                <td>{one.after || 'nothing'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-1" aria-live="polite">
        {changes.length > shownChanges && <span className="muted">and {changes.length - shownChanges} more. </span>}
        {ready && `${changes.length} change, ${same} stay as they are`}
        {problems.length > 0 && (
          <span className="text-off">
            , {problems.length} cannot: {problems[0]?.at.join(', ')}: {problems[0]?.wrong}; right would be{' '}
            {problems[0]?.right}
          </span>
        )}
      </p>
      <p className="mt-2 flex gap-2">
        <button
          type="button"
          className="act main"
          disabled={changes.length === 0}
          onClick={() => {
            book.editAll(changes.map((one) => ({ path: ['goods', one.sku, one.column], value: one.value })));
            close();
          }}
        >
          Change {changes.length} goods
        </button>
        <button type="button" className="act" onClick={close}>
          Leave them
        </button>
      </p>
    </section>
  );
}
