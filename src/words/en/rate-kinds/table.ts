import { type Length, lengthWords } from '../../../core/exact/index.ts';
import { overOf } from '../../../core/rates/index.ts';
import { massOf } from '../figures.ts';
import { overWords } from '../measures.ts';
import type { RateWordsFor, Say } from './words.ts';

const text: RateWordsFor<'table'>['text'] = ({ unit, breaks }) =>
  `table by ${overWords[overOf(unit)]}, ${breaks.length} breaks`;

function figure(over: 'value' | 'units' | 'mass' | 'long side', edge: number, say: Say): string {
  switch (over) {
    case 'mass':
      return massOf(edge);
    case 'value':
      return say(edge);
    case 'units':
      return `${edge} units`;
    case 'long side':
      return lengthWords(edge as Length);
  }
}

export const table: RateWordsFor<'table'> = {
  text,
  first: ({ breaks }) => breaks[0]?.amount ?? '',
  manner: text,
  step(rate, came, kind, say) {
    if (came.break === null || rate.over === 'volume') return `Table by ${overWords[rate.over]}${kind}`;
    const [above, upTo] = [rate.edges[came.break - 1], rate.edges[came.break]];
    const from = above === undefined ? '' : `above ${figure(rate.over, above, say)} `;
    return `Break${kind} ${from}${upTo === undefined ? 'and on' : `to ${figure(rate.over, upTo, say)}`}`;
  },
};
