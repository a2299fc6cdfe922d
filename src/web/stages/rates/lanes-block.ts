import { type LaneBody, laneSchema } from '../../../core/rates/index.ts';
import { amountIn } from '../../ui/field.tsx';
import { plainLane } from './lane.tsx';

/** What is copied of a block of lanes: rows of lanes, null where there is none. */
const head = 'plemb-lanes:';
type Lanes = readonly (readonly (LaneBody | null)[])[];

export const textOf = (lanes: Lanes): string => `${head}${JSON.stringify(lanes)}`;

/**
 * What a pasted text makes of lanes: a block copied here, or figures from a spreadsheet, each a flat amount for the
 * lane
 * (an empty cell leaves it as it is: undefined). Null where it is neither.
 */
export function lanesIn(
  text: string,
  currency: string,
  now: (row: number, column: number) => LaneBody | undefined,
): readonly (readonly (LaneBody | null | undefined)[])[] | null {
  if (text.startsWith(head)) {
    try {
      const read = laneSchema
        .nullable()
        .array()
        .array()
        .safeParse(JSON.parse(text.slice(head.length)));
      return read.success ? read.data : null;
    } catch {
      return null;
    }
  }
  const cells = text
    .replace(/\r?\n$/, '')
    .split(/\r?\n/)
    .map((row) =>
      row.split('\t').map((cell) =>
        cell
          .trim()
          .replace(/^[€£$]\s*/, '')
          .replace(',', '.'),
      ),
    );
  if (!cells.flat().some(Boolean) || !cells.flat().every((cell) => cell === '' || amountIn(currency)(cell) === null))
    return null;
  return cells.map((row, r) =>
    row.map((amount, c) => {
      if (amount === '') return undefined;
      const there = now(r, c);
      return there ? { ...there, rate: { is: 'flat' as const, amount } } : plainLane(amount);
    }),
  );
}
