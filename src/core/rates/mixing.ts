import { type Currency, kept, type Minor, minor, nothing, type Problem, parseAmount } from '../exact/index.ts';
import type { MixingBody, MixingRuleBody } from './schema.ts';

/** How the charges of several groups become one. */
export type Mixing =
  | { readonly is: 'sum' | 'highest' | 'lowest' | 'average' }
  | { readonly is: 'highest plus'; readonly further: Minor };

/** Kinds as bits: one for each that mixing rules name (at most thirty), and one for all others. */
export interface KindBits {
  readonly of: ReadonlyMap<string, number>;
  readonly others: number;
}

/** A mixing rule ready to answer: the kinds and services it covers, a bit each. */
export interface MixingRule {
  readonly id: string;
  readonly kinds: number;
  readonly services: number;
  readonly by: Mixing;
}

/**
 * The charges of some groups that no threshold frees: how many, how many above 0.00, their sum, the highest and the
 * lowest.
 */
export interface Tally {
  readonly of: number;
  readonly paying: number;
  readonly sum: number;
  readonly highest: number;
  readonly lowest: number;
}

/** @example mixed({ of: 2, paying: 2, sum: 4090, highest: 3110, lowest: 980 }, { is: 'average' }) // 2045 */
export function mixed({ of, paying, sum, highest, lowest }: Tally, by: Mixing): Minor {
  switch (by.is) {
    case 'sum':
      return minor(sum);
    case 'highest':
      return minor(highest);
    case 'lowest':
      return minor(lowest);
    case 'average':
      return minor(Math.floor((2 * sum + of) / (2 * of)));
    case 'highest plus':
      return minor(highest + by.further * Math.max(0, paying - 1));
  }
}

/** Reads a way of mixing; amounts in the first market's currency, made the market's by `own`. */
export function readMixing(
  body: MixingBody,
  currency: Currency,
  own: (amount: Minor) => Minor,
  at: Problem['at'],
  problems: Problem[],
): Mixing {
  if (typeof body === 'string') return { is: body };
  return {
    is: 'highest plus',
    further: own(kept(parseAmount(body.further, currency), [...at, 'further'], problems, nothing)),
  };
}

const everything = -1;
const most = 30;

/** Gives each kind that mixing rules name its bit. */
export function kindBits(rules: readonly MixingRuleBody[], problems: Problem[]): KindBits {
  const named = [...new Set(rules.flatMap((rule) => rule.kinds))];
  if (named.length > most) problems.push({ at: ['mixing'], is: 'too many', what: 'kinds', found: named.length, most });
  return { of: new Map(named.slice(0, most).map((kind, i) => [kind, 1 << i])), others: 1 << most };
}

/** Reads a mixing rule; `services` gives each service's bit. */
export const readMixingRule = (
  body: MixingRuleBody,
  kinds: KindBits,
  services: ReadonlyMap<string, number>,
  currency: Currency,
  own: (amount: Minor) => Minor,
  problems: Problem[],
): MixingRule => ({
  id: body.id,
  kinds: body.kinds.length === 0 ? everything : body.kinds.reduce((bits, kind) => bits | (kinds.of.get(kind) ?? 0), 0),
  services:
    body.services.length === 0
      ? everything
      : body.services.reduce((bits, service) => bits | (services.get(service) ?? 0), 0),
  by: readMixing(body.by, currency, own, ['mixing', body.id, 'by'], problems),
});
