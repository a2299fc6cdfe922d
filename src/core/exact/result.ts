/** The outcome of reading something that may be wrong: a value, or every problem found, each with its place. */
export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/**
 * One thing wrong in what was given.
 * `at` leads to it (object keys, ids, or a line number and a field), `wrong` says what was found, `right` what would
 * be.
 */
export interface Problem {
  readonly at: readonly (string | number)[];
  readonly wrong: string;
  readonly right: string;
}

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

export const err = (at: Problem['at'], wrong: string, right: string): Result<never> => ({
  ok: false,
  problems: [{ at, wrong, right }],
});

/** The value of a result that was checked before; throws where it was not, which is a fault of the program. */
export function unwrap<T>(result: Result<T>): T {
  if (result.ok) return result.value;
  const first = result.problems[0];
  throw new Error(`${first?.at.join(' › ')}: ${first?.wrong}; ${first?.right}`);
}

/** The value of a result, or a stand-in with the problems noted at their place. */
export function kept<T>(result: Result<T>, at: Problem['at'], problems: Problem[], otherwise: T): T {
  if (result.ok) return result.value;
  problems.push(...result.problems.map((one) => ({ ...one, at: [...at, ...one.at] })));
  return otherwise;
}
