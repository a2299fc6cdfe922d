import { isCode } from './money.ts';
import type { Remark } from './standin.ts';
import { readingTaken } from './taken.ts';

/** Single-use codes as a channel keeps them: the file of them as it was sent, and when each was used. */
export interface Singles {
  readonly text: string | null;
  readonly used: Readonly<Record<string, string>>;
}
export const noSingles: Singles = { text: null, used: {} };

export const codesName = 'codes.csv';
const head = 'batch,code';

/** The batch of each code of a file, or what is wrong with it. */
function readCodes(text: string): ReadonlyMap<string, string> | readonly Remark[] {
  const remarks: Remark[] = [];
  const note = (line: number, field: string, reason: string) => remarks.push({ file: codesName, line, field, reason });
  const [first, ...rows] = text.replace(/\r?\n$/, '').split(/\r?\n/);
  if (first !== head) note(1, 'head', `the head line is ${head}`);
  const batches = new Map<string, string>();
  rows.forEach((row, i) => {
    const [batch = '', code = '', ...more] = row.split(',');
    const line = i + 2;
    if (more.length > 0) note(line, 'line', 'a batch and a code');
    if (!/^[a-z0-9][a-z0-9-]{0,39}$/.test(batch)) note(line, 'batch', 'small letters, digits and hyphens, at most 40');
    if (!isCode(code)) note(line, 'code', '3 to 20 capital letters and digits');
    if (batches.has(code)) note(line, 'code', 'stands above already');
    batches.set(code, batch);
  });
  return remarks.length > 0 ? remarks : batches;
}

/** Puts a file of codes in place of the one before; codes that were used stay so. */
export function putCodes(before: Singles, text: string | null): Singles | readonly Remark[] {
  if (text === null) return { ...before, text };
  const read = readCodes(text);
  return 'length' in read ? read : { ...before, text };
}

const none: ReadonlyMap<string, string> = new Map();
const batchesOf = readingTaken(4, readCodes);

/** The batch of each code that the channel knows. */
export const batchesIn = ({ text }: Singles): ReadonlyMap<string, string> => (text === null ? none : batchesOf(text));

/** The codes entered that are good for a batch still, in the order they were entered. */
export const unusedFor = (singles: Singles, batch: string, codes: readonly string[]): string[] =>
  codes.filter((code) => batchesIn(singles).get(code) === batch && singles.used[code] === undefined);

/** The same codes with some used at a moment. */
export const spent = (singles: Singles, codes: readonly string[], at: number): Singles => ({
  ...singles,
  used: { ...singles.used, ...Object.fromEntries(codes.map((code) => [code, new Date(at).toISOString()])) },
});

/** What was used, as it is read back. */
export const usedIn = ({ used }: Singles): { code: string; at: string }[] =>
  Object.entries(used).map(([code, at]) => ({ code, at }));
