import clsx from 'clsx';
import type { KeyboardEvent } from 'react';
import { type Column, cellOf, type Item } from '../../../../core/goods/index.ts';
import { goodsFieldWords } from '../../../../words/index.ts';
import { isFigure } from './columns.ts';

/** The cell that is typed into, what is wrong with what was typed, and what it begins with; null: what stands there. */
export interface Editing {
  readonly sku: string;
  readonly column: Column;
  readonly fault: string | null;
  readonly text: string | null;
}

/** One cell: read, moved from, typed into. A SKU stays as it is, and has the tick of its row. */
export function Cell({
  item,
  column,
  at,
  left,
  stop,
  inBlock,
  ticked,
  onTick,
  onStand,
  onPoint,
  onEnter,
  changed,
  editing,
  choices,
  onEdit,
  onCommit,
  onLeave,
}: {
  item: Item;
  column: Column;
  /** Its row and column, by which it is found again. */
  at: string;
  /** Where it stays in sight at the left, in pixels; null where it does not. */
  left: number | null;
  /** Whether Tab reaches it; the others are reached by arrows. */
  stop: boolean;
  inBlock: boolean;
  ticked: boolean;
  onTick: (ticked: boolean) => void;
  onStand: () => void;
  onPoint: (event: { shiftKey: boolean }) => void;
  onEnter: () => void;
  changed: boolean;
  editing: Editing | null;
  /** What may be picked while it is typed into. */
  choices: readonly string[];
  onEdit: () => void;
  /** What was typed, and by what it was left. */
  onCommit: (text: string, by: 'Enter' | 'Tab' | 'leaving') => void;
  onLeave: () => void;
}) {
  const text = cellOf(item, column);
  const fixed = column === 'sku';
  const typed = (event: KeyboardEvent<HTMLInputElement>) => {
    event.stopPropagation();
    if (event.key === 'Enter' || (event.key === 'Tab' && !event.shiftKey)) {
      event.preventDefault();
      onCommit(event.currentTarget.value, event.key);
    }
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
      onPointerDown={(event) => event.button === 0 && !editing && onPoint(event)}
      onPointerEnter={onEnter}
      aria-readonly={fixed}
      aria-selected={inBlock}
      style={left === null ? undefined : { position: 'sticky', left, zIndex: 1 }}
      className={clsx('cell', {
        figure: isFigure(column),
        mono: fixed,
        changed,
        frozen: left !== null,
        'in-block': inBlock,
        'text-off': text === '' && column === 'mass',
      })}
      title={text}
      onDoubleClick={() => !fixed && onEdit()}
    >
      {fixed && (
        <input
          type="checkbox"
          className="mr-2 align-middle"
          aria-label={`Tick ${item.sku}`}
          tabIndex={-1}
          checked={ticked}
          onPointerDown={(event) => event.stopPropagation()}
          onChange={(event) => onTick(event.target.checked)}
        />
      )}
      {editing ? (
        <>
          <input
            key={editing.fault}
            className="cell-input"
            aria-label={`${goodsFieldWords[column].label} of ${item.sku}`}
            aria-invalid={editing.fault !== null}
            defaultValue={editing.text ?? text}
            // biome-ignore lint/a11y/noAutofocus: the cell was opened to be typed into
            autoFocus
            onBlur={(event) => onCommit(event.target.value, 'leaving')}
            onKeyDown={typed}
            list={choices.length > 0 ? `choices-${at}` : undefined}
          />
          {choices.length > 0 && (
            <datalist id={`choices-${at}`}>
              {choices.map((one) => (
                <option key={one} value={one} />
              ))}
            </datalist>
          )}
        </>
      ) : (
        text || (column === 'mass' ? 'missing' : '')
      )}
    </div>
  );
}
