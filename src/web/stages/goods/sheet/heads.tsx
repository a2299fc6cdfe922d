import type { Column } from '../../../../core/goods/index.ts';
import { goodsFieldWords } from '../../../../words/index.ts';
import type { OpenBook } from '../../../data/book.ts';
import { isFigure, widthsOf } from './columns.ts';
import type { Sort } from './shown.ts';

/**
 * The columns' names; one is pressed to sort by it, with Shift beside what the sheet is sorted by already. The first
 * has the tick of all rows shown.
 */
export function Heads({
  book,
  columns,
  offsets,
  width,
  sort,
  onSort,
  ticked,
  onTick,
}: {
  book: OpenBook;
  columns: readonly Column[];
  offsets: readonly (number | null)[];
  /** Of all columns together, in pixels. */
  width: number;
  sort: Sort;
  onSort: (column: Column, beside: boolean) => void;
  ticked: 'none' | 'some' | 'all';
  onTick: (all: boolean) => void;
}) {
  return (
    <div
      className="grid-row grid-head"
      role="row"
      style={{ gridTemplateColumns: widthsOf(columns), width, minWidth: '100%' }}
      tabIndex={-1}
    >
      {columns.map((id, at) => {
        const place = sort.findIndex(({ column }) => column === id);
        const way = sort[place]?.way ?? 'none';
        const left = offsets[at] ?? null;
        return (
          <div
            key={id}
            role="columnheader"
            tabIndex={-1}
            aria-sort={place <= 0 ? way : 'none'}
            className={left === null ? '' : 'frozen'}
            style={left === null ? undefined : { position: 'sticky', left, zIndex: 1 }}
          >
            {id === 'sku' && (
              <input
                type="checkbox"
                className="mr-2 align-middle"
                aria-label="Tick all that are shown"
                checked={ticked === 'all'}
                ref={(input) => {
                  if (input) input.indeterminate = ticked === 'some';
                }}
                onChange={() => onTick(ticked !== 'all')}
              />
            )}
            <button
              type="button"
              className={`cursor-pointer ${id === 'sku' ? '' : 'w-full'} ${isFigure(id) ? 'text-right' : 'text-left'}`}
              title="Sorts by it; with Shift, within what it is sorted by already"
              onClick={(event) => onSort(id, event.shiftKey)}
            >
              {goodsFieldWords[id].label}
              {(id === 'price' || id === 'cost') && ` ${book.home.currency}`}{' '}
              {way === 'ascending' ? '↑' : way === 'descending' ? '↓' : ''}
              {place >= 0 && sort.length > 1 && place + 1}
            </button>
          </div>
        );
      })}
    </div>
  );
}
