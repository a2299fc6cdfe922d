/** How the kinds of rates that core lists are edited: one that is missing here is a type error. */
import { box } from './box.tsx';
import { builtUp } from './built-up.tsx';
import { carrierQuote } from './carrier-quote.tsx';
import type { RateEditors } from './editor.ts';
import { flat } from './flat.tsx';
import { free } from './free.tsx';
import { table } from './table.tsx';

/** In the order in which they are offered. */
export const rateEditors: RateEditors = {
  flat,
  'built up': builtUp,
  table,
  free,
  'carrier quote': carrierQuote,
  box,
};
