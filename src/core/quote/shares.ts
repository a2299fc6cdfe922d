import { type Minor, minor, splitByLargestRemainder } from '../exact/index.ts';

/** An amount's share of each line, by what the lines come to: largest remainder, ties to the earlier line. */
export const sharesOf = (amounts: readonly number[], total: number): Minor[] =>
  total === 0 || amounts.every((amount) => amount === 0)
    ? amounts.map(() => minor(0))
    : splitByLargestRemainder(minor(total), amounts);
