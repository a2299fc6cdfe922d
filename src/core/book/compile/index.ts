/** A book made ready to answer, or what in it cannot be meant. */
export { basketProblems } from './basket-problems.ts';
export { compileBook } from './compile.ts';
export {
  amountInMarket,
  asOf,
  type CompiledBook,
  orderPercents,
  type Row,
  rowAt,
  say,
  type Template,
} from './compiled.ts';
