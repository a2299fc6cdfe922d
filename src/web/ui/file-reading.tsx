import { csvOf, type Layout } from '../../core/tables/index.ts';
import { rightBeside } from '../../words/index.ts';
import { download } from './download.ts';

/** What keeps a file from being read: it is no table, or its reading failed. */
export function Unreadable({ name, why }: { name: string; why: string | null }) {
  return (
    <p className="fault" role="alert">
      {why === null
        ? `${name} is the workbook of a spreadsheet, not a table in text. Save its sheet as CSV there, and open that.`
        : `${name} could not be read: ${why}`}
    </p>
  );
}

/** What is wrong with a line, as the words say it. */
interface SaidProblem {
  readonly at: readonly (string | number)[];
  readonly wrong: string;
  readonly right: string;
}
/** All that is wrong with a line, in one. */
export const reasonOf = (problems: readonly SaidProblem[]): string =>
  problems.map((one) => `${one.at.join(' ')}: ${rightBeside(one)}`).join(' · ');

/**
 * Hands over the bad lines of a file as it had them, with the reason in a last column, to be mended and brought back.
 */
export function downloadBadLines(
  name: string,
  { columns, delimiter }: Layout,
  lines: readonly { readonly cells: readonly string[]; readonly problems: readonly SaidProblem[] }[],
): void {
  const rows = lines.map(({ cells, problems }) => [...columns.map((_, at) => cells[at] ?? ''), reasonOf(problems)]);
  download(`bad lines of ${name}`, csvOf([...columns.map(({ head }) => head), 'reason'], rows, delimiter));
}
