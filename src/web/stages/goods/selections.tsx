import { useState } from 'react';
import { readSkus, type SelectionBody } from '../../../core/goods/index.ts';
import { amountOf, counted, counts } from '../../../words/index.ts';
import { SheetTabs } from '../../app/tabs.tsx';
import type { OpenBook } from '../../data/book.ts';
import { factsOf } from '../../data/facts.ts';
import { amountIn, ChoicePart, figureFault, nameFault, Several, TextPart } from '../../ui/field.tsx';
import { freshId } from '../../ui/fresh-id.ts';
import { Remover } from '../../ui/remover.tsx';
import { UnitPart } from '../rates/unit.tsx';

type Takes = SelectionBody['takes'];
const kinds: readonly { value: Takes['is']; label: string }[] = [
  { value: 'all', label: 'all goods' },
  { value: 'tags', label: 'goods with tags' },
  { value: 'kind', label: 'goods of a kind' },
  { value: 'price', label: 'goods by price' },
  { value: 'mass', label: 'goods by weight' },
  { value: 'skus', label: 'a list of SKUs' },
];
/** What a selection takes at first: goods with tags need one, so that the draft stays one that holds. */
const begun = ({ home, goods }: OpenBook): Record<Takes['is'], Takes> => ({
  all: { is: 'all' },
  tags: { is: 'tags', any: [factsOf(goods).tags[0] ?? 'new'], all: [] },
  kind: { is: 'kind', kind: 'parcel' },
  price: { is: 'price', from: amountOf(10, home.currency), to: null },
  mass: { is: 'mass', from: '1', to: null, unit: 'kg' },
  skus: { is: 'skus', skus: [] },
});
/** Words to choose from, with those that stand there already. */
const named = (words: readonly string[], there: readonly string[]) =>
  [...new Set([...words, ...there])].map((id) => ({ id, name: id }));
const orNothing = (fault: (text: string) => string | null) => (text: string) =>
  text.trim() === '' ? null : fault(text);

/** A selection as a sentence whose parts are its fields; pasted lists are answered with what is unknown and double. */
export function SelectionSentence({
  book,
  selection,
  count,
  removed,
}: {
  book: OpenBook;
  selection: SelectionBody;
  count: number | null;
  removed: () => void;
}) {
  const at = ['selections', selection.id];
  const { takes } = selection;
  const { tags, kinds: kindsOfGoods } = factsOf(book.goods);
  const put = (next: Takes) => book.edit([...at, 'takes'], next);
  return (
    <div className="mb-3 bg-base-100 p-3">
      <p className="sentence">
        <TextPart
          key={selection.id}
          label="Name of the selection"
          value={selection.name}
          fault={nameFault}
          onCommit={(name) => book.edit([...at, 'name'], name)}
        />{' '}
        takes{' '}
        <ChoicePart
          label="What it takes"
          value={takes.is}
          choices={kinds}
          onCommit={(is) => is !== takes.is && put(begun(book)[is])}
        />
        {takes.is === 'tags' && (
          <>
            : any of{' '}
            <Several
              label="Any of these tags"
              all={named(tags, takes.any)}
              chosen={takes.any}
              least={takes.all.length === 0 ? 1 : 0}
              onCommit={(any) => put({ ...takes, any })}
            />{' '}
            and all of{' '}
            <Several
              label="All of these tags"
              all={named(tags, takes.all)}
              chosen={takes.all}
              least={takes.any.length === 0 ? 1 : 0}
              onCommit={(all) => put({ ...takes, all })}
            />
          </>
        )}
        {takes.is === 'kind' && (
          <>
            {' '}
            <ChoicePart
              label="Kind"
              value={takes.kind}
              choices={named(['parcel', ...kindsOfGoods], [takes.kind]).map(({ id }) => ({ value: id, label: id }))}
              onCommit={(kind) => put({ ...takes, kind })}
            />
          </>
        )}
        {(takes.is === 'price' || takes.is === 'mass') && (
          <>
            {' '}
            from{' '}
            <TextPart
              label="From"
              value={takes.from ?? ''}
              placeholder="0"
              fault={orNothing(takes.is === 'price' ? amountIn(book.home.currency) : figureFault)}
              onCommit={(text) => put({ ...takes, from: text.trim() || null })}
            />{' '}
            to{' '}
            <TextPart
              label="To"
              value={takes.to ?? ''}
              placeholder="any"
              fault={orNothing(takes.is === 'price' ? amountIn(book.home.currency) : figureFault)}
              onCommit={(text) => put({ ...takes, to: text.trim() || null })}
            />{' '}
            {takes.is === 'mass' && (
              <UnitPart
                label="Unit of weight"
                value={takes.unit}
                units={['g', 'kg', 'oz', 'lb']}
                onCommit={(unit) => put({ ...takes, unit: unit as typeof takes.unit })}
              />
            )}
          </>
        )}
        {takes.is === 'skus' && `: ${takes.skus.length} of them`}
        {selection.except.length > 0 && `, except ${selection.except.length}`}.{' '}
        <strong>{count === null ? '… goods' : counts(count, 'item', 'goods')}.</strong>
      </p>
      {takes.is === 'skus' && (
        <Pasted book={book} label="Paste SKUs to take" skus={takes.skus} change={(skus) => put({ is: 'skus', skus })} />
      )}
      <Pasted
        book={book}
        label="Paste exceptions"
        skus={selection.except}
        change={(skus) => book.edit([...at, 'except'], skus)}
      />
      <p className="mt-1">
        <Remover book={book} things={[{ named: 'selection', id: selection.id }]} onRemoved={removed}>
          Remove the selection
        </Remover>
      </p>
    </div>
  );
}

