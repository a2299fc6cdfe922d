import { rateWords } from '#rate-words';
import type { RateBody } from '../../../core/rates/index.ts';
import type { RateWords } from './words.ts';

/** The words for the kind that a rate is. */
export const rateWordsOf = ({ is }: { readonly is: RateBody['is'] }): RateWords => rateWords[is] as RateWords;

/** Whether something of the book is a rate: of a sort that has words as one. */
export const isRate = (value: object): value is RateBody => 'is' in value && Object.hasOwn(rateWords, String(value.is));
