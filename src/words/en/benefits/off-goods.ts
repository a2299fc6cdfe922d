import { offDone, offWritten } from './off.ts';
import type { BenefitWordsFor } from './words.ts';

export const offGoods: BenefitWordsFor<'off goods'> = {
  word: 'goods',
  did: ({ off }, say) => `takes ${offDone(off, say)} off ${off.by === 'percent' ? 'its goods' : 'each of its goods'}`,
  terms: ({ off, goods }, about) =>
    `${offWritten(off, about.currency)} off ${off.by === 'amount' ? 'each of ' : ''}${about.goods(goods, 'all goods')}`,
};
