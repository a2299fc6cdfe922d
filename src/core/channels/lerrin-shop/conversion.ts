import type { CompiledBook } from '../../book/index.ts';
import { amountText, type Conversion, conversionAt, converted, parseDecimal, unwrap } from '../../exact/index.ts';
import { amountIn, euro } from '../amounts.ts';
import { conversion } from './format.ts';

const step = amountIn(conversion.step);
/** From euros into pounds. */
export const byItsRate = conversionAt(unwrap(parseDecimal(conversion.rate, 2)), 2, 2, { is: 'step', step });

/** Whether what is converted so is as the shop has it in pounds. */
export const isItsConversion = ({ up, down, rounding }: Conversion): boolean =>
  up * byItsRate.down === down * byItsRate.up && rounding.is === 'step' && rounding.step === step;

/** Whether a book converts its euros as the shop does. */
export const isConvertedAlike = ({ written, conversion }: Pick<CompiledBook, 'written' | 'conversion'>): boolean =>
  written === euro && conversion !== null && isItsConversion(conversion);

/** The most that a delivery campaign can pay: all of it, whatever is charged. */
export const mostPaid = amountIn('99999999.99');
/** Whether so much is all of it, as written in euros or as it is in pounds. */
export const isAll = (atMost: string): boolean => amountIn(atMost) >= converted(mostPaid, byItsRate);

/** An amount of the file as the shop has it in pounds. @example inPounds('4.90') // '4.25' */
export const inPounds = (text: string): string => amountText(converted(amountIn(text), byItsRate), conversion.to);
