import { useVirtualizer } from '@tanstack/react-virtual';
import clsx from 'clsx';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { type Currency, memo, parseMass, unwrap } from '../../../core/exact/index.ts';
import {
  type Column,
  cellOf,
  entryOf,
  type GoodsFile,
  goodsFields,
  type Item,
  isLacking,
  itemSchema,
  lacks,
  readItem,
  withParents,
  writeGoods,
} from '../../../core/goods/index.ts';
import { faultText, firstFault, goodsFieldWords } from '../../../words/index.ts';
import { type OpenBook, useBook, useEngine } from '../../data/book.ts';
import { download } from '../../ui/download.ts';
import { freshId } from '../../ui/fresh-id.ts';
import { BulkEdit } from './bulk.tsx';
import { Columns, useHidden } from './column-choice.tsx';
import { columnsBut, isFigure, widthsOf } from './columns.ts';
import { ImportSummary } from './import-report.tsx';
import { LargeImport } from './large-import.tsx';
import { readFile } from './read-file.ts';
import { SelectionSentence } from './selections.tsx';

/** What a column is sorted by: figures by what they amount to, words by their letters. */
const sortKey = (item: Item, column: Column): number | string => {
  if (column === 'price') return Number(item.price);
  if (column === 'mass') return item.mass ? unwrap(parseMass(item.mass.value, item.mass.unit)) : -1;
  return cellOf(item, column).toLowerCase();
};

/** How the sheet is sorted; null: as in the book. */
type Sort = { readonly column: Column; readonly way: 'ascending' | 'descending' } | null;

/** Rows in the order of a column; equal ones stay as they were. */
function sortedBy(items: readonly Item[], sort: Sort): readonly Item[] {
  if (!sort) return items;
  const turn = sort.way === 'ascending' ? 1 : -1;
  return items
    .map((item) => ({ item, key: sortKey(item, sort.column) }))
    .sort((a, b) => (a.key < b.key ? -turn : a.key > b.key ? turn : 0))
    .map((one) => one.item);
}

/** Bytes of a file of goods that is read on the screen: some five thousand lines. */
const largest = 500_000;

export function GoodsStage() {
  const book = useBook();
  return book && <Goods book={book} />;
}

/** All that a row says, in small letters; made once an item. */
const wordsOf = memo((item: Item): string =>
  goodsFields.names
    .map((id) => cellOf(item, id))
    .join(' ')
    .toLowerCase(),
);

/** Makes the words of all rows while nothing else is to do, so that the first filter finds them made. */
function useWordsAhead(goods: readonly Item[]): void {
  useEffect(() => {
    let at = 0;
    let waiting = requestIdleCallback(go);
    function go(idle: IdleDeadline) {
      for (; at < goods.length && idle.timeRemaining() > 3; at += 1) wordsOf(goods[at] as Item);
      if (at < goods.length) waiting = requestIdleCallback(go);
    }
    return () => cancelIdleCallback(waiting);
  }, [goods]);
}

