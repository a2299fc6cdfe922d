import { arrows } from '../../../ui/arrows.ts';

/** A place in a sheet, by row and column. */
export interface Place {
  readonly row: number;
  readonly at: number;
}
/** Where one stands in a sheet, and where the block chosen begins; both are one cell where only that is chosen. */
export interface Standing {
  readonly on: Place;
  readonly from: Place;
}
export const atFirst: Standing = { on: { row: 0, at: 0 }, from: { row: 0, at: 0 } };

/** How large a sheet is. */
export interface Extent {
  readonly rows: number;
  readonly columns: number;
}

const page = 15;
const within = (value: number, count: number): number => Math.max(0, Math.min(count - 1, value));

/** The same place, or the nearest that there is. */
export const inside = ({ row, at }: Place, { rows, columns }: Extent): Place => ({
  row: within(row, rows),
  at: within(at, columns),
});

/** Where a key leads from a place; null for keys that lead nowhere. */
function led({ row, at }: Place, { rows, columns }: Extent, key: string, far: boolean): Place | null {
  const arrow = arrows[key];
  if (arrow) {
    const [down, right] = arrow;
    return far ? { row: row + down * rows, at: at + right * columns } : { row: row + down, at: at + right };
  }
  switch (key) {
    case 'PageDown':
      return { row: row + page, at };
    case 'PageUp':
      return { row: row - page, at };
    case 'Home':
      return { row: far ? 0 : row, at: 0 };
    case 'End':
      return { row: far ? rows - 1 : row, at: columns - 1 };
    default:
      return null;
  }
}

/**
 * Where one stands after a key: arrows, Page Up and Down, Home and End, with Ctrl to the edge of the sheet; with Shift
 * the block grows or shrinks. Null for other keys.
 */
export function moved(
  { on, from }: Standing,
  extent: Extent,
  { key, shiftKey, ctrlKey, metaKey }: Pick<KeyboardEvent, 'key' | 'shiftKey' | 'ctrlKey' | 'metaKey'>,
): Standing | null {
  const to = led(on, extent, key, ctrlKey || metaKey);
  if (!to) return null;
  const next = inside(to, extent);
  return { on: next, from: shiftKey ? from : next };
}

/** The rows and columns of the block chosen, both ends counting. */
export function blockAt({ on, from }: Standing): {
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
} {
  return {
    top: Math.min(on.row, from.row),
    bottom: Math.max(on.row, from.row),
    left: Math.min(on.at, from.at),
    right: Math.max(on.at, from.at),
  };
}

export const isOne = ({ on, from }: Standing): boolean => on.row === from.row && on.at === from.at;
