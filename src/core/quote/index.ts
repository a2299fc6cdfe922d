/** The intended answer to a basket, and how it comes about. */
export type { Answer, Choice, Missing, Step } from './answer.ts';
export { type Line, type Question, questionOf } from './question.ts';
export { explain, quote } from './quote.ts';
