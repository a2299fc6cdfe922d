import type { Result } from '../../exact/index.ts';
import { type Pattern, parsePattern } from '../../places/index.ts';

/** A place entry of the shop's file. */
export const patternOf = (entry: string): Result<Pattern> =>
  entry === '*' ? { ok: true, value: { is: 'world' } } : parsePattern(entry);
