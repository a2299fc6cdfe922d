import { z } from 'zod';
import { type Decimal, type Minor, nothing, type Problem, parseDecimal, written } from '../../../exact/index.ts';
import { measureUnits, overOf, readMeasure } from '../../measure.ts';
import { refused } from '../../refusal.ts';
import { settled, started } from '../../settle.ts';
import { volumeOf } from '../../shipment.ts';
import { type Break, type Breaks, breakAt, measureOf, type Steps, stepsWithin } from '../../steps.ts';
import { plainly, rateKind, reach } from '../kind.ts';

const { amount, figure } = written;

/**
 * A break of a table: up to an edge that belongs to it (null: open) an amount, or a base and a step for each started so
 * much beyond the edge before.
 */
const breakSchema = z.union([
  z.strictObject({ to: figure.nullable(), amount }),
  z.strictObject({ to: figure.nullable(), amount, step: amount, per: figure }),
]);
const schema = z.strictObject({
  is: z.literal('table'),
  unit: z.enum(measureUnits),
  /** The least that it holds for; below it nothing is offered. */
  from: figure.nullable().default(null),
  breaks: z.array(breakSchema).min(1).max(200),
});
export type BreakBody = z.infer<typeof breakSchema>;
type TableBody = z.infer<typeof schema>;

type Table = { readonly is: 'table' } & Breaks;

const [noMass, noSize, below, beyond] = (['no mass', 'no size', 'below the table', 'beyond the table'] as const).map(
  refused,
) as [number, number, number, number];

/** Amounts by steps of value, units, mass, long side or volume. */
export const table = rateKind({
  is: 'table',
  schema,
  read(body, { context, at, problems, amount }): Table {
    const over = overOf(body.unit);
    const measure = (text: string, field: Problem['at']) => readMeasure(text, body.unit, context, field, problems);
    if (over === 'volume')
      return {
        is: 'table',
        over,
        ...readSteps(body, 0n, measure as (text: string, field: Problem['at']) => bigint, amount, at, problems),
      };
    return {
      is: 'table',
      over,
      ...readSteps(body, 0, measure as (text: string, field: Problem['at']) => number, amount, at, problems),
    };
  },
  charge(rate, shipment, base, after, by) {
    if (rate.over === 'volume') {
      const volume = volumeOf(shipment);
      if (volume === null) return noSize;
      if (volume < rate.from) return below;
      const at = breakAt(rate.edges, volume);
      const one = rate.breaks[at];
      if (!one) return beyond;
      const over = volume - (at === 0 ? rate.from : (rate.edges[at - 1] ?? 0n));
      return settled(base + one.amount + (one.per === 0n ? 0 : one.step * Number((over + one.per - 1n) / one.per)), by);
    }
    const measure = measureOf(rate.over, shipment, after);
    if (Number.isNaN(measure)) return rate.over === 'mass' ? noMass : noSize;
    if (measure < rate.from) return below;
    const at = breakAt(rate.edges, measure);
    const one = rate.breaks[at];
    if (!one) return beyond;
    if (one.per === 0) return settled(base + one.amount, by);
    return settled(
      base + one.amount + one.step * started(measure - (at === 0 ? rate.from : (rate.edges[at - 1] ?? 0)), one.per),
      by,
    );
  },
  reach(rate) {
    const amounts = rate.breaks.map((one) => one.amount);
    const stepped = rate.breaks.map((one, i) =>
      one.step === 0 || one.per === 0 || one.per === 0n ? one.amount : one.amount + one.step * stepsWithin(rate, i),
    );
    return reach(Math.min(...amounts), Math.max(...stepped));
  },
  isRising(rate) {
    // No more mass or size changes what was paid, or how many units there are.
    if (rate.over === 'value' || rate.over === 'units') return true;
    if (rate.from > 0) return false;
    return rate.breaks.every((one, i) => {
      const before = rate.breaks[i - 1];
      return !before || one.amount >= before.amount + (before.step === 0 ? 0 : before.step * stepsWithin(rate, i - 1));
    });
  },
  breaks: (rate) => rate,
  over: (rate) => rate.over,
  perItem: () => false,
  summed: () => null,
  asks: () => null,
  looksAtLines: (body) => overOf(body.unit) === 'volume',
  came: (rate, shipment, after) =>
    rate.over === 'volume'
      ? plainly
      : { ...plainly, break: breakAt(rate.edges, measureOf(rate.over, shipment, after)) },
});

const figureOf = (text: string): Decimal | null => {
  const read = parseDecimal(text, 4);
  return read.ok ? read.value : null;
};
const isAbove = (a: Decimal, b: Decimal): boolean =>
  a.digits * 10n ** BigInt(b.scale) > b.digits * 10n ** BigInt(a.scale);

function readSteps<T extends number | bigint>(
  body: TableBody,
  zero: T,
  measure: (text: string, at: Problem['at']) => T,
  amount: (text: string, ...field: (string | number)[]) => Minor,
  at: Problem['at'],
  problems: Problem[],
): Steps<T> {
  const unit = body.unit === 'value' ? '' : ` ${body.unit}`;
  const from = body.from === null ? zero : measure(body.from, [...at, 'from']);
  const edges: T[] = [];
  // Edges are held against each other as written: in another currency two may come to one, and the break between them
  // is empty.
  let [last, least]: [Decimal | null, Decimal | null] = [null, body.from === null ? null : figureOf(body.from)];
  body.breaks.forEach((one, i) => {
    const field = [...at, 'breaks', i, 'to'];
    if (one.to === null) {
      if (i < body.breaks.length - 1) problems.push({ at: field, is: 'open break' });
      return;
    }
    const written = figureOf(one.to);
    if (last && written && !isAbove(written, last))
      problems.push({ at: field, is: 'not rising', of: 'edge', text: `${one.to}${unit}` });
    else if (written && (written.digits === 0n || (least && isAbove(least, written))))
      problems.push({ at: field, is: 'empty break', text: `${one.to}${unit}`, least: body.from });
    [last, least] = [written, null];
    edges.push(measure(one.to, field));
  });
  const breaks = body.breaks.map((one: BreakBody, i): Break<T> => {
    const charge = amount(one.amount, 'breaks', i, 'amount');
    if (!('step' in one)) return { amount: charge, step: nothing, per: zero };
    const per = measure(one.per, [...at, 'breaks', i, 'per']);
    if (per === zero) problems.push({ at: [...at, 'breaks', i, 'per'], is: 'zero', of: 'measure' });
    return { amount: charge, step: amount(one.step, 'breaks', i, 'step'), per };
  });
  return { from, edges, breaks };
}
