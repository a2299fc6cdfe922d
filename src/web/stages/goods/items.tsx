import { useState } from 'react';
import type { Currency } from '../../../core/exact/index.ts';
import { type Column, entryReader, goodsFields, type Item, itemSchema } from '../../../core/goods/index.ts';
import { counts, firstFault, goodsFieldWords } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';

/** What a new item is asked for; the rest is given in the sheet. */
const asked = ['sku', 'name', 'price', 'mass', 'size', 'kind'] as const satisfies readonly Column[];
type Asked = (typeof asked)[number];
const nothing = Object.fromEntries(asked.map((column) => [column, ''])) as Record<Asked, string>;

/** Adds an item by hand: its SKU, name and price, and, if one likes, its mass, size and kind. */
export function AddItem({
  book,
  onAdded,
  close,
}: {
  book: OpenBook;
  onAdded: (sku: string) => void;
  close: () => void;
}) {
  const [texts, setTexts] = useState(nothing);
  const [fault, setFault] = useState<string | null>(null);
  const read = entryReader({ currency: book.home.currency as Currency, templates: book.book.templates });
  const add = () => {
    const made = newItem(texts, read, book);
    if (typeof made === 'string') return setFault(made);
    book.edit(['goods', made.sku], made);
    onAdded(made.sku);
    setTexts(nothing);
    setFault(null);
  };
  return (
    <form
      className="my-2 flex flex-wrap items-end gap-3 border border-base-300 bg-base-100 p-3"
      aria-label="A new item"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      {asked.map((column) => (
        <label key={column} className="flex flex-col">
          <span className="muted small">{goodsFieldWords[column].label}</span>
          <input
            className="search"
            style={{ width: column === 'name' ? 240 : 130 }}
            value={texts[column]}
            placeholder={goodsFieldWords[column].example}
            // biome-ignore lint/a11y/noAutofocus: the form was opened to be typed into
            autoFocus={column === 'sku'}
            onChange={(event) => setTexts({ ...texts, [column]: event.target.value })}
          />
        </label>
      ))}
      <button type="submit" className="act main" disabled={texts.sku.trim() === ''}>
        Add it
      </button>
      <button type="button" className="act" onClick={close}>
        Done
      </button>
      {fault && (
        <p className="fault w-full" role="alert">
          {fault}
        </p>
      )}
    </form>
  );
}

/** An item of what was typed; or what is wrong with it. */
function newItem(texts: Record<Asked, string>, read: ReturnType<typeof entryReader>, book: OpenBook): Item | string {
  const sku = texts.sku.trim();
  if (book.goods.some((item) => item.sku === sku)) return `${sku} is there already`;
  let item = { ...goodsFields.blank, sku: 'NEW', name: 'New', price: '0' } as Item;
  for (const column of asked) {
    if (texts[column].trim() === '' && column !== 'sku' && column !== 'name' && column !== 'price') continue;
    const made = read(item, column, texts[column]);
    if (!made.ok) return `${goodsFieldWords[column].label}: ${firstFault(made)}`;
    item = { ...item, [column]: made.value };
  }
  return itemSchema.parse(item);
}

/** Copies goods under SKUs that are free, each beside what it is a copy of; gives the first copy’s SKU. */
export function copied(book: OpenBook, items: readonly Item[]): string | null {
  const taken = new Set(book.goods.map(({ sku }) => sku));
  const copies = items.map((item) => {
    const sku = free(item.sku, taken);
    taken.add(sku);
    return { ...item, sku, name: `${item.name}, copy`.slice(0, 120) };
  });
  book.editAll(copies.map((item) => ({ path: ['goods', item.sku], value: item })));
  return copies[0]?.sku ?? null;
}

const longest = 40;
/** A SKU that is free: the same with a number behind it. */
function free(sku: string, taken: ReadonlySet<string>): string {
  for (let n = 2; ; n += 1) {
    const end = `-${n}`;
    const made = `${sku.slice(0, longest - end.length)}${end}`;
    if (!taken.has(made)) return made;
  }
}

/** Makes variants of an item: what they state is their SKU and name, the rest they take from it. */
export function Variants({
  book,
  parent,
  onAdded,
  close,
}: {
  book: OpenBook;
  parent: Item;
  onAdded: (sku: string) => void;
  close: () => void;
}) {
  const [text, setText] = useState('');
  const words = [
    ...new Set(
      text
        .split(/[,;\n]+/)
        .map((word) => word.trim())
        .filter(Boolean),
    ),
  ];
  const made = words.map((word) => ({
    ...(goodsFields.blank as Item),
    sku: `${parent.sku}-${word
      .toUpperCase()
      .normalize('NFKD')
      .replace(/[^A-Z0-9]+/g, '')}`.slice(0, longest),
    name: `${parent.name}, ${word}`.slice(0, 120),
    parent: parent.sku,
  }));
  const there = made.filter(
    ({ sku }, i) => book.goods.some((item) => item.sku === sku) || made.findIndex((one) => one.sku === sku) < i,
  );
  return (
    <form
      className="my-2 flex flex-wrap items-end gap-3 border border-base-300 bg-base-100 p-3"
      aria-label={`Variants of ${parent.sku}`}
      onSubmit={(event) => {
        event.preventDefault();
        book.editAll(made.map((item) => ({ path: ['goods', item.sku], value: item })));
        if (made[0]) onAdded(made[0].sku);
        close();
      }}
    >
      <label className="flex grow flex-col">
        <span className="muted small">In what they differ, parted by commas</span>
        <input
          className="search w-full"
          value={text}
          placeholder="red, blue, 3 m"
          // biome-ignore lint/a11y/noAutofocus: the form was opened to be typed into
          autoFocus
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <button type="submit" className="act main" disabled={made.length === 0 || there.length > 0}>
        Make {counts(made.length, 'variant')}
      </button>
      <button type="button" className="act" onClick={close}>
        Leave it
      </button>
      <p className="muted w-full">
        {there.length > 0 ? (
          <span className="fault">{there.map(({ sku }) => sku).join(', ')}: there already</span>
        ) : (
          made.map(({ sku }) => sku).join(', ') || `Each takes from ${parent.sku} what it does not state itself.`
        )}
      </p>
    </form>
  );
}
