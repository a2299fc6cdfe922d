import { seeded } from '../src/core/plan/index.ts';

/**
 * How much is tried at random. npm test tries the same cases every time, as many as fit into minutes: PLEMB_TRIALS=20
 * tries twenty times as many, PLEMB_SEED=7 others.
 */
const factor = Number(process.env.PLEMB_TRIALS ?? 1);
const given = process.env.PLEMB_SEED;

export const times = (count: number): number => Math.ceil(count * factor);
/** Where seeds of a trial begin that has one of its own. */
export const seedFrom = (own: number): number => (given === undefined ? own : Number(given));

export { seeded };

/** Draws by a seed: a number below another, one of a list, an amount of no more than so many cents. */
export function drawing(seed: number) {
  const random = seeded(seed);
  const under = (n: number): number => Math.floor(random() * n);
  const pick = <T>(list: readonly T[]): T => list[under(list.length)] as T;
  const cents = (most: number): string => ((1 + under(most)) / 100).toFixed(2);
  return { under, pick, cents };
}
