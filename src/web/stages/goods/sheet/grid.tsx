import { useVirtualizer } from '@tanstack/react-virtual';
import { type ClipboardEvent, type KeyboardEvent, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { Currency } from '../../../../core/exact/index.ts';
import {
  type Block,
  type BlockEdits,
  blockText,
  type Column,
  cellOf,
  emptied,
  entryReader,
  filledDown,
  filledRight,
  type Item,
  pasted,
} from '../../../../core/goods/index.ts';
import { counts, faultText, firstFault, goodsFieldWords } from '../../../../words/index.ts';
import type { OpenBook } from '../../../data/book.ts';
import { Cell, type Editing } from './cell.tsx';
import { choicesOf } from './choices.ts';
import { frozenWidth, offsetsOf, wholeWidth, widthsOf } from './columns.ts';
import { Heads } from './heads.tsx';
import type { Sort } from './shown.ts';
import { atFirst, blockAt, inside, isOne, moved, type Place, type Standing } from './standing.ts';

/** Goods that are ticked, and how to tick them. */
export interface Ticks {
  readonly has: (sku: string) => boolean;
  readonly set: (skus: readonly string[], ticked: boolean) => void;
  /** How many of those shown are ticked. */
  readonly shown: number;
}

interface Props {
  readonly book: OpenBook;
  readonly rows: readonly Item[];
  readonly columns: readonly Column[];
  /** How many columns stay in sight at the left. */
  readonly frozen: number;
  readonly sort: Sort;
  /** `beside`: what it is sorted by already stays, before it. */
  readonly onSort: (column: Column, beside: boolean) => void;
  readonly ticks: Ticks;
  /** The item to stand on, when it has just been made. */
  readonly goTo: string | null;
}

const shownFaults = 4;
const none: readonly string[] = [];

/**
 * Goods as a grid that copes with any number of rows, by the hands of a spreadsheet: arrows move, Shift and the mouse
 * choose blocks, typing or Enter edits, blocks are copied, pasted, filled down or to the right, and emptied.
 */
export function GoodsGrid({ book, rows, columns, frozen, sort, onSort, ticks, goTo }: Props) {
  const [editing, setEditing] = useState<Editing | null>(null);
  const [standing, setStanding] = useState<Standing>(atFirst);
  const [said, setSaid] = useState<readonly string[]>([]);
  /** Whether a key has led on, and the focus has yet to follow. */
  const led = useRef(false);
  const dragging = useRef(false);
  const box = useRef<HTMLDivElement>(null);
  const body = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => 30,
    overscan: 12,
  });
  const { home, book: open } = book;
  const read = useMemo(
    () => entryReader({ currency: home.currency as Currency, templates: open.templates }),
    [home.currency, open.templates],
  );
  const gridTemplateColumns = widthsOf(columns);
  const offsets = offsetsOf(columns, frozen);
  const width = wholeWidth(columns);
  const extent = { rows: rows.length, columns: columns.length };
  const on = inside(standing.on, extent);
  const chosen = blockAt({ on, from: inside(standing.from, extent) });
  const drawn = virtual.getVirtualItems();
  // One cell is reached by Tab: where one stood last, or in the first row drawn where that is out of sight.
  const row = drawn.find((one) => one.index === on.row) ?? drawn[0];
  const stop = `${row?.index}-${on.at}`;
  // The body holds the focus, and hears the keys, until the cell is drawn: keys may be faster than frames.
  useLayoutEffect(() => {
    if (!led.current && document.activeElement !== body.current) return;
    led.current = false;
    const cell = body.current?.querySelector<HTMLElement>(`[data-cell="${on.row}-${on.at}"]`);
    virtual.scrollToIndex(on.row);
    // What stays in sight at the left is seen from the beginning on.
    if (box.current && offsets[on.at] !== null) box.current.scrollLeft = 0;
    if (cell) cell.focus();
    else body.current?.focus({ preventScroll: true });
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: one is led to it once, and may go on from there
  useEffect(() => {
    const at = goTo === null ? -1 : rows.findIndex(({ sku }) => sku === goTo);
    if (at < 0) return;
    setStanding({ on: { row: at, at: 0 }, from: { row: at, at: 0 } });
    virtual.scrollToIndex(at);
  }, [goTo]);
  const stand = (to: (from: Standing) => Standing | null) => {
    led.current = true;
    setStanding((from) => to(from) ?? from);
  };
  const block = (): Block => ({
    rows: rows.slice(chosen.top, chosen.bottom + 1),
    columns: columns.slice(chosen.left, chosen.right + 1),
  });
  const put = (made: BlockEdits, what: string) => {
    if (made.edits.length > 0) book.editAll(made.edits);
    setSaid(wordsOf(made, what));
  };
  const paste = (event: ClipboardEvent) => {
    if (editing) return;
    event.preventDefault();
    const sheet = { rows: rows.slice(chosen.top), columns: columns.slice(chosen.left) };
    put(pasted(sheet, block(), event.clipboardData.getData('text/plain'), read), 'pasted');
  };
  const copy = (event: ClipboardEvent) => {
    if (editing) return;
    event.preventDefault();
    event.clipboardData.setData('text/plain', blockText(block()));
    setSaid([`${counts((chosen.bottom - chosen.top + 1) * (chosen.right - chosen.left + 1), 'cell')} copied`]);
  };
  const cut = (event: ClipboardEvent) => {
    if (editing) return;
    copy(event);
    put(emptied(block(), read), 'cut');
  };
  const begin = ({ row: at, at: column }: Place, text: string | null) => {
    const item = rows[at];
    const id = columns[column];
    if (item && id && id !== 'sku') setEditing({ sku: item.sku, column: id, fault: null, text });
  };
  const pressed = (event: KeyboardEvent) => {
    if (editing || event.altKey) return;
    const control = event.ctrlKey || event.metaKey;
    const took = () => {
      event.preventDefault();
      event.stopPropagation();
    };
    // Keys may come faster than frames: each leads on from where the one before did.
    if (moved(standing, extent, event) !== null) {
      took();
      return stand((from) => moved({ on: inside(from.on, extent), from: inside(from.from, extent) }, extent, event));
    }
    if (control && event.key.toLowerCase() === 'a') {
      took();
      return setStanding(allOf(extent));
    }
    if (control && event.key.toLowerCase() === 'd') {
      took();
      return put(filledDown(block(), read), 'filled down');
    }
    if (control && event.key.toLowerCase() === 'r') {
      took();
      return put(filledRight(block(), read), 'filled to the right');
    }
    if (control) return;
    if (event.key === 'Delete' || event.key === 'Backspace') {
      took();
      return put(emptied(block(), read), 'emptied');
    }
    if (event.key === ' ') {
      took();
      const skus = rows.slice(chosen.top, chosen.bottom + 1).map(({ sku }) => sku);
      return ticks.set(skus, !skus.every(ticks.has));
    }
    if (event.key === 'Enter' || event.key === 'F2') {
      took();
      return begin(on, null);
    }
    // What is typed goes into the cell, but for the keys that lead out of the sheet.
    if (event.key.length === 1 && !['/', '?'].includes(event.key) && columns[on.at] !== 'sku') {
      took();
      begin(on, event.key);
    }
  };
  const commit = (item: Item, column: Column, text: string, then: () => void) => {
    const made = read(item, column, text);
    if (!made.ok) return setEditing({ sku: item.sku, column, fault: firstFault(made), text });
    book.edit(['goods', item.sku, column], made.value);
    setEditing(null);
    then();
  };
  const point = (place: Place, event: { shiftKey: boolean }) => {
    setSaid([]);
    setStanding(({ from }) => ({ on: place, from: event.shiftKey ? from : place }));
  };
  return (
    <>
      {editing?.fault && (
        <p className="fault" role="alert">
          {editing.sku}, {goodsFieldWords[editing.column].label.toLowerCase()}: {editing.fault}
        </p>
      )}
      <p className="muted small min-h-5" aria-live="polite">
        {said.join(' · ') || (!isOne(standing) && blockWords(chosen))}
      </p>
      <div
        ref={box}
        className="min-h-0 grow overflow-auto border border-base-300"
        role="grid"
        aria-label="Goods"
        aria-rowcount={rows.length + 1}
        aria-multiselectable
        style={{ scrollPaddingLeft: frozenWidth(columns, frozen) }}
        tabIndex={-1}
      >
        <Heads
          book={book}
          columns={columns}
          offsets={offsets}
          width={width}
          sort={sort}
          onSort={onSort}
          ticked={ticks.shown === 0 ? 'none' : ticks.shown === rows.length ? 'all' : 'some'}
          onTick={(all) =>
            ticks.set(
              rows.map(({ sku }) => sku),
              all,
            )
          }
        />
        <div
          ref={body}
          style={{ height: virtual.getTotalSize(), position: 'relative' }}
          role="rowgroup"
          tabIndex={-1}
          onKeyDown={pressed}
          onPaste={paste}
          onCopy={copy}
          onCut={cut}
          onPointerUp={() => {
            dragging.current = false;
          }}
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
                    width,
                    minWidth: '100%',
                    transform: `translateY(${start}px)`,
                  }}
                >
                  {columns.map((column, at) => (
                    <Cell
                      key={column}
                      item={item}
                      column={column}
                      at={`${index}-${at}`}
                      left={offsets[at] ?? null}
                      stop={stop === `${index}-${at}`}
                      inBlock={
                        !isOne(standing) &&
                        index >= chosen.top &&
                        index <= chosen.bottom &&
                        at >= chosen.left &&
                        at <= chosen.right
                      }
                      ticked={ticks.has(item.sku)}
                      onTick={(ticked) => ticks.set([item.sku], ticked)}
                      onStand={() => {
                        if (on.row !== index || on.at !== at)
                          setStanding({ on: { row: index, at }, from: { row: index, at } });
                      }}
                      onPoint={(event) => {
                        dragging.current = true;
                        point({ row: index, at }, event);
                      }}
                      onEnter={() => dragging.current && point({ row: index, at }, { shiftKey: true })}
                      changed={book.changed(['goods', item.sku, column])}
                      editing={editing?.sku === item.sku && editing.column === column ? editing : null}
                      choices={
                        editing?.sku === item.sku && editing.column === column
                          ? choicesOf(book, column, cellOf(item, column))
                          : none
                      }
                      onEdit={() => begin({ row: index, at }, null)}
                      onCommit={(text, by) =>
                        commit(item, column, text, () => {
                          const next = { row: index + (by === 'Enter' ? 1 : 0), at: at + (by === 'Tab' ? 1 : 0) };
                          const place = inside(next, extent);
                          if (by !== 'leaving') stand(() => ({ on: place, from: place }));
                        })
                      }
                      onLeave={() => {
                        setEditing(null);
                        stand((here) => here);
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

const allOf = ({ rows, columns }: { rows: number; columns: number }): Standing => ({
  from: { row: 0, at: 0 },
  on: { row: Math.max(0, rows - 1), at: Math.max(0, columns - 1) },
});

function blockWords({ top, bottom, left, right }: ReturnType<typeof blockAt>): string {
  return `${counts(bottom - top + 1, 'row')} of ${counts(right - left + 1, 'column')} chosen`;
}

/** What came of an act on a block. */
function wordsOf({ edits, faults, beyond }: BlockEdits, what: string): string[] {
  const faulty = faults
    .slice(0, shownFaults)
    .map(({ sku, column, problem }) => `${sku}, ${goodsFieldWords[column].label.toLowerCase()}: ${faultText(problem)}`);
  if (faults.length > 0)
    return [
      `nothing was ${what}, as ${counts(faults.length, 'cell')} cannot be`,
      ...faulty,
      ...(faults.length > shownFaults ? [`and ${faults.length - shownFaults} more`] : []),
    ];
  const lost = [
    beyond.rows > 0 && `${counts(beyond.rows, 'row')} found no room below`,
    beyond.columns > 0 && `${counts(beyond.columns, 'column')} found no room at the right`,
  ];
  return [`${counts(edits.length, 'cell')} ${what}`, ...lost.filter((one) => one !== false)];
}
