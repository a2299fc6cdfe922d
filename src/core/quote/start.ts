import type { Costing } from './costing.ts';
import { applyOffer, type Field, type Left, type Took } from './field.ts';
import type { Candidate } from './live.ts';
import { bestOf, type Found } from './search.ts';

/**
 * A good set to begin a search with; no worse than the one at hand with the best delivery offers beside it. Null where
 * none is found that can be used.
 */
export function startOf(
  field: Field,
  left: Left,
  list: readonly number[],
  costing: Costing,
  atHand: readonly number[],
): Found | null {
  const { candidates, joins } = field;
  const one = greedy(field, left, list, costing);
  if (atHand.length === 0) return one;
  const beside = list.filter(
    (i) =>
      (candidates[i] as Candidate).sort === 'delivery' && atHand.every((j) => joins[i * candidates.length + j] === 1),
  );
  const { found } = within(field, left, atHand, () => bestOf(field, left, beside, costing, null));
  if (!found || (one && one.cost <= found.cost)) return one;
  return { used: [...atHand, ...found.used], cost: found.cost };
}

/** One offer after the other that saves most beside those before. */
function greedy(field: Field, left: Left, list: readonly number[], costing: Costing): Found | null {
  let used: number[] = [];
  let cost = costing.cost(left);
  for (;;) {
    let best: { readonly i: number; readonly cost: number } | null = null;
    for (const i of list) {
      const set = [...used, i].sort((a, b) => a - b);
      if (used.includes(i) || !allJoin(field, set)) continue;
      const with_ = within(field, left, set, (took) => (took.length === set.length ? costing.cost(left) : Number.NaN));
      if (with_ < (best?.cost ?? cost) || (Number.isNaN(cost) && !best && !Number.isNaN(with_)))
        best = { i, cost: with_ };
    }
    if (!best) return Number.isNaN(cost) ? null : { used, cost };
    used = [...used, best.i].sort((a, b) => a - b);
    cost = best.cost;
  }
}

/** Whether offers of a set, by their places in the field, may all be used together. */
export function allJoin({ joins, candidates }: Field, used: readonly number[]): boolean {
  for (const a of used) for (const b of used) if (a < b && joins[a * candidates.length + b] === 0) return false;
  return true;
}

/** Does something with a set in use, and takes it back. */
export function within<T>(field: Field, left: Left, used: readonly number[], work: (took: readonly Took[]) => T): T {
  const took = used.flatMap((i) => applyOffer(field, field.candidates[i] as Candidate, left) ?? []);
  const done = work(took);
  for (let k = took.length - 1; k >= 0; k -= 1) took[k]?.back();
  return done;
}
