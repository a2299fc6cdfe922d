import type { Book } from '../../core/book/index.ts';
import type { SideBy, SideStep } from '../../core/channels/index.ts';
import { type Minor, minor } from '../../core/exact/index.ts';
import type { Missing, Step } from '../../core/quote/index.ts';
import type { Mixing } from '../../core/rates/index.ts';
import { counts, massOf, money, type Tender } from './figures.ts';
import { figureWords, overWords } from './measures.ts';
import { offerTitle, templateName, zoneName } from './names.ts';
import { benefitDone, whyWords } from './offers.ts';
import { rateWordsOf } from './rate-kinds/index.ts';
import type { Say } from './rate-kinds/words.ts';

/** The steps in which sides are compared, and what one side says of one. */
export const stepNames: Record<SideStep['step'], string> = {
  place: 'Place',
  discount: 'Discount',
  rate: 'Rate',
  threshold: 'Free from',
  offer: 'Offer',
  pays: 'Shopper pays',
};
export const sideWords = (book: Book, steps: readonly SideStep[], tender: Tender): string =>
  steps.length === 0
    ? '—'
    : steps
        .map(({ amount, by }) =>
          [amount === null ? null : money(amount, tender), by && byWords(book, by, tender)].filter(Boolean).join(', '),
        )
        .join('; ');

/** By what a step of a side came. */
function byWords(book: Book, by: SideBy, tender: Tender): string {
  const say = (amount: number) => money(amount, tender);
  switch (by.is) {
    case 'zone':
      return zoneName(book, by.zone);
    case 'place':
      return by.name;
    case 'code':
      return by.code;
    case 'offer':
      return offerTitle(book, by.offer);
    case 'title':
      return `${by.title}${by.least === null ? '' : `, from ${say(by.least)} before discounts`}`;
    case 'up to':
      return `to ${figureWords(by.over, by.edge, say)}`;
    case 'above':
      return `above ${figureWords(by.over, by.edge, say)}`;
    case 'from':
      return `from ${figureWords(by.over, by.edge, say)}`;
    case 'measure':
      return `by ${overWords[by.over]}`;
    case 'rate':
      return by.kind;
    case 'dearest item':
      return 'dearest item, once';
    case 'once':
      return 'once an order';
    case 'sale':
      return 'sale price';
    case 'parcels':
      return by.parcels === 1
        ? 'one parcel'
        : `${say(by.first)} + ${by.parcels - 1} × ${say(by.further)} for further parcels`;
    case 'plans':
      return `${by.plans} plans, added`;
    case 'free from': {
      const tested = by.over === 'value' ? ` ${by.test} discounts` : '';
      return `free from ${figureWords(by.over, by.value, say)}${tested}, ${by.met ? 'met' : 'not met'}`;
    }
  }
}

