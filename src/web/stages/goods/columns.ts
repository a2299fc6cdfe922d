import type { Column } from '../../../core/goods/index.ts';

/** The columns of the sheet, in order: how wide each is in pixels, and whether it holds figures. */
const sheet: Readonly<Record<Column, { readonly width: number; readonly figure?: true }>> = {
  sku: { width: 176 },
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
  taxClass: { width: 84 },
  prices: { width: 150 },
  dated: { width: 220 },
};
const all = Object.keys(sheet) as Column[];
/** The column that is always there, and stays in sight. */
export const firstColumn: Column = 'sku';
/** Those that may be left out. */
export const optionalColumns = all.filter((id) => id !== firstColumn);
/** The columns of the sheet without those left out. */
export const columnsBut = (hidden: readonly string[]): Column[] =>
  all.filter((id) => id === firstColumn || !hidden.includes(id));
export const widthsOf = (columns: readonly Column[]): string => columns.map((id) => `${sheet[id].width}px`).join(' ');
export const isFigure = (id: Column): boolean => sheet[id].figure === true;
