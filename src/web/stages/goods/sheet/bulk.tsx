import { useMemo, useState } from 'react';
import type { Currency } from '../../../../core/exact/index.ts';
import { type Bulk, bulkChanges, type Column, goodsFields, type Item } from '../../../../core/goods/index.ts';
import { counts, faultText, goodsFieldWords } from '../../../../words/index.ts';
import type { OpenBook } from '../../../data/book.ts';
import { ChoicePart, TextPart } from '../../../ui/field.tsx';
import { ChangedCharges } from './changed-charges.tsx';

const shownChanges = 12;
type Settable = Exclude<Column, 'sku' | 'name' | 'tags'>;
type What = 'add tag' | 'take tag' | 'price by' | Settable;
const settable = goodsFields.names.filter((one): one is Settable => !['sku', 'name', 'tags'].includes(one));
const whats: readonly What[] = ['price by', 'add tag', 'take tag', ...settable];
const exampleOf = (what: What): string =>
  what === 'price by' ? '5' : goodsFieldWords[what === 'add tag' || what === 'take tag' ? 'tags' : what].example;
const words = (what: What): string =>
  what === 'price by'
    ? 'raise the price by percent'
    : what === 'add tag'
      ? 'add the tag'
      : what === 'take tag'
        ? 'take away the tag'
        : `set ${goodsFieldWords[what].label.toLowerCase()} to`;

function bulkOf(what: What, text: string): Bulk {
  if (what === 'price by') return { is: what, percent: text };
  if (what === 'add tag' || what === 'take tag') return { is: what, tag: text.trim() };
  return { is: 'set', column: what, text };
}
const none: ReturnType<typeof bulkChanges> = { changes: [], same: 0, problems: [] };

/** One change on all the goods that are shown: what it would do is seen before it is made. */
export function BulkEdit({
  book,
  items,
  ticked,
  close,
}: {
  book: OpenBook;
  items: readonly Item[];
  /** Whether they are those ticked, or all that are shown. */
  ticked: boolean;
  close: () => void;
}) {
  const [what, setWhat] = useState<What>('add tag');
  const [text, setText] = useState('');
  const bulk = useMemo(() => bulkOf(what, text), [what, text]);
  const ready = text.trim() !== '' || (bulk.is === 'set' && bulk.column !== 'price');
  const { changes, same, problems } = useMemo(
    () => (ready ? bulkChanges(items, bulk, book.home.currency as Currency) : none),
    [items, bulk, ready, book.home.currency],
  );
  const edits = useMemo(
    () => changes.map((one) => ({ path: ['goods', one.sku, one.column], value: one.value })),
    [changes],
  );
  return (
    <section className="mb-3 border border-base-300 bg-base-100 p-3" aria-label="Change many">
      <p className="sentence">
        On all {counts(items.length, 'item', 'goods')} {ticked ? 'ticked' : 'shown'}{' '}
        <ChoicePart
          label="What to change"
          value={what}
          choices={whats.map((one) => ({ value: one, label: words(one) }))}
          onCommit={(next) => {
            setWhat(next);
            setText('');
          }}
        />{' '}
        <TextPart key={what} label="To what" placeholder={exampleOf(what)} value={text} onCommit={setText} />.
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
        {problems[0] && (
          <span className="text-off">
            , {problems.length} cannot: {problems[0].at.join(', ')}: {faultText(problems[0])}
          </span>
        )}
      </p>
      {changes.length > 0 && <ChangedCharges book={book} edits={edits} />}
      <p className="mt-2 flex gap-2">
        <button
          type="button"
          className="act main"
          disabled={changes.length === 0}
          onClick={() => {
            book.editAll(edits);
            close();
          }}
        >
          Change {counts(changes.length, 'item', 'goods')}
        </button>
        <button type="button" className="act" onClick={close}>
          Leave them
        </button>
      </p>
    </section>
  );
}
