import { benefitWords } from '#benefit-words';
import type { BenefitBody } from '../../../core/offers/index.ts';
import type { BenefitWords } from './words.ts';

/** The words for the kind that a benefit is. */
export const benefitWordsOf = ({ is }: { readonly is: BenefitBody['is'] }): BenefitWords =>
  benefitWords[is] as BenefitWords;
