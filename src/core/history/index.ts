/** History: what sellers have of the past, and the files they bring it in. */
export {
  type AdvertisingRow,
  type HistoryRow,
  historyReader,
  type OrderLine,
  type Remark,
  type VisitsRow,
} from './reader.ts';
export { sampleOf } from './sample.ts';
export { type HistorySort, historySorts, historyTargets } from './sorts.ts';
