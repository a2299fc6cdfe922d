import { readFileSync } from 'node:fs';
import { asOf, type BookFile, compileBook, migrationNotes, readBookFile, readyGoods } from '../core/book/index.ts';
import type { Stock } from '../core/channels/index.ts';
import { type Problem, unwrap } from '../core/exact/index.ts';
import { faultText, migrationText } from '../words/index.ts';

/** Ends the command with 2 and a sentence. */
export class Unable extends Error {}

/** A file's text, a byte order mark before it left out. */
export function readText(path: string): string {
  try {
    return readFileSync(path, 'utf8').replace(/^\uFEFF/, '');
  } catch {
    throw new Unable(`${path} cannot be read`);
  }
}

export function readJson(path: string): unknown {
  try {
    return JSON.parse(readText(path));
  } catch (error) {
    if (error instanceof Unable) throw error;
    throw new Unable(`${path} is not JSON: ${(error as Error).message}`);
  }
}

export const problemText = (one: Problem): string => `${one.at.join(' › ')}: ${faultText(one)}`;
export const unable = (path: string, problems: readonly Problem[]): Unable =>
  new Unable(problems.map((one) => `${path}: ${problemText(one)}`).join('\n'));

/** What had to be changed in meaning to read a book of an earlier format is told beside the answer. */
export function tellMigration(path: string, data: unknown): void {
  for (const note of migrationNotes(data)) process.stderr.write(`${path}: ${migrationText(note, ' › ')}\n`);
}

export interface Opened extends Stock {
  readonly file: BookFile;
  /** The book of another of its markets, with its goods. */
  stockOf(market: string): Stock;
}

/** A sound book with its goods, as of a moment. */
export function openBook(path: string, at: number): Opened {
  const data = readJson(path);
  const read = readBookFile(data);
  if (!read.ok) throw unable(path, read.problems);
  tellMigration(path, data);
  const { goods, ...body } = read.value;
  const stockOf = (market?: string): Stock => {
    const book = asOf(unwrap(compileBook(body, market)), at);
    return { book, goods: readyGoods(book, goods).goods };
  };
  return { file: read.value, ...stockOf(), stockOf };
}

export const print = (text: string): boolean => process.stdout.write(`${text}\n`);
export const jsonText = (value: unknown, indent?: number): string =>
  JSON.stringify(value, (_, one: unknown) => (typeof one === 'bigint' ? Number(one) : one), indent);