/** A step of an intended answer as a sentence, amounts in the market's currency. */
export function stepWords(book: Book, step: Step, tender: Tender): { words: string; amount: Minor | null } {
  const say = (value: number, currency = tender.currency) => money(value, { ...tender, currency });
  switch (step.step) {
    case 'place':
      return {
        words: [
          `The place falls in ${zoneName(book, step.zone)}`,
          `by ${step.pattern}`,
          ...(book.templates.length > 1 ? [`in ${templateName(book, step.template)}`] : []),
        ].join(', '),
        amount: null,
      };
    case 'goods':
      return { words: `Goods at list value, ${counts(step.units, 'unit')}, ${massOf(step.mass)}`, amount: step.value };
    case 'discount':
      return { words: `${offerTitle(book, step.offer)} ${benefitDone(step.benefit, say)}`, amount: minor(-step.took) };
    case 'gift':
      return { words: `${offerTitle(book, step.offer)} adds ${step.units} × ${step.sku} as a gift`, amount: null };
    case 'group':
      return {
        words: [
          `Group of ${oneOrMany(step.skus, 'goods')} from ${step.origin}, ${templateName(book, step.template)}:`,
          `${counts(step.units, 'unit')}, ${massOf(step.mass)}, worth ${say(step.value)}`,
        ].join(' '),
        amount: null,
      };
    case 'rate':
      return { words: rateStepWords(step, say), amount: null };
    case 'fees':
      return { words: 'Lane fees of the order and its items', amount: minor(step.order + step.items) };
    case 'charge':
      return {
        words: step.converted ? 'The lane charges, converted and rounded once' : 'The lane charges',
        amount: step.amount,
      };
    case 'threshold': {
      const { threshold, value, met } = step;
      const figure = (amount: number) => figureWords(threshold.over, amount, say);
      const tested = threshold.over === 'value' ? ` ${threshold.test} discounts` : '';
      return {
        words: [
          `Free from ${figure(threshold.value)}${tested}${threshold.of === 'group' ? ' of its own group' : ''}:`,
          `${figure(value)} ${met ? 'reaches it' : 'does not reach it'}`,
        ].join(' '),
        amount: met ? minor(-step.took) : null,
      };
    }
    case 'mixing':
      return {
        words: [
          `Of ${step.charges.map((one) => say(one)).join(' and ')}`,
          mixingWords(step.by, say),
          ...(step.rule === null ? [] : [`by the rule ${step.rule}`]),
        ].join(', '),
        amount: step.amount,
      };
    case 'extra':
      return {
        words: [
          `${step.units} × ${step.sku}: ${step.is === 'own rate' ? 'a rate of its own' : 'a handling fee'}`,
          ...(step.waived ? ['waived with free delivery'] : []),
        ].join(', '),
        amount: step.waived ? null : step.amount,
      };
    case 'stocked':
      return {
        words: `The channel stocks and delivers ${oneOrMany(step.skus, 'of the goods')} itself`,
        amount: null,
      };
    case 'offer':
      return { words: `${offerTitle(book, step.offer)} ${benefitDone(step.benefit, say)}`, amount: minor(-step.took) };
    case 'unused':
      return { words: `${offerTitle(book, step.offer)}: ${whyWords(book, step.why, say)}`, amount: null };
    case 'not proved':
      return {
        words: [
          'The search for the best set of offers was broken off: some set may save',
          step.gap > 0 ? `up to ${say(step.gap)} more` : 'as much with fewer offers',
        ].join(' '),
        amount: null,
      };
    case 'pays':
      return { words: 'The shopper pays for delivery', amount: step.delivery };
    case 'tax':
      return {
        words: [
          `Tax ${step.inside ? 'inside' : 'added'}: ${say(step.goods)} on goods`,
          `${say(step.delivery)} on delivery`,
        ].join(', '),
        amount: minor(step.goods + step.delivery),
      };
  }
}

/** One thing by its name, or how many there are. */
const oneOrMany = (ids: readonly string[], what: string): string =>
  ids.length === 1 ? (ids[0] ?? '') : `${ids.length} ${what}`;

/** A way of mixing. */
function mixingWords(by: Mixing, say: (amount: number) => string): string {
  switch (by.is) {
    case 'sum':
      return 'the sum';
    case 'highest plus':
      return `the highest and ${say(by.further)} for each further`;
    default:
      return `the ${by.is}`;
  }
}

const rateStepWords = (step: Extract<Step, { step: 'rate' }>, say: Say): string =>
  rateWordsOf(step.rate).step(step.rate, step, step.kind === null ? '' : ` of kind ${step.kind}`, say);

/** Why a service is not offered. */
export const missingWords = (book: Book, { why, at, sku }: Missing): string => {
  const item = sku === null ? '' : ` (${sku})`;
  const lane =
    at[0] === 'templates' ? ` in ${templateName(book, at[1] ?? '')}${at[3] ? `, ${zoneName(book, at[3])}` : ''}` : '';
  switch (why) {
    case 'no lane':
      return `no lane${lane}`;
    case 'no mass':
      return `a weight is missing${item}`;
    case 'no size':
      return `a size is missing${item}`;
    case 'barred':
      return `the item does not allow it${item}`;
    case 'not delivered to':
      return `not delivered to${lane}`;
    case 'too large':
      return `more than can be counted exactly${lane}`;
    case 'carrier currency':
      return `no exchange rate for what the carrier asks${lane}`;
    default:
      return `${why}${lane}${item}`;
  }
};
