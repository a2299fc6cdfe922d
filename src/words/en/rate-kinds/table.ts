import { overOf } from '../../../core/rates/index.ts';
import { counts } from '../figures.ts';
import { figureWords, overWords } from '../measures.ts';
import type { RateWordsFor } from './words.ts';

const text: RateWordsFor<'table'>['text'] = ({ unit, breaks }) =>
  `table by ${overWords[overOf(unit)]}, ${counts(breaks.length, 'break')}`;

export const table: RateWordsFor<'table'> = {
  text,
  first: ({ breaks }) => breaks[0]?.amount ?? '',
  manner: text,
  step(rate, came, kind, say) {
    if (came.break === null || rate.over === 'volume') return `Table by ${overWords[rate.over]}${kind}`;
    const [above, upTo] = [rate.edges[came.break - 1], rate.edges[came.break]];
    const figure = (edge: number) => figureWords(rate.over, edge, say);
    const from = above === undefined ? '' : `above ${figure(above)} `;
    return `Break${kind} ${from}${upTo === undefined ? 'and on' : `to ${figure(upTo)}`}`;
  },
};
