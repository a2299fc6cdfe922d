import type { Held } from './standin.ts';

/** A promotion under its key: what is in force, and what waits for a review. */
export interface Reviewed<T> {
  readonly key: string;
  readonly inForce: T | null;
  readonly waiting: {
    readonly value: T;
    readonly until: number;
    readonly verdict: 'open' | 'passed' | { readonly refused: string };
  } | null;
}

/** The promotions after a submission: unchanged ones stay, new and changed ones wait, those left out end. */
export function submitted<T>(
  before: readonly Reviewed<T>[],
  sent: readonly { key: string; value: T }[],
  now: number,
  until: (value: T) => number,
  verdict: 'open' | 'passed',
): Reviewed<T>[] {
  const same = (a: T | null | undefined, b: T) =>
    a !== null && a !== undefined && JSON.stringify(a) === JSON.stringify(b);
  return sent.map(({ key, value }) => {
    const known = before.find((one) => one.key === key);
    const inForce = known ? inForceAt(known, now) : null;
    if (same(inForce, value)) return { key, inForce: value, waiting: null };
    if (known?.waiting && same(known.waiting.value, value) && known.waiting.until > now)
      return { key, inForce, waiting: known.waiting };
    return { key, inForce, waiting: { value, until: until(value), verdict } };
  });
}

/** What is in force under a key at a moment. */
export const inForceAt = <T>(one: Reviewed<T>, moment: number): T | null =>
  one.waiting && one.waiting.until <= moment && one.waiting.verdict === 'passed' ? one.waiting.value : one.inForce;

/** What is held back at a moment, by review or refusal. */
export const heldAt = <T>(list: readonly Reviewed<T>[], moment: number): Held[] =>
  list.flatMap(({ key, waiting }): Held[] => {
    if (!waiting) return [];
    const until = new Date(waiting.until).toISOString();
    if (typeof waiting.verdict === 'object' && waiting.until <= moment)
      return [{ key, until, state: 'refused', reason: waiting.verdict.refused }];
    return waiting.until > moment || waiting.verdict === 'open' ? [{ key, until, state: 'in review', reason: '' }] : [];
  });
