import { massOf } from '../figures.ts';
import type { RateWordsFor } from './words.ts';

/** Two amounts as one, with the decimals that they are written with. */
const sumText = (a: string, b: string): string =>
  (Number(a) + Number(b)).toFixed(Math.max(...[a, b].map((one) => one.split('.')[1]?.length ?? 0)));

const text: RateWordsFor<'built up'>['text'] = ({ order, first, further, weight }) =>
  [
    Number(order) > 0 && `${order} an order`,
    (Number(first) > 0 || Number(further) > 0) &&
      (first === further ? `${first} an item` : `${first} the first, ${further} each further`),
    weight && `${weight.amount} ${weight.each === 'started' ? 'a started' : 'for each'} ${weight.per} ${weight.unit}`,
  ]
    .filter(Boolean)
    .join(' + ') || 'nothing';

export const builtUp: RateWordsFor<'built up'> = {
  text,
  first: ({ order, first }) => sumText(order, first),
  manner: text,
  step({ order, first, further, weight }, _came, kind, say) {
    const parts = [
      `${say(order)} an order`,
      `${say(first)} the first item`,
      `${say(further)} each further`,
      ...(weight ? [`${say(weight.amount)} ${weight.started ? 'a started' : 'for each'} ${massOf(weight.per)}`] : []),
    ];
    return `Built up${kind}: ${parts.join(', ')}`;
  },
};
