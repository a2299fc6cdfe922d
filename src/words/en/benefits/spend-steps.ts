import { joined } from '../list.ts';
import type { BenefitWordsFor } from './words.ts';

export const spendSteps: BenefitWordsFor<'spend steps'> = {
  word: 'steps',
  did: () => 'takes its highest step reached off the order',
  terms: ({ steps }, { currency }) =>
    joined(steps.map(({ from, off }) => `from ${currency} ${from} take ${currency} ${off} off`)).replace(/^f/, 'F'),
};
