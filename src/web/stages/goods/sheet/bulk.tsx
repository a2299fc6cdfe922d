import { useMemo, useState } from 'react';
import { channelsOf, itemAt } from '../../../../core/book/index.ts';
import type { Currency } from '../../../../core/exact/index.ts';
import {
  type Bulk,
  bulkChanges,
  type Column,
  completer,
  goodsFields,
  type Item,
} from '../../../../core/goods/index.ts';
import { channelName, counts, faultText, goodsFieldWords } from '../../../../words/index.ts';
import type { OpenBook } from '../../../data/book.ts';
import { ChoicePart, TextPart } from '../../../ui/field.tsx';
import { ChangedCharges } from './changed-charges.tsx';

const shownChanges = 12;
type Settable = Exclude<Column, 'sku' | 'name' | 'tags'>;
type What = Exclude<Bulk['is'], 'set'> | Settable;
const settable = goodsFields.names.filter((one): one is Settable => !['sku', 'name', 'tags'].includes(one));
/** What is not a column set whole: how it is said, an example, and whether nothing may be entered. */
const acts: Readonly<Record<Exclude<Bulk['is'], 'set'>, { words: string; example: string; empty?: true }>> = {
  'price by': { words: 'raise the price by percent', example: '5' },
  'add tag': { words: 'add the tag', example: goodsFieldWords.tags.example },
  'take tag': { words: 'take away the tag', example: goodsFieldWords.tags.example },
  'list at': { words: 'list them at', example: '', empty: true },
  'hide at': { words: 'hide them at', example: '', empty: true },
  'price at': { words: 'set the price at', example: '14.00, or +10 %', empty: true },
  'id at': { words: 'set the listing id at', example: 'HM-{sku}', empty: true },
};
const isAct = (what: What): what is keyof typeof acts => Object.hasOwn(acts, what);
const whats: readonly What[] = [...(Object.keys(acts) as (keyof typeof acts)[]), ...settable];
const exampleOf = (what: What): string => (isAct(what) ? acts[what].example : goodsFieldWords[what].example);
const words = (what: What): string =>
  isAct(what) ? acts[what].words : `set ${goodsFieldWords[what].label.toLowerCase()} to`;

function bulkOf(what: What, channel: string, text: string): Bulk {
  if (!isAct(what)) return { is: 'set', column: what, text };
  switch (what) {
    case 'price by':
      return { is: what, percent: text };
    case 'add tag':
    case 'take tag':
      return { is: what, tag: text.trim() };
    case 'list at':
    case 'hide at':
      return { is: what, channel };
    case 'price at':
    case 'id at':
      return { is: what, channel, text };
  }
}
const isReady = (what: What, text: string): boolean =>
  text.trim() !== '' || (isAct(what) ? acts[what].empty === true : what !== 'price');
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
  const channels = channelsOf(book.book);
  const [channel, setChannel] = useState(channels[0] ?? '');
  const bulk = useMemo(() => bulkOf(what, channel, text), [what, channel, text]);
  const ready = isReady(what, text);
  const { goods } = book;
  const { changes, same, problems } = useMemo(
    () =>
      ready
        ? bulkChanges(
            items,
            bulk,
            book.home.currency as Currency,
            completer((sku) => itemAt(goods, sku), []),
          )
        : none,
    [items, bulk, ready, book.home.currency, goods],
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
        {'channel' in bulk && (
          <ChoicePart
            label="At which channel"
            value={channel}
            choices={channels.map((one) => ({ value: one, label: channelName(one) }))}
            onCommit={setChannel}
          />
        )}
        {(bulk.is === 'price at' || bulk.is === 'id at') && ' to '}
        {bulk.is !== 'list at' && bulk.is !== 'hide at' && (
          <TextPart key={what} label="To what" placeholder={exampleOf(what)} value={text} onCommit={setText} />
        )}
        .{bulk.is === 'price at' && <span className="muted"> Nothing: the own price.</span>}
        {bulk.is === 'id at' && <span className="muted"> Nothing: the SKU.</span>}
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
