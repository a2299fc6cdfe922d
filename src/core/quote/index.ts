/** The intended answer to a basket, and how it comes about. */
export type { Answer, Choice, Hidden, Missing, Step } from './answer.ts';
export { isStocked } from './basket.ts';
export { faster } from './cheapest.ts';
export { explain } from './explain.ts';
export { meetingBaskets } from './meeting.ts';
export {
  anybody,
  asSold,
  inChannel,
  type Line,
  type Question,
  questionOf,
  type Sold,
  type Spent,
  soldIn,
} from './question.ts';
export { charges, quote } from './quote.ts';
export { taxOfLines } from './tax.ts';
