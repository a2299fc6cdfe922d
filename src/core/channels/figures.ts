import { kept, nothing, type Problem, parseAmount, parseDecimal, parseMoment } from '../exact/index.ts';
import { euro } from './amounts.ts';

/** Notes, with its place, each figure of a channel's file that is none. An empty text is none either. */
export const figures = (problems: Problem[]) => ({
  amount(text: string, at: Problem['at']): void {
    kept(parseAmount(text, euro), at, problems, nothing);
  },
  percent(text: string, at: Problem['at']): void {
    kept(parseDecimal(text, 3), at, problems, null);
  },
  moment(text: string, at: Problem['at']): void {
    if (parseMoment(text) === null) problems.push({ at, is: 'malformed', text, form: 'moment' });
  },
});
