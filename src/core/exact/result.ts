import type { Fault, Problem } from './fault.ts';

/** The outcome of reading something that may be wrong: a value, or every problem found, each with its place. */
export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly Problem[] };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

export const err = (at: Problem['at'], fault: Fault): Result<never> => ({ ok: false, problems: [{ ...fault, at }] });

/** Problems of a part, with their places in the whole. */
export const under = (at: Problem['at'], problems: readonly Problem[]): Problem[] =>
  problems.map((one) => ({ ...one, at: [...at, ...one.at] }));

/** The value of a result that was checked before; throws where it was not, which is a fault of the program. */
export function unwrap<T>(result: Result<T>): T {
  if (result.ok) return result.value;
  throw new Error(JSON.stringify(result.problems[0]));
}

/** The value of a result, or a stand-in with the problems noted at their place. */
export function kept<T>(result: Result<T>, at: Problem['at'], problems: Problem[], otherwise: T): T {
  if (result.ok) return result.value;
  problems.push(...under(at, result.problems));
  return otherwise;
}
