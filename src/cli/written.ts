import { z } from 'zod';
import { amountText, type Currency, gramsText, type Minor } from '../core/exact/index.ts';
import type { Answer, Choice, Step } from '../core/quote/index.ts';

const amount = z.string().regex(/^-?\d+(\.\d+)?$/);
const problem = z.strictObject({ at: z.array(z.union([z.string(), z.int()])), wrong: z.string(), right: z.string() });
const choice = z.strictObject({
  service: z.string(),
  name: z.string(),
  days: z.tuple([z.int(), z.int()]),
  discount: amount,
  delivery: amount,
  total: amount,
  tax: amount,
  pays: amount,
  used: z.array(z.string()),
  took: z.record(z.string(), amount),
  off: z.array(amount),
  gifts: z.array(z.strictObject({ sku: z.string(), units: z.int() })),
  notProved: amount.nullable(),
});
/**
 * A step of an answer: which, the path in the book to what it was read from, and its figures; amounts are decimal text.
 */
const step = z.looseObject({ step: z.string(), at: z.array(z.string()) });

/** The answer to one basket. */
export const answerSchema = z.strictObject({
  basket: z.string(),
  market: z.string(),
  currency: z.string(),
  zone: z.string().nullable(),
  goods: amount,
  grams: z.string().nullable(),
  choices: z.array(choice),
  hidden: z.array(
    z.strictObject({ choice, why: z.enum(['same name', 'beside free', 'beyond the most']), by: z.string() }),
  ),
  missing: z.array(
    z.strictObject({ service: z.string(), why: z.string(), at: z.array(z.string()), sku: z.string().nullable() }),
  ),
  clash: z.unknown(),
  steps: z.record(z.string(), z.array(step)).optional(),
});
/** A line of `plemb quote --json`: an answer, or what is wrong with the basket that stands in its place. */
export const answerLineSchema = z.union([answerSchema, z.strictObject({ problems: z.array(problem).min(1) })]);
export type WrittenAnswer = z.infer<typeof answerSchema>;

/** An answer with amounts as decimal text. */
export function written(
  answer: Answer,
  of: { readonly basket: string; readonly market: string; readonly currency: Currency },
): WrittenAnswer {
  const say = (value: Minor) => amountText(value, of.currency);
  const amounts = (one: Choice) => ({
    ...one,
    days: [...one.days] as [number, number],
    discount: say(one.discount),
    delivery: say(one.delivery),
    total: say(one.total),
    tax: say(one.tax),
    pays: say(one.pays),
    used: [...one.used],
    took: Object.fromEntries(Object.entries(one.took).map(([offer, took]) => [offer, say(took)])),
    off: one.off.map(say),
    gifts: [...one.gifts],
    notProved: one.notProved === null ? null : say(one.notProved),
  });
  return {
    ...of,
    zone: answer.zone,
    goods: say(answer.goods),
    grams: answer.mass === null ? null : gramsText(answer.mass),
    choices: answer.choices.map(amounts),
    hidden: answer.hidden.map((one) => ({ ...one, choice: amounts(one.choice) })),
    missing: answer.missing.map((one) => ({ ...one, at: [...one.at] })),
    clash: answer.clash,
  };
}

/** The steps to a choice in plain figures. */
export const writtenSteps = (steps: readonly Step[], currency: Currency): z.infer<typeof step>[] =>
  steps.map((one) => ({ step: one.step, at: [...one.at], ...figuresOf(one, currency) }));

function figuresOf(one: Step, currency: Currency): Record<string, unknown> {
  const say = (value: Minor) => amountText(value, currency);
  const grams = (mass: Parameters<typeof gramsText>[0] | null) => (mass === null ? null : gramsText(mass));
  switch (one.step) {
    case 'place':
      return { template: one.template, zone: one.zone, pattern: one.pattern };
    case 'goods':
      return { value: say(one.value), units: one.units, grams: grams(one.mass) };
    case 'discount':
      return { offer: one.offer, took: say(one.took), lines: one.lines.map(say) };
    case 'gift':
      return { offer: one.offer, sku: one.sku, units: one.units };
    case 'group':
      return {
        origin: one.origin,
        template: one.template,
        kinds: one.kinds,
        skus: one.skus,
        value: say(one.value),
        grams: grams(one.mass),
        units: one.units,
      };
    case 'rate':
      return {
        rate: one.rate.is,
        kind: one.kind,
        parcels: one.parcels,
        quoted: one.quoted && {
          amount: amountText(one.quoted.amount, one.quoted.currency),
          currency: one.quoted.currency,
        },
      };
    case 'fees':
      return { order: say(one.order), items: say(one.items) };
    case 'charge':
      return { amount: say(one.amount), converted: one.converted };
    case 'threshold':
      return { met: one.met, took: say(one.took) };
    case 'mixing':
      return { rule: one.rule, by: one.by, charges: one.charges.map(say), amount: say(one.amount) };
    case 'extra':
      return { sku: one.sku, units: one.units, amount: say(one.amount), waived: one.waived, is: one.is };
    case 'stocked':
      return { skus: one.skus };
    case 'offer':
      return { offer: one.offer, took: say(one.took) };
    case 'unused':
      return { offer: one.offer, why: one.why.why };
    case 'not proved':
      return { gap: say(one.gap) };
    case 'pays':
      return { goods: say(one.goods), discount: say(one.discount), delivery: say(one.delivery), total: say(one.total) };
    case 'tax':
      return { inside: one.inside, goods: say(one.goods), delivery: say(one.delivery) };
  }
}

/** What `plemb goods --json` prints. */
export const goodsSchema = z.strictObject({
  items: z.array(
    z.strictObject({
      sku: z.string(),
      template: z.string().nullable(),
      kind: z.string().nullable(),
      grams: z.string().nullable(),
      prices: z.record(z.string(), amount.nullable()),
    }),
  ),
  problems: z.array(problem),
});
/** What `plemb render --json` prints: the files, and how far each clause can be said. */
export const renderSchema = z.strictObject({
  channel: z.string(),
  files: z.array(z.strictObject({ name: z.string(), text: z.string() })),
  /** The same in a form that others read, where the channel has one. */
  twins: z.array(z.strictObject({ name: z.string(), text: z.string() })),
  notes: z.array(
    z.looseObject({
      /** The market that is told; its amounts are in its currency. */
      market: z.string(),
      clause: z.looseObject({ about: z.string() }),
      reads: z.array(z.array(z.union([z.string(), z.looseObject({ is: z.string() })]))),
      fidelity: z.looseObject({ is: z.string() }),
      why: z.string(),
    }),
  ),
});
/** What `plemb check --json` prints: how many baskets were asked, the channels asked live, and the findings. */
export const checkSchema = z.strictObject({
  corners: z.int().min(0),
  asked: z.array(z.string()),
  findings: z.array(
    z.looseObject({
      channel: z.string(),
      service: z.string(),
      standing: z.enum(['off', 'in review', 'known limit', 'not sold there']),
      difference: z.int().nullable(),
    }),
  ),
});
