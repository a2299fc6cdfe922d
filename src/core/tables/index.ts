/** Tables in files: bytes to text, text to rows, and what the columns of a file of anybody's are taken for. */
export { cellAs, cellReader, eachOnce, moneyWords } from './cell.ts';
export { decoded, type Encoding } from './decode.ts';
export { type Mark, marks } from './figure.ts';
export { columnTakenFor, type Guess, guessLayout, type HeadNames, lacksUnit, markOfCells } from './guess.ts';
export {
  type ColumnLayout,
  type DayOrder,
  dayOrders,
  type Layout,
  layoutKey,
  layoutSchema,
  rowsBelow,
} from './layout.ts';
export { blockOf, blockRows, type CsvRow, csvRows, delimiterOf, rowReader } from './rows.ts';
export { hasFigures, measuredBy, type Reading, type Target } from './target.ts';
export { type Measured, unitsOf } from './units.ts';
export { csvOf, plainCell } from './write.ts';
