import { decimalText } from '../../../core/exact/index.ts';
import type { BenefitWordsFor } from './words.ts';

export const buyAndGet: BenefitWordsFor<'buy and get'> = {
  word: 'goods',
  did({ buy, get, percent }) {
    const some = `the cheapest ${get} of each ${buy + get}`;
    const share = decimalText(percent);
    return share === '100' ? `takes ${some} off` : `takes ${share} % off ${some}`;
  },
  terms({ buy, get, percent, goods }, about) {
    const some = get === 1 ? 'cheapest' : `${get} cheapest`;
    const less = Number(percent) === 100 ? 'free' : `${percent} % off`;
    return `Of each ${buy + get} of ${about.goods(goods, 'our goods')} the ${some} ${less}`;
  },
};
