import { useVirtualizer } from '@tanstack/react-virtual';
import clsx from 'clsx';
import { type KeyboardEvent, useLayoutEffect, useRef, useState } from 'react';
import { type Column, cellOf, type Item } from '../../../core/goods/index.ts';
import { firstFault, goodsFieldWords } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { arrows } from '../../ui/arrows.ts';
import { readCell } from './cell-entry.ts';
import { isFigure, widthsOf } from './columns.ts';
import type { Sort } from './shown.ts';

/** The cell that is typed into, and what is wrong with what was typed. */
interface Editing {
  readonly sku: string;
  readonly column: Column;
  readonly fault: string | null;
}

/** How far a key moves in rows and columns. */
const moves: typeof arrows = { ...arrows, PageDown: [15, 0], PageUp: [-15, 0] };
const within = (at: number, count: number): number => Math.max(0, Math.min(count - 1, at));

/** Goods as a grid that copes with any number of rows: arrows move, Enter edits, Esc leaves. */
export function GoodsGrid({
  book,
  rows,
  columns,
  sort,
  onSort,
}: {
  book: OpenBook;
  rows: readonly Item[];
  columns: readonly Column[];
  sort: Sort;
  onSort: (column: Column) => void;
}) {
  const [editing, setEditing] = useState<Editing | null>(null);
  const [stood, setStood] = useState({ row: 0, at: 0 });
  /** Whether a key has led on, and the focus has yet to follow. */
  const led = useRef(false);
  const box = useRef<HTMLDivElement>(null);
  const body = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => 30,
    overscan: 12,
  });
  const gridTemplateColumns = widthsOf(columns);
  const drawn = virtual.getVirtualItems();
  // One cell is reached by Tab: where one stood last, or in the first row drawn where that is out of sight.
  const row = drawn.find((one) => one.index === stood.row) ?? drawn[0];
  const stop = `${row?.index}-${Math.min(stood.at, columns.length - 1)}`;
  // The body holds the focus, and hears the keys, until the cell is drawn: keys may be faster than frames.
  useLayoutEffect(() => {
    if (!led.current && document.activeElement !== body.current) return;
    led.current = false;
    const [down, right] = [within(stood.row, rows.length), within(stood.at, columns.length)];
    const cell = body.current?.querySelector<HTMLElement>(`[data-cell="${down}-${right}"]`);
    virtual.scrollToIndex(down);
    if (cell) cell.focus();
    else body.current?.focus({ preventScroll: true });
  });
  const stand = (to: (from: typeof stood) => typeof stood) => {
    led.current = true;
    setStood(to);
  };
  const moved = (event: KeyboardEvent) => {
    const by = moves[event.key];
    if (!by) return;
    event.preventDefault();
    stand(({ row, at }) => ({ row: within(row + by[0], rows.length), at: within(at + by[1], columns.length) }));
  };
  const commit = (item: Item, column: Column, text: string, then: () => void) => {
    const read = readCell(book, item, column, text);
    if (!read.ok) return setEditing({ sku: item.sku, column, fault: firstFault(read) });
    book.edit(['goods', item.sku, column], read.value);
    setEditing(null);
    then();
  };
  return (
    <>
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
        <Heads book={book} columns={columns} sort={sort} onSort={onSort} />
        <div
          ref={body}
          style={{ height: virtual.getTotalSize(), position: 'relative' }}
          role="rowgroup"
          tabIndex={-1}
          onKeyDown={moved}
        >
          {drawn.map(({ index, start }) => {
            const item = rows[index];
            return (
              item && (
                <div
                  key={item.sku}
                  className="grid-row"
                  role="row"
                  tabIndex={-1}
                  aria-rowindex={index + 2}
                  style={{
                    gridTemplateColumns,
                    position: 'absolute',
                    top: 0,
                    width: '100%',
                    transform: `translateY(${start}px)`,
                  }}
                >
                  {columns.map((column, at) => (
                    <Cell
                      key={column}
                      item={item}
                      column={column}
                      at={`${index}-${at}`}
                      stop={stop === `${index}-${at}`}
                      onStand={() => setStood({ row: index, at })}
                      changed={book.changed(['goods', item.sku, column])}
                      editing={editing?.sku === item.sku && editing.column === column ? editing : null}
                      onEdit={() => setEditing({ sku: item.sku, column, fault: null })}
                      onCommit={(text, stay) =>
                        commit(item, column, text, () => stay && stand((here) => ({ ...here })))
                      }
                      onLeave={() => {
                        setEditing(null);
                        stand((here) => ({ ...here }));
                      }}
                    />
                  ))}
                </div>
              )
            );
          })}
        </div>
      </div>
    </>
  );
}

