/** The kinds of rates there are. A new one stands here, in its folder, its words and its editor; see docs/adding.md. */
import { box } from './box/index.ts';
import { builtUp } from './built-up/index.ts';
import { carrierQuote } from './carrier-quote/index.ts';
import { flat } from './flat/index.ts';
import { free } from './free/index.ts';
import { rateKindsOf } from './kind.ts';
import { table } from './table/index.ts';

export const rateKinds = rateKindsOf([free, flat, builtUp, table, carrierQuote, box]);