/** A list of SKUs that takes what is pasted into it, and reports what it does not know. */
function Pasted({
  book,
  label,
  skus,
  change,
}: {
  book: OpenBook;
  label: string;
  skus: readonly string[];
  change: (skus: string[]) => void;
}) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState(skus.join('\n'));
  if (!open) {
    return (
      <button
        type="button"
        className="quiet mr-3"
        onClick={() => {
          setText(skus.join('\n'));
          setOpen(true);
        }}
      >
        {label}
      </button>
    );
  }
  const known = new Set(book.goods.map((item) => item.sku));
  const read = readSkus(text, (sku) => known.has(sku));
  return (
    <div className="mt-2">
      <textarea
        className="search w-full"
        rows={4}
        aria-label={label}
        value={text}
        onChange={(event) => setText(event.target.value)}
        placeholder="SKUs, a line each or parted by commas"
      />
      <p aria-live="polite">
        {read.skus.length} known
        {read.unknown.length > 0 && (
          <span className="text-off">
            , {read.unknown.length} unknown: {read.unknown.slice(0, 8).join(', ')}
          </span>
        )}
        {read.double.length > 0 && (
          <span className="text-limit">
            , {read.double.length} twice: {read.double.slice(0, 8).join(', ')}
          </span>
        )}
      </p>
      <p className="mt-1 flex gap-2">
        <button
          type="button"
          className="act"
          onClick={() => {
            change([...read.skus]);
            setOpen(false);
          }}
        >
          Take the {read.skus.length} known
        </button>
        <button type="button" className="act" onClick={() => setOpen(false)}>
          Leave it
        </button>
      </p>
    </div>
  );
}
/** All goods, and those of each selection. */
export function SelectionTabs({
  book,
  chosen,
  held,
  onChoose,
}: {
  book: OpenBook;
  chosen: string | null;
  /** How many goods each selection takes. */
  held: Readonly<Record<string, number>> | null;
  onChoose: (id: string | null) => void;
}) {
  const { selections } = book.book;
  const add = () => {
    const id = freshId('selection', selections);
    book.edit(['selections', id], { id, name: 'New selection', takes: begun(book).tags, except: [] });
    onChoose(id);
  };
  const tabs = [
    { id: null, name: 'All goods', count: counted(book.goods.length) },
    ...selections.map(({ id, name }) => ({ id, name, count: held ? counted(held[id] ?? 0) : '' })),
  ];
  return (
    <nav className="tabs-row" aria-label="Selections">
      {tabs.map(({ id, name, count }) => (
        <button
          type="button"
          key={id ?? ''}
          className="tab-link cursor-pointer"
          aria-current={id === chosen ? 'page' : undefined}
          onClick={() => onChoose(id)}
        >
          {name} <span className="muted">{count}</span>
        </button>
      ))}
      <button type="button" className="quiet ml-3" onClick={add}>
        + Selection
      </button>
      <SheetTabs from={1} />
    </nav>
  );
}
