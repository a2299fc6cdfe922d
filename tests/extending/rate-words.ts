import type { z } from 'zod';
import { rateWords as own } from '../../src/words/en/rate-kinds/list.ts';
import type { RateWords } from '../../src/words/en/rate-kinds/words.ts';
import type { Crates, cratesSchema } from './rate-kind.ts';

const crates: RateWords<z.infer<typeof cratesSchema>, Crates> = {
  text: ({ amount, holds }) => `${amount} a crate of ${holds}`,
  first: ({ amount }) => amount,
  manner: ({ holds }) => `a crate of ${holds}`,
  step: ({ amount, holds }, _came, kind, say) => `By the crate${kind}: ${say(amount)} for each started ${holds} units`,
};

export const rateWords = { ...own, crates };
