import type { RateWordsFor } from './words.ts';

export const flat: RateWordsFor<'flat'> = {
  text: ({ amount }) => `${amount} flat`,
  first: ({ amount }) => amount,
  manner: () => 'flat',
  step: (_rate, _came, kind) => `Flat rate an order${kind}`,
};
