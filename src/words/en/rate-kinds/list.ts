/** The words for the kinds of rates that core lists: one that is missing here is a type error. */
import type { Rate, RateBody } from '../../../core/rates/index.ts';
import { box } from './box.ts';
import { builtUp } from './built-up.ts';
import { carrierQuote } from './carrier-quote.ts';
import { flat } from './flat.ts';
import { free } from './free.ts';
import { table } from './table.ts';
import type { RateWordsOf } from './words.ts';

export const rateWords: RateWordsOf<RateBody, Rate> = {
  free,
  flat,
  'built up': builtUp,
  table,
  'carrier quote': carrierQuote,
  box,
};
