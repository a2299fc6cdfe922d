import type { RateBody } from '../../core/rates/index.ts';
import { amountFault, figureFault } from '../parts/field.tsx';

/** A block copied from a spreadsheet: upper edge and amount a line. Null where it is none. */
export function readBlock(text: string): (RateBody & { is: 'table' })['breaks'] | null {
  const rows = text
    .trim()
    .split(/\r?\n/)
    .map((row) => row.split(/\t|;|,(?=\s)/).map((cell) => cell.trim().replace(',', '.')));
  const breaks = rows.map(([to = '', amount = '']) => ({ to: /^(open|and on|-|–)?$/i.test(to) ? null : to.replace(/\s*(kg|g|lb|oz)$/, ''), amount: amount.replace(/^[€£$]\s*/, '') }));
  return rows.length > 0 && breaks.every((one) => amountFault(one.amount) === null && (one.to === null || figureFault(one.to) === null)) ? breaks : null;
}