/** The columns' names; one is pressed to sort by it. */
function Heads({
  book,
  columns,
  sort,
  onSort,
}: {
  book: OpenBook;
  columns: readonly Column[];
  sort: Sort;
  onSort: (column: Column) => void;
}) {
  return (
    <div className="grid-row grid-head" role="row" style={{ gridTemplateColumns: widthsOf(columns) }} tabIndex={-1}>
      {columns.map((id) => {
        const way = sort?.column === id ? sort.way : 'none';
        return (
          <div key={id} role="columnheader" tabIndex={-1} aria-sort={way}>
            <button
              type="button"
              className={`w-full cursor-pointer ${isFigure(id) ? 'text-right' : 'text-left'}`}
              onClick={() => onSort(id)}
            >
              {goodsFieldWords[id].label}
              {id === 'price' && ` ${book.home.currency}`} {way === 'ascending' ? '↑' : way === 'descending' ? '↓' : ''}
            </button>
          </div>
        );
      })}
    </div>
  );
}

/** One cell: read, moved from, typed into. A SKU stays as it is. */
function Cell({
  item,
  column,
  at,
  stop,
  onStand,
  changed,
  editing,
  onEdit,
  onCommit,
  onLeave,
}: {
  item: Item;
  column: Column;
  /** Its row and column, by which it is found again. */
  at: string;
  /** Whether Tab reaches it; the others are reached by arrows. */
  stop: boolean;
  onStand: () => void;
  changed: boolean;
  editing: Editing | null;
  onEdit: () => void;
  /** What was typed; `stay`: the cell is stood on afterwards. */
  onCommit: (text: string, stay: boolean) => void;
  onLeave: () => void;
}) {
  const text = cellOf(item, column);
  const fixed = column === 'sku';
  const opened = (event: KeyboardEvent) => {
    if (editing || fixed || (event.key !== 'Enter' && event.key !== 'F2')) return;
    event.preventDefault();
    onEdit();
  };
  const typed = (event: KeyboardEvent<HTMLInputElement>) => {
    event.stopPropagation();
    if (event.key === 'Enter') onCommit(event.currentTarget.value, true);
    if (event.key === 'Escape') {
      event.currentTarget.value = text;
      onLeave();
    }
  };
  return (
    <div
      role="gridcell"
      data-cell={at}
      tabIndex={stop && !editing ? 0 : -1}
      onFocus={onStand}
      aria-readonly={fixed}
      className={clsx('cell', {
        figure: isFigure(column),
        mono: fixed,
        changed,
        'text-off': text === '' && column === 'mass',
      })}
      title={text}
      onDoubleClick={() => !fixed && onEdit()}
      onKeyDown={opened}
    >
      {editing ? (
        <input
          className="cell-input"
          aria-label={`${goodsFieldWords[column].label} of ${item.sku}`}
          aria-invalid={editing.fault !== null}
          defaultValue={text}
          // biome-ignore lint/a11y/noAutofocus: the cell was opened to be typed into
          autoFocus
          onBlur={(event) => onCommit(event.target.value, false)}
          onKeyDown={typed}
        />
      ) : (
        text || (column === 'mass' ? 'missing' : '')
      )}
    </div>
  );
}
