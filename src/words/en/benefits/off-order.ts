import { offDone, offWritten } from './off.ts';
import type { BenefitWordsFor } from './words.ts';

export const offOrder: BenefitWordsFor<'off order'> = {
  word: 'order',
  did: ({ off }, say) => `takes ${offDone(off, say)} off the order`,
  terms: ({ off }, { currency }) => `${offWritten(off, currency)} off the order`,
};
