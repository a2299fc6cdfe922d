import type { BenefitWordsFor } from './words.ts';

export const gift: BenefitWordsFor<'gift'> = {
  word: 'gift',
  did: ({ units, sku }) => `adds ${units} × ${sku} as a gift`,
  terms: ({ units, sku }) => `${units === 1 ? 'A' : units} ${sku} as a gift`,
};
