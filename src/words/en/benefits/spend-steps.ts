import { inARow } from '../list.ts';
import type { BenefitWordsFor } from './words.ts';

export const spendSteps: BenefitWordsFor<'spend steps'> = {
  word: 'steps',
  did: () => 'takes its highest step reached off the order',
  terms: ({ steps }, { currency }) =>
    inARow(steps.map(({ from, off }) => `from ${currency} ${from} take ${currency} ${off} off`)).replace(/^f/, 'F'),
};
