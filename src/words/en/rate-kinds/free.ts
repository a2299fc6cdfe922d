import type { RateWordsFor } from './words.ts';

export const free: RateWordsFor<'free'> = {
  text: () => 'free',
  first: () => 'Free',
  manner: () => null,
  step: (_rate, _came, kind) => `Free${kind}`,
};