/** The goods as one sheet: filter, sort, edit in place, take in and out as CSV. */
function Goods({ book }: { book: OpenBook }) {
  const [search, setSearch] = useSearchParams();
  const asked = search.get('filter') ?? '';
  const [filter, setFilter] = useState(asked);
  // The address follows what is typed, and what is typed follows an address that somebody opens.
  useEffect(() => setFilter(asked), [asked]);
  const [sort, setSort] = useState<Sort>(null);
  const [bulk, setBulk] = useState(false);
  const chosen = search.get('selection');
  const lack = lacks.find((one) => one === search.get('lacks')) ?? null;
  const hidden = useHidden();
  const shownColumns = useMemo(() => columnsBut(hidden), [hidden]);
  const widths = widthsOf(shownColumns);
  const selection = book.book.selections.find((one) => one.id === chosen) ?? null;
  const counts = useEngine((engine, edits) => engine.counts(edits), [], 'study');
  const problems = useEngine((engine, edits) => engine.goodsProblems(edits), [], 'study');
  const taken = useEngine(
    (engine, edits) => (selection ? engine.selected(edits, selection.id) : null),
    [selection?.id],
    'study',
  );
  const [large, setLarge] = useState<File | null>(null);
  const [report, setReport] = useState<{ name: string; file: GoodsFile } | null>(null);
  const [editing, setEditing] = useState<{ sku: string; column: Column; fault: string | null } | null>(null);
  const box = useRef<HTMLDivElement>(null);
  const waiting = useRef(0);
  const follow = (text: string) => {
    clearTimeout(waiting.current);
    waiting.current = window.setTimeout(
      () =>
        setSearch(
          (now) => {
            if (text) now.set('filter', text);
            else now.delete('filter');
            return now;
          },
          { replace: true },
        ),
      400,
    );
  };
  useWordsAhead(book.goods);
  const words = useMemo(() => filter.toLowerCase().split(/\s+/).filter(Boolean), [filter]);
  const data = useMemo(() => {
    const inSelection = selection && taken ? new Set(taken) : null;
    const whole = lack === null ? null : new Map(withParents(book.goods).items.map((item) => [item.sku, item]));
    return book.goods.filter(
      (item) =>
        (!inSelection || inSelection.has(item.sku)) && (lack === null || isLacking(whole?.get(item.sku) ?? item, lack)),
    ) as Item[];
  }, [book.goods, selection, taken, lack]);
  const filtered = useMemo(
    () => (words.length === 0 ? data : data.filter((item) => words.every((word) => wordsOf(item).includes(word)))),
    [data, words],
  );
  const rows = useMemo(() => sortedBy(filtered, sort), [filtered, sort]);
  const turnTo = (id: Column) =>
    setSort(
      sort?.column !== id
        ? { column: id, way: 'ascending' }
        : sort.way === 'ascending'
          ? { column: id, way: 'descending' }
          : null,
    );
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => 30,
    overscan: 12,
  });
  const missing = useMemo(() => {
    const { items } = withParents(book.goods);
    return lacks.flatMap((one) => {
      const count = items.filter((item) => isLacking(item, one)).length;
      return count > 0 ? [{ lack: one, count }] : [];
    });
  }, [book.goods]);
  const show = (param: 'selection' | 'lacks', value: string | null) =>
    setSearch((now) => {
      now.delete('selection');
      now.delete('lacks');
      if (value !== null) now.set(param, value);
      return now;
    });

  const focus = (row: number, columnAt: number) => {
    virtual.scrollToIndex(row);
    requestAnimationFrame(() => box.current?.querySelector<HTMLElement>(`[data-cell="${row}-${columnAt}"]`)?.focus());
  };
  const commit = (item: Item, id: Column, text: string, then: () => void) => {
    const next = { ...item, [id]: entryOf(id, text) };
    const read = itemSchema.safeParse(next);
    const itsFigures = read.success
      ? readItem(
          read.data.price === null && read.data.parent !== null ? { ...read.data, price: '0' } : read.data,
          book.home.currency as Currency,
        )
      : null;
    const template =
      id === 'template' && text.trim() !== '' && !book.book.templates.some((one) => one.id === text.trim());
    const fault = !read.success
      ? faultText({ is: 'cell', field: id, text })
      : itsFigures && !itsFigures.ok
        ? firstFault(itsFigures)
        : template
          ? faultText({ is: 'unknown', what: 'template', id: text, known: book.book.templates.map((one) => one.id) })
          : null;
    if (fault) return setEditing({ sku: item.sku, column: id, fault });
    if (read.success) book.edit(['goods', item.sku, id], read.data[id]);
    setEditing(null);
    then();
  };
  const open = async (file: File | undefined) => {
    if (!file) return;
    // What is too large for the screen is read and taken by the server, with a count, and can be stopped.
    if (file.size > largest) setLarge(file);
    else setReport({ name: file.name, file: await readFile(file, book) });
  };

  return (
    <div className="stage plain">
      <section className="sheet flex flex-col" aria-label="Goods">
        <div className="head">
          <h1>Goods</h1>
          <span className="muted">
            {rows.length === book.goods.length
              ? `${book.goods.length} goods`
              : `${rows.length} of ${book.goods.length} goods`}
            {missing.map((one) => (
              <span key={one.lack}>
                {' · '}
                <button
                  type="button"
                  className={`quiet ${one.lack === 'cost' ? '' : 'danger'}`}
                  aria-pressed={lack === one.lack}
                  onClick={() => show('lacks', lack === one.lack ? null : one.lack)}
                >
                  {one.count} without {one.lack}
                </button>
              </span>
            ))}
          </span>
          <input
            data-filter
            className="search"
            aria-label="Filter the goods"
            placeholder="Filter  /"
            value={filter}
            onChange={(event) => {
              setFilter(event.target.value);
              follow(event.target.value);
            }}
          />
          <span className="acts">
            <button
              type="button"
              className="act"
              aria-expanded={bulk}
              disabled={rows.length === 0}
              onClick={() => setBulk(!bulk)}
            >
              Change these {rows.length} …
            </button>
            <label className="act">
              Import CSV
              <input
                type="file"
                className="sr-only"
                accept=".csv,text/csv"
                onChange={(event) => {
                  open(event.target.files?.[0]);
                  event.target.value = '';
                }}
              />
            </label>
            <Columns />
            <button type="button" className="act" onClick={() => download('goods.csv', writeGoods(rows))}>
              Export {rows.length === book.goods.length ? 'CSV' : `these ${rows.length}`}
            </button>
          </span>
        </div>
        <nav className="tabs-row" aria-label="Selections">
          <button
            type="button"
            className="tab-link cursor-pointer"
            aria-current={selection ? undefined : 'page'}
            onClick={() => show('selection', null)}
          >
            All goods <span className="muted">{book.goods.length}</span>
          </button>
          {book.book.selections.map((one) => (
            <button
              type="button"
              key={one.id}
              className="tab-link cursor-pointer"
              aria-current={one === selection ? 'page' : undefined}
              onClick={() => show('selection', one.id)}
            >
              {one.name} <span className="muted">{counts?.selections[one.id] ?? ''}</span>
            </button>
          ))}
          <button
            type="button"
            className="quiet ml-3"
            onClick={() => {
              const id = freshId('selection', book.book.selections);
              book.edit(['selections', id], {
                id,
                name: 'New selection',
                takes: { is: 'tags', any: ['kites'], all: [] },
                except: [],
              });
              show('selection', id);
            }}
          >
            + Selection
          </button>
        </nav>
        {selection && (
          <SelectionSentence
            key={selection.id}
            book={book}
            selection={selection}
            count={counts?.selections[selection.id] ?? null}
            removed={() => show('selection', null)}
          />
        )}
        {bulk && <BulkEdit book={book} items={rows} close={() => setBulk(false)} />}
        {large && <LargeImport key={large.name} file={large} close={() => setLarge(null)} />}
        {report && <ImportSummary book={book} name={report.name} file={report.file} close={() => setReport(null)} />}
        {problems !== null && problems.length > 0 && (
          <div className="aside-note off" role="alert">
            {problems.slice(0, 5).map((one) => (
              <p key={`${one.at.join()} ${faultText(one)}`}>
                {one.at.map((step) => goodsFieldWords[step as Column]?.label.toLowerCase() ?? step).join(', ')}:{' '}
                {faultText(one)}
              </p>
            ))}
            {problems.length > 5 && <p className="muted">and {problems.length - 5} more</p>}
          </div>
        )}
        {editing?.fault && (
          <p className="fault" role="alert">
            {editing.sku}, {goodsFieldWords[editing.column].label.toLowerCase()}: {editing.fault}
          </p>
        )}
        <div
          ref={box}
          className="min-h-0 grow overflow-auto border border-base-300"
          role="grid"
          aria-label="Goods"
          aria-rowcount={rows.length + 1}
          tabIndex={-1}
        >
          <div className="grid-row grid-head" role="row" style={{ gridTemplateColumns: widths }} tabIndex={-1}>
            {shownColumns.map((id) => {
              const way = sort?.column === id ? sort.way : 'none';
              return (
                <div key={id} role="columnheader" tabIndex={-1} aria-sort={way}>
                  <button
                    type="button"
                    className={`w-full cursor-pointer ${isFigure(id) ? 'text-right' : 'text-left'}`}
                    onClick={() => turnTo(id)}
                  >
                    {goodsFieldWords[id].label}
                    {id === 'price' && ` ${book.home.currency}`}{' '}
                    {way === 'ascending' ? '↑' : way === 'descending' ? '↓' : ''}
                  </button>
                </div>
              );
            })}
          </div>
          <div style={{ height: virtual.getTotalSize(), position: 'relative' }} role="rowgroup">
            {virtual.getVirtualItems().map((seen) => {
              const item = rows[seen.index];
              if (!item) return null;
              return (
                <div
                  key={item.sku}
                  className="grid-row"
                  role="row"
                  tabIndex={-1}
                  aria-rowindex={seen.index + 2}
                  style={{
                    gridTemplateColumns: widths,
                    position: 'absolute',
                    top: 0,
                    width: '100%',
                    transform: `translateY(${seen.start}px)`,
                  }}
                >
                  {shownColumns.map((id, at) => {
                    const isEditing = editing?.sku === item.sku && editing.column === id;
                    const text = cellOf(item, id);
                    const fixed = id === 'sku';
                    return (
                      <div
                        key={id}
                        role="gridcell"
                        data-cell={`${seen.index}-${at}`}
                        tabIndex={isEditing ? -1 : 0}
                        aria-readonly={fixed}
                        className={clsx('cell', {
                          figure: isFigure(id),
                          mono: id === 'sku',
                          changed: book.changed(['goods', item.sku, id]),
                          'text-off': text === '' && id === 'mass',
                        })}
                        title={text}
                        onDoubleClick={() => !fixed && setEditing({ sku: item.sku, column: id, fault: null })}
                        onKeyDown={(event) => {
                          if (isEditing) return;
                          const moves: Record<string, [number, number]> = {
                            ArrowUp: [-1, 0],
                            ArrowDown: [1, 0],
                            ArrowLeft: [0, -1],
                            ArrowRight: [0, 1],
                            PageDown: [15, 0],
                            PageUp: [-15, 0],
                          };
                          const move = moves[event.key];
                          if (move) {
                            event.preventDefault();
                            focus(
                              Math.max(0, Math.min(rows.length - 1, seen.index + move[0])),
                              Math.max(0, Math.min(shownColumns.length - 1, at + move[1])),
                            );
                          }
                          if ((event.key === 'Enter' || event.key === 'F2') && !fixed) {
                            event.preventDefault();
                            setEditing({ sku: item.sku, column: id, fault: null });
                          }
                        }}
                      >
                        {isEditing ? (
                          <input
                            className="cell-input"
                            aria-label={`${goodsFieldWords[id].label} of ${item.sku}`}
                            aria-invalid={editing.fault !== null}
                            defaultValue={text}
                            // biome-ignore lint/a11y/noAutofocus: the cell was opened to be typed into
                            autoFocus
                            onBlur={(event) => commit(item, id, event.target.value, () => undefined)}
                            onKeyDown={(event) => {
                              event.stopPropagation();
                              if (event.key === 'Enter')
                                commit(item, id, event.currentTarget.value, () => focus(seen.index, at));
                              if (event.key === 'Escape') {
                                event.currentTarget.value = text;
                                setEditing(null);
                                focus(seen.index, at);
                              }
                            }}
                          />
                        ) : (
                          text || (id === 'mass' ? 'missing' : '')
                        )}
                      </div>
                    );
                  })}
                </div>
              );
            })}
          </div>
        </div>
        {rows.length === 0 && (
          <p className="muted p-3">
            {book.goods.length === 0
              ? 'No goods yet. Import a CSV file with the columns sku, name, price, mass, size, tags, kind, template.'
              : 'Nothing has all these words.'}
          </p>
        )}
      </section>
    </div>
  );
}
