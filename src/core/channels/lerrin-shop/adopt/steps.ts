import type { z } from 'zod';
import { amountText, type Minor } from '../../../exact/index.ts';
import type { rateSchema } from '../../../rates/index.ts';
import { amountIn, euro } from '../../amounts.ts';
import type { ShopRate, ShopRows } from '../format.ts';

type RateInput = z.input<typeof rateSchema>;
type Break = Extract<RateInput, { is: 'table' }>['breaks'][number];

/** A run of steps from an edge on, in minor units or whole grams; `to` is the next edge, null where it is open. */
interface Run {
  readonly from: number;
  readonly to: number | null;
  readonly charge: Minor;
}

/** Steps as a rate of the book, and whether they stop and begin again. */
interface AdoptedSteps {
  readonly rate: RateInput;
  readonly gap: boolean;
}

/**
 * A set's steps as a flat amount, as what the carrier is asked, or as a table: the shop's lower edges are in, the
 * book's upper ones. Steps that rise evenly are one break. Null where nothing is offered.
 */
export function rateOf({ steps }: Pick<ShopRate, 'steps'>): AdoptedSteps | null {
  if (steps.by === 'carrier') {
    const { service, percent, amount } = steps;
    return { rate: { is: 'carrier quote', service, percent, add: amount, fallback: null }, gap: false };
  }
  const { runs, gap } = runsOf(steps);
  const [first] = runs;
  if (!first) return null;
  if (steps.by === 'value' && steps.rows.length === 1) return { rate: { is: 'flat', amount: say(first.charge) }, gap };
  const figure = (at: number) => (steps.by === 'value' ? say(at as Minor) : String(at));
  const breaks = breaksOf(runs, figure);
  // What is offered for nothing alone.
  if (breaks.length === 0) return null;
  const from = first.from === 0 ? null : figure(first.from);
  return { rate: { is: 'table', unit: steps.by === 'value' ? 'value' : 'g', from, breaks }, gap };
}

const say = (amount: Minor): string => amountText(amount, euro);

/** The steps that are offered, up to the first gap among them. */
function runsOf(steps: ShopRows): { readonly runs: readonly Run[]; readonly gap: boolean } {
  const rows = steps.rows.map(({ from, charge }) => ({
    from: typeof from === 'number' ? from : Number(amountIn(from)),
    charge: charge === null ? null : amountIn(charge),
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

/** The breaks that say runs, where those that rise evenly are put together. */
function breaksOf(runs: readonly Run[], figure: (at: number) => string): Break[] {
  const breaks: Break[] = [];
  for (let i = 0; i < runs.length; ) {
    const one = runs[i] as Run;
    const [step, count] = risingFrom(runs, i);
    const last = runs[i + count - 1] as Run;
    const to = last.to === null ? null : figure(last.to - 1);
    // What is worth nothing goes with what is worth a little.
    if (count > 1 || one.to !== 1)
      breaks.push(
        count === 1
          ? { to, amount: say(one.charge) }
          : { to, amount: say(step.base), step: say(step.rise), per: figure(step.per) },
      );
    i += count;
  }
  return breaks;
}

/** What a break that rises adds for each started so much, beyond its base. */
interface Step {
  readonly base: Minor;
  readonly rise: Minor;
  readonly per: number;
}

/** The edge above which a run lies; the first one holds its own beginning. */
const lowOf = (runs: readonly Run[], i: number): number => (runs[i]?.from ?? 0) - (i === 0 ? 0 : 1);
const widthOf = (runs: readonly Run[], i: number): number =>
  (runs[i]?.to ?? Number.POSITIVE_INFINITY) - 1 - lowOf(runs, i);

/**
 * How many runs from one on are a break that rises, and how. At its very beginning nothing is started yet, which is a
 * run by itself where the beginning counts.
 */
function risingFrom(runs: readonly Run[], begin: number): readonly [Step, count: number] {
  const first = runs[begin] as Run;
  const bare = begin === 0 && first.to === first.from + 1 && runs.length > 1;
  const at = bare ? begin + 1 : begin;
  const one = runs[at] as Run;
  const rise = bare ? one.charge - first.charge : (runs[at + 1]?.charge ?? 0) - one.charge;
  const per = widthOf(runs, at);
  const step = { base: (one.charge - rise) as Minor, rise: rise as Minor, per };
  if (rise < 0 || (!bare && rise === 0) || per <= 0 || step.base < 0 || one.to === null) return [step, 1];
  let count = at - begin + 1;
  for (let i = at + 1; i < runs.length; i += 1, count += 1) {
    const [before, next] = [runs[i - 1] as Run, runs[i] as Run];
    if (next.to === null || next.charge - before.charge !== rise || widthOf(runs, i) > per) break;
    if (widthOf(runs, i) < per) {
      count += 1;
      break;
    }
  }
  return count - (at - begin) < (bare ? 1 : 3) ? [step, 1] : [step, count];
}
