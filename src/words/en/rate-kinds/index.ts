import { rateWords } from '#rate-words';
import type { RateBody } from '../../../core/rates/index.ts';
import type { RateWords } from './words.ts';

/** The words for the kind that a rate is. */
export const rateWordsOf = ({ is }: { readonly is: RateBody['is'] }): RateWords => rateWords[is] as RateWords;
