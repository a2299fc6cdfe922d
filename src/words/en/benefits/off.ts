import { decimalText } from '../../../core/exact/index.ts';
import type { Off, OffBody } from '../../../core/offers/index.ts';
import type { SayAmount } from './words.ts';

/** What was taken off. */
export const offDone = (off: Off, say: SayAmount): string =>
  off.by === 'percent' ? `${decimalText(off.percent)} %` : say(off.amount);

/** What is taken off, as written. */
export const offWritten = (off: OffBody, currency: string): string =>
  off.by === 'percent' ? `${off.percent} %` : `${currency} ${off.amount}`;
