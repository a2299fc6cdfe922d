import type { z } from 'zod';
import { amountText, type Minor } from '../../../exact/index.ts';
import type { rateSchema } from '../../../rates/index.ts';
import { euro, euros } from '../../euros.ts';
import type { ShopRate } from '../format.ts';

type RateInput = z.input<typeof rateSchema>;
type Break = Extract<RateInput, { is: 'table' }>['breaks'][number];

/** A run of steps from an edge on, in minor units or whole grams; `to` is the next edge, null where it is open. */
interface Run {
  readonly from: number;
  readonly to: number | null;
  readonly charge: Minor;
}

/** Steps as a rate of the book, or what keeps them from being one. */
export type AdoptedSteps =
  | { readonly is: 'rate'; readonly rate: RateInput; readonly gap: boolean }
  | { readonly is: 'nothing' | 'too many' };

/** The breaks that a table has at the most. */
const mostBreaks = 100;

/**
 * A set's steps as a flat amount, or as a table: the shop's lower edges are in, the book's upper ones. Steps that rise
 * evenly are one break, as there may be more of them than a table has breaks.
 */
export function rateOf({ steps }: Pick<ShopRate, 'steps'>): AdoptedSteps {
  const { runs, gap } = runsOf(steps);
  const [first] = runs;
  if (!first) return { is: 'nothing' };
  if (steps.by === 'value' && steps.rows.length === 1)
    return { is: 'rate', rate: { is: 'flat', amount: say(first.charge) }, gap };
  const figure = (at: number) => (steps.by === 'value' ? say(at as Minor) : String(at));
  const breaks = breaksOf(runs, figure);
  if (breaks.length > mostBreaks) return { is: 'too many' };
  const from = first.from === 0 ? null : figure(first.from);
  return { is: 'rate', rate: { is: 'table', unit: steps.by === 'value' ? 'value' : 'g', from, breaks }, gap };
}

const say = (amount: Minor): string => amountText(amount, euro);

/** The steps that are offered, up to the first gap among them. */
function runsOf(steps: ShopRate['steps']): { readonly runs: readonly Run[]; readonly gap: boolean } {
  const rows = steps.rows.map(({ from, charge }) => ({
    from: typeof from === 'number' ? from : Number(euros(from)),
    charge: charge === null ? null : euros(charge),
  }));
  const begins = rows.findIndex(({ charge }) => charge !== null);
  const ends = rows.findIndex(({ charge }, i) => i > begins && charge === null);
  const offered = begins < 0 ? [] : rows.slice(begins, ends < 0 ? rows.length : ends);
  return {
    runs: offered.flatMap(({ from, charge }, i) =>
      charge === null ? [] : [{ from, to: rows[begins + i + 1]?.from ?? null, charge }],
    ),
    gap: ends >= 0 && rows.slice(ends).some(({ charge }) => charge !== null),
  };
}

/** The fewest breaks that say runs, where those that rise evenly are put together. */
function breaksOf(runs: readonly Run[], figure: (at: number) => string): Break[] {
  const breaks: Break[] = [];
  for (let i = 0; i < runs.length; ) {
    const count = evenFrom(runs, i);
    const [first, last] = [runs[i], runs[i + count - 1]];
    if (!first || !last) break;
    const to = last.to === null ? null : figure(last.to - 1);
    const [step, per] = evenly(runs, i);
    breaks.push(
      count < 3
        ? { to: first.to === null ? null : figure(first.to - 1), amount: say(first.charge) }
        : { to, amount: say((first.charge - step) as Minor), step: say(step as Minor), per: figure(per) },
    );
    i += count < 3 ? 1 : count;
  }
  return breaks;
}

/** By how much the run after one is dearer, and how wide it is, the edge before the first being nothing. */
function evenly(runs: readonly Run[], i: number): readonly [step: number, per: number] {
  const [one, next] = [runs[i], runs[i + 1]];
  return [(next?.charge ?? 0) - (one?.charge ?? 0), (one?.to ?? 0) - Math.max(1, one?.from ?? 0)];
}

/** How many runs from one on rise by the same from width to width, the first amount no less than what it rises by. */
function evenFrom(runs: readonly Run[], begin: number): number {
  const [step, per] = evenly(runs, begin);
  const first = runs[begin];
  if (step <= 0 || per <= 0 || !first || first.charge < step) return 1;
  let count = 1;
  for (let i = begin + 1; i < runs.length; i += 1, count += 1) {
    const [before, one] = [runs[i - 1], runs[i]];
    if (!before || !one || one.to === null || one.charge - before.charge !== step) break;
    if (one.to - one.from !== per) break;
  }
  return count;
}
