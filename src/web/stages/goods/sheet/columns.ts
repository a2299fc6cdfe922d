import type { Column } from '../../../../core/goods/index.ts';
import type { SheetColumns } from '../../../data/view.ts';

/** The columns of the sheet, in order: how wide each is in pixels, and whether it holds figures. */
const sheet: Readonly<Record<Column, { readonly width: number; readonly figure?: true }>> = {
  sku: { width: 200 },
  name: { width: 210 },
  price: { width: 76, figure: true },
  mass: { width: 76, figure: true },
  size: { width: 136 },
  tags: { width: 130 },
  kind: { width: 76 },
  template: { width: 84 },
  barred: { width: 100 },
  ownRate: { width: 92, figure: true },
  fee: { width: 100, figure: true },
  cost: { width: 70, figure: true },
  parent: { width: 150 },
  origin: { width: 90 },
  hazards: { width: 90 },
  stockedBy: { width: 100 },
  notListed: { width: 100 },
  listedAs: { width: 170 },
  taxClass: { width: 84 },
  prices: { width: 150 },
  dated: { width: 220 },
};
const all = Object.keys(sheet) as Column[];
/** The column that is always there, and first. */
const firstColumn: Column = 'sku';

/** All columns in the order that somebody has put them in, the first always first. */
export const inOrder = ({ order }: Pick<SheetColumns, 'order'>): Column[] => {
  const moved = order.filter((id): id is Column => id !== firstColumn && (all as string[]).includes(id));
  return [firstColumn, ...moved, ...all.filter((id) => id !== firstColumn && !moved.includes(id))];
};
/** Those of them that are in sight. */
export const inSight = (columns: SheetColumns): Column[] =>
  inOrder(columns).filter((id) => id === firstColumn || !columns.hidden.includes(id));
/** A column moved before or behind the one beside it. */
export function movedBy(columns: SheetColumns, id: Column, by: -1 | 1): SheetColumns {
  const order = inOrder(columns).filter((one) => one !== firstColumn);
  const at = order.indexOf(id);
  const other = order[at + by];
  if (other === undefined) return columns;
  return { ...columns, order: order.with(at, other).with(at + by, id) };
}

export const widthsOf = (columns: readonly Column[]): string => columns.map((id) => `${sheet[id].width}px`).join(' ');
export const wholeWidth = (columns: readonly Column[]): number => columns.reduce((sum, id) => sum + sheet[id].width, 0);
/** Of the columns that stay at the left, together. */
export const frozenWidth = (columns: readonly Column[], frozen: number): number =>
  wholeWidth(columns.slice(0, Math.max(1, frozen)));
/** Where each of the first columns stays at the left, in pixels; null for those that are scrolled. */
export function offsetsOf(columns: readonly Column[], frozen: number): (number | null)[] {
  let left = 0;
  return columns.map((id, i) => {
    const own = left;
    left += sheet[id].width;
    return i < Math.max(1, frozen) ? own : null;
  });
}
export const isFigure = (id: Column): boolean => sheet[id].figure === true;
