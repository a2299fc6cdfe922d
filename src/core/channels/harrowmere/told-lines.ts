import { keysOf } from '../keys.ts';
import { type DeliveryOffer, type GoodsOffer, limits } from './format.ts';
import { spelled } from './keys.ts';
import { type Labelled, type Labels, labelsFor } from './labels.ts';
import type { ToldPlan } from './plans.ts';
import type { Draft } from './telling.ts';

/** What became of a draft: the line that says it, or why there is none. */
export type Outcome = DeliveryOffer | GoodsOffer | Exclude<Labelled, { is: 'label' }>;

/** The key of its line; null where there is none. */
export const keyOf = (one: Outcome): string | null => ('key' in one ? one.key : null);

/** The lines with their keys and labels, in the order of the file. */
export interface Told {
  readonly lines: readonly (DeliveryOffer | GoodsOffer)[];
  readonly labels: Labels<ToldPlan>;
  of(draft: Draft): Outcome;
}

/**
 * Lines for some drafts, which are given keys in this order. What cannot be told, for want of labels, leaves its key to
 * others: the file is that of a book without it.
 */
export function toldLines(plans: readonly ToldPlan[], drafts: readonly Draft[]): Told {
  const keyFor = keysOf(limits.key);
  const keyed = inOrder(drafts.map((draft) => ({ draft, key: keyFor(spelled(draft.wanted)) })));
  const labels = labelsFor(
    plans,
    keyed.map(({ draft }) => draft.extent),
  );
  const found = new Map<Draft, Outcome>();
  const lines = keyed.flatMap(({ draft, key }, i): (DeliveryOffer | GoodsOffer)[] => {
    const given = labels.of[i] ?? ({ is: 'no goods' } as const);
    const line = given.is === 'label' ? { ...draft.line, key, label: given.label } : null;
    found.set(draft, line ?? (given as Exclude<Labelled, { is: 'label' }>));
    return line ? [line] : [];
  });
  if (lines.length === drafts.length) return { lines, labels, of: (draft) => found.get(draft) ?? { is: 'no goods' } };
  const rest = toldLines(
    plans,
    drafts.filter((draft) => keyOf(found.get(draft) as Outcome) !== null),
  );
  return {
    ...rest,
    of: (draft) => {
      const outcome = found.get(draft) ?? { is: 'no goods' };
      return keyOf(outcome) === null ? outcome : rest.of(draft);
    },
  };
}

/** A draft with the key of its line. */
interface Keyed {
  readonly draft: Draft;
  readonly key: string;
}

/**
 * Lines as the file has them: delivery before goods, and of delivery what asks for no code first, by its key, so that
 * no code is spent on what is free without one.
 */
function inOrder(keyed: readonly Keyed[]): Keyed[] {
  const rank = ({ draft: { is, line } }: Keyed) => (is === 'GOODS' ? 2 : line.code === '' ? 0 : 1);
  const byKey = (a: Keyed, b: Keyed) => (rank(a) > 0 ? 0 : a.key < b.key ? -1 : 1);
  return [...keyed].sort((a, b) => rank(a) - rank(b) || byKey(a, b));
}
