import type { RateBody } from '../../../core/rates/index.ts';
import { amountIn, figureFault } from '../../ui/field.tsx';

type Table = RateBody & { is: 'table' };
const units = /\s*(kg|g|lb|oz|mm|cm|in|l|cm3|in3|units|value)$/;

/**
 * A block copied from a spreadsheet, or a CSV file of breaks: upper edge and amount a line, perhaps with a head line, a
 * unit between, and a step with its size behind. Null where it is none.
 */
export function readBlock(text: string, currency: string): Table['breaks'] | null {
  const amountFault = amountIn(currency);
  const rows = text
    .trim()
    .split(/\r?\n/)
    .map((row) =>
      row
        // Tabs part a spreadsheet's cells, where a comma may be a decimal sign; semicolons or commas those of a file.
        .split(row.includes('\t') ? '\t' : row.includes(';') ? ';' : ',')
        .map((cell) => (row.includes('\t') || row.includes(';') ? cell.trim().replace(',', '.') : cell.trim()))
        .filter((cell, i) => !(i === 1 && units.test(` ${cell}`))),
    )
    .filter((row, i) => !(i === 0 && /[a-z]{2}/i.test(row[1] ?? '')));
  const breaks = rows.map(([to = '', amount = '', step = '', per = '']) => ({
    to: /^(open|and on|-|–)?$/i.test(to) ? null : to.replace(units, ''),
    amount: amount.replace(/^[€£$]\s*/, ''),
    ...(step === '' || per === '' ? {} : { step, per }),
  }));
  const sound = breaks.every(
    (one) =>
      amountFault(one.amount) === null &&
      (one.to === null || figureFault(one.to) === null) &&
      (!('step' in one) || (amountFault(one.step ?? '') === null && figureFault(one.per ?? '') === null)),
  );
  return rows.length > 0 && sound ? (breaks as Table['breaks']) : null;
}

/** The breaks of a table as rows of a file. */
export const blockOf = (rate: Table): string[][] =>
  rate.breaks.map((one) => [
    one.to ?? 'open',
    rate.unit,
    one.amount,
    ...('step' in one ? [one.step, one.per] : ['', '']),
  ]);
