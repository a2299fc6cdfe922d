import type { BenefitWordsFor } from './words.ts';

export const fixedPrice: BenefitWordsFor<'fixed price'> = {
  word: 'price',
  did: ({ price }, say) => `sells its goods at ${say(price)} each`,
  terms: ({ goods, price }, about) => `${about.goods(goods, 'All goods')} at ${about.currency} ${price} each`,
};
