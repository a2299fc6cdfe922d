import { z } from 'zod';
import { type Minor, written } from '../../../exact/index.ts';
import { selection, test } from '../../off.ts';
import type { Part } from '../../parts.ts';
import { ofOrder } from '../kind.ts';

const { amount, currency } = written;

/** From a value on, itself counting, so much off. */
interface SpendStep {
  readonly from: Minor;
  readonly off: Minor;
}
interface SpendSteps {
  readonly is: 'spend steps';
  readonly goods: Part;
  readonly test: 'before' | 'after';
  readonly steps: readonly SpendStep[];
}

const stepSchema = z.strictObject({
  from: amount,
  off: amount,
  /** Both amounts in other currencies. */
  also: z.record(currency, z.strictObject({ from: amount, off: amount })).default({}),
});

/** From a value an amount off the order; only the highest step that is reached counts. */
export const spendSteps = ofOrder({
  is: 'spend steps',
  sort: 'order',
  schema: z.strictObject({
    is: z.literal('spend steps'),
    goods: selection,
    test,
    steps: z.array(stepSchema).min(1).max(20),
  }),
  read(body, reader): SpendSteps {
    const steps = body.steps.map((step, i) => {
      const also = (field: 'from' | 'off') =>
        Object.fromEntries(Object.entries(step.also).map(([code, own]) => [code, own[field]]));
      return {
        from: reader.edge(step.from, also('from'), ['benefit', 'steps', i, 'from']),
        off: reader.amount(step.off, also('off'), ['benefit', 'steps', i, 'off']),
      };
    });
    body.steps.forEach(({ from }, i) => {
      const before = body.steps[i - 1];
      // As written: in another currency two steps may come to one, and the later counts.
      if (before && Number(from) <= Number(before.from))
        reader.problems.push({ at: ['benefit', 'steps', i, 'from'], is: 'not rising', of: 'step', text: from });
    });
    return { is: body.is, goods: reader.part(body.goods, ['benefit', 'goods']), test: body.test, steps };
  },
  figures: ({ steps }) => ({
    least: steps.map((step) => step.from),
    amounts: steps.flatMap((step) => [step.from, step.off]),
  }),
  names: () => ({}),
  need: ({ goods: part, steps }) => ({ part, value: steps[0]?.from ?? 0, units: 1, above: 0 }),
  looksAt: ({ goods: part, test }) => ({ part, test }),
  off: ({ steps }, _base, value) => reached(steps, value)?.off ?? 0,
  most({ steps, test }, _goods, value) {
    if (test === 'before') return reached(steps, value)?.off ?? 0;
    let most = 0;
    for (const step of steps) if (step.from <= value) most = Math.max(most, step.off);
    return most;
  },
  mostAt({ steps, test }, goods, most) {
    if (test === 'before') return most;
    let off = 0;
    for (const step of steps) if (step.from <= goods) off = Math.max(off, step.off);
    return Math.min(off, most);
  },
  turns: ({ steps, test }) => (test === 'after' ? steps.map((step) => step.from) : []),
  share: () => null,
});

/** The highest of steps that a value reaches. */
function reached(steps: readonly SpendStep[], value: number): SpendStep | null {
  let found: SpendStep | null = null;
  for (const step of steps) if (step.from <= value) found = step;
  return found;
}
