import type { Book } from '../../core/book/index.ts';
import { type Clause, manifests, type SideStep } from '../../core/channels/index.ts';
import type { ClassOfBasket } from '../../core/check/index.ts';
import { type Currency, decimalText, type Length, lengthWords, type Minor, minor } from '../../core/exact/index.ts';
import type { Missing, Step } from '../../core/quote/index.ts';
import {
  type FreeFromBody,
  type MeasureUnit,
  mixingWords,
  type Over,
  overOf,
  type RateBody,
  stocked,
} from '../../core/rates/index.ts';
import { dated, massOf, money, priced, signed } from './figures.ts';
import { benefitWords, whyWords } from './offer-words.ts';

export { dated, massOf, money, priced, signed };

/** Sentences for people, made at the edge from the core's data. */
/** A channel's name; the id itself of one that is not there. */
export const channelName = (id: string): string => manifests.of(id)?.name ?? id;

export const zoneName = (book: Book, id: string | null): string =>
  id === null ? 'Nowhere delivered to' : (book.zones.find((zone) => zone.id === id)?.name ?? id);
export const serviceName = (book: Book, id: string): string =>
  id === stocked
    ? 'Stocked by the channel'
    : (book.services.find((service) => service.id === id)?.name ?? id).replace(/ delivery$/, '');
export const offerTitle = (book: Book, id: string): string => book.offers.find((offer) => offer.id === id)?.title ?? id;

/** Goods delivered otherwise than the plain ones. */
const apartWords: Readonly<Record<(ClassOfBasket & { is: 'apart' })['by'], string>> = {
  template: 'goods of other templates',
  dated: 'goods with dated rows',
  'own rate': 'goods with rates of their own',
  services: 'goods some services bar',
  fee: 'goods with handling fees',
  kind: 'kinds with rates of their own',
};

export function className(book: Book, one: ClassOfBasket): string {
  switch (one.is) {
    case 'zone':
      return `${zoneName(book, one.zone)}${one.codes.length > 0 ? ` · ${one.codes.join(' + ')}` : ''}`;
    case 'edge':
      return `${offerTitle(book, one.offer)}, minute of ${one.edge}`;
    case 'moment':
      return `A change over there, ${dated(one.at, book.markets[0]?.timeZone ?? 'UTC')}`;
    case 'apart':
      return apartWords[one.by].replace(/^g|^k/, (letter) => letter.toUpperCase());
    case 'offer':
      return `${offerTitle(book, one.offer)}${one.state === 'used up' ? ', used up' : ''}`;
  }
}

export function clauseName(book: Book, clause: Clause): string {
  switch (clause.about) {
    case 'goods':
      return 'The goods, their prices and masses';
    case 'zone':
      return zoneName(book, clause.zone);
    case 'rate':
      return `${zoneName(book, clause.zone)}, ${serviceName(book, clause.service).toLowerCase()}: ${laneWords(book, clause.zone, clause.service)}`;
    case 'threshold': {
      const free = book.templates[0]?.lanes[clause.zone]?.[clause.service]?.freeFrom;
      return `${zoneName(book, clause.zone)}, ${serviceName(book, clause.service).toLowerCase()}: free from ${free?.value ?? ''} ${free?.test ?? ''} discounts`;
    }
    case 'offer':
      return offerTitle(book, clause.offer);
    case 'currency':
      return 'The currency';
    case 'apart':
      return `${clause.items} ${clause.items === 1 ? apartWords[clause.by].replace('goods', 'item') : apartWords[clause.by]}`;
    case 'stocked':
      return `${clause.items} goods stocked by the channel`;
    case 'mixing':
      return 'How the charges of several groups become one';
    case 'shown':
      return 'Which choices shoppers see';
  }
}

/** What tables and bounds count in, as it is read behind a figure. */
export const unitWords = (unit: MeasureUnit, currency: string): string => {
  switch (unit) {
    case 'value':
      return currency;
    case 'units':
      return 'units';
    case 'cm3':
      return 'cm³';
    case 'in3':
      return 'in³';
    default:
      return unit;
  }
};

const overWords: Readonly<Record<Over, string>> = {
  value: 'value',
  units: 'units',
  mass: 'weight',
  'long side': 'long side',
  volume: 'volume',
};

/** A rate in a few words. */
export function rateText(rate: RateBody): string {
  switch (rate.is) {
    case 'free':
      return 'free';
    case 'flat':
      return `${rate.amount} flat`;
    case 'built up': {
      const parts = [
        Number(rate.order) > 0 && `${rate.order} an order`,
        (Number(rate.first) > 0 || Number(rate.further) > 0) &&
          (rate.first === rate.further
            ? `${rate.first} an item`
            : `${rate.first} the first, ${rate.further} each further`),
      ];
      const weight =
        rate.weight &&
        `${rate.weight.amount} ${rate.weight.each === 'started' ? 'a started' : 'for each'} ${rate.weight.per} ${rate.weight.unit}`;
      return [...parts, weight].filter(Boolean).join(' + ') || 'nothing';
    }
    case 'table':
      return `table by ${overWords[overOf(rate.unit)]}, ${rate.breaks.length} breaks`;
    case 'carrier quote':
      return `carrier’s ${rate.service}${Number(rate.percent) > 0 ? ` + ${rate.percent} %` : ''}${Number(rate.add) > 0 ? ` + ${rate.add}` : ''}`;
    case 'box':
      return rate.sizes.length === 1 ? `${rate.sizes[0]?.amount} a box` : `by the box, ${rate.sizes.length} sizes`;
  }
}

export function laneWords(book: Book, zone: string, service: string): string {
  const rate = book.templates[0]?.lanes[zone]?.[service]?.rate;
  return rate ? rateText(rate) : 'not offered';
}

export const freeText = (free: FreeFromBody, currency: string): string =>
  `free from ${free.value}${free.unit === 'value' ? '' : ` ${unitWords(free.unit, currency)}`}${free.of === 'group' ? ' of its own' : ''}`;

/** What a path of the book leads to, for the list of changes. */
export function pathWords(book: Book, path: readonly string[]): string {
  const [kind, id = '', ...rest] = path;
  const field = (rest.at(-1) ?? '').replace(/([A-Z])/g, ' $1').toLowerCase();
  switch (kind) {
    case 'goods':
      return `${id}${rest.length > 0 ? `, ${field}` : ''}`;
    case 'zones':
      return `Zone ${zoneName(book, id)}${rest.length > 0 ? `, ${field}` : ''}`;
    case 'templates': {
      const [what, zone, service, ...deep] = rest;
      if (what !== 'lanes' || !zone) return `Template ${templateName(book, id)}${field ? `, ${field}` : ''}`;
      return `${id === book.templates[0]?.id ? '' : `${templateName(book, id)}, `}${zoneName(book, zone)}${service ? `, ${serviceName(book, service).toLowerCase()}` : ''}${deep.length > 0 ? `: ${deep.join(' ').replace('freeFrom', 'free from')}` : ''}`;
    }
    case 'offers':
      return `${offerTitle(book, id)}${rest.length > 0 ? `: ${rest.join(' ')}` : ''}`;
    case 'channels':
      return `${channelName(id)}, ${rest.join(' ')}`;
    case 'pinned':
      return `Pinned basket ${id}`;
    case 'mixing':
      return `Mixing rule ${id}${rest.length > 0 ? `, ${field}` : ''}`;
    case 'mixedBy':
      return 'Mixing';
    case 'eitherOr':
      return `Either/or “${book.eitherOr.find((one) => one.id === id)?.name ?? id}”${rest.length > 0 ? `, ${field}` : ''}`;
    case 'numbered':
      return 'The highest number of an offer';
    case 'services':
      return `${serviceName(book, id)}${rest.length > 0 ? `, ${field}` : ''}`;
    case 'selections':
      return `Selection ${book.selections.find((one) => one.id === id)?.name ?? id}${rest.length > 0 ? `, ${field}` : ''}`;
    case 'markets':
      return `Market ${book.markets.find((one) => one.id === id)?.name ?? id}${rest.length > 0 ? `, ${field}` : ''}`;
    case 'boxes':
      return `Box ${book.boxes.find((one) => one.id === id)?.name ?? id}${rest.length > 0 ? `, ${field}` : ''}`;
    default:
      return path.join(', ');
  }
}

/** Fields that only tell which sort of thing it is: their value stands alone. */
const kindKeys = new Set(['is', 'by', 'over']);
const saysNothing = (value: unknown): boolean =>
  value === null || (typeof value === 'object' && Object.keys(value ?? {}).length === 0);

/** A value of the book in a few words. */
export function valueWords(value: unknown): string {
  if (value === undefined) return '—';
  if (value === null) return 'none';
  if (typeof value === 'string') return value;
  if (Array.isArray(value) && value.every((one) => typeof one === 'string')) return value.join(' ') || 'none';
  if (typeof value === 'object') {
    const { title, name, rate } = value as { title?: string; name?: string; rate?: RateBody };
    if (rate && typeof rate === 'object') return rateText(rate);
    if (title ?? name) return (title ?? name) as string;
    if ('value' in value && 'unit' in value)
      return `${(value as { value: string }).value} ${(value as { unit: string }).unit}`;
    if ('value' in value && 'test' in value)
      return `${(value as { value: string }).value} ${(value as { test: string }).test} discounts`;
  }
  if (Array.isArray(value)) return value.map(valueWords).join('; ') || 'none';
  if (typeof value === 'object')
    return (
      Object.entries(value)
        .flatMap(([key, one]) =>
          saysNothing(one) ? [] : [kindKeys.has(key) ? valueWords(one) : `${key} ${valueWords(one)}`],
        )
        .join(', ') || 'none'
    );
  return String(value);
}

/** The steps in which sides are compared, and what one side says of one. */
export const stepNames: Record<SideStep['step'], string> = {
  place: 'Place',
  discount: 'Discount',
  rate: 'Rate',
  threshold: 'Free from',
  offer: 'Offer',
  pays: 'Shopper pays',
};
export const sideWords = (
  steps: readonly { readonly amount: number | null; readonly words: string }[],
  currency: string,
): string =>
  steps.length === 0
    ? '—'
    : steps
        .map((one) => [one.amount === null ? null : money(one.amount, currency), one.words].filter(Boolean).join(', '))
        .join('; ');

/** A step of an intended answer as a sentence, amounts in the market's currency. */
export function stepWords(book: Book, step: Step, currency: string): { words: string; amount: Minor | null } {
  const say = (value: number) => money(value, currency);
  switch (step.step) {
    case 'place':
      return {
        words: `The place falls in ${zoneName(book, step.zone)}, by ${step.pattern}${book.templates.length > 1 ? `, in ${templateName(book, step.template)}` : ''}`,
        amount: null,
      };
    case 'goods':
      return { words: `Goods at list value, ${step.units} units, ${massOf(step.mass)}`, amount: step.value };
    case 'discount':
      return { words: `${offerTitle(book, step.offer)} ${benefitWords(step.benefit, say)}`, amount: minor(-step.took) };
    case 'gift':
      return { words: `${offerTitle(book, step.offer)} adds ${step.units} × ${step.sku} as a gift`, amount: null };
    case 'group':
      return {
        words: `Group of ${step.skus.length === 1 ? step.skus[0] : `${step.skus.length} goods`} from ${step.origin}, ${templateName(book, step.template)}: ${step.units} units, ${massOf(step.mass)}, worth ${say(step.value)}`,
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
      const figure = (amount: number) =>
        threshold.over === 'value'
          ? say(amount)
          : threshold.over === 'mass'
            ? massOf(Number.isNaN(amount) ? null : amount)
            : `${amount} units`;
      const tested = threshold.over === 'value' ? ` ${threshold.test} discounts` : '';
      return {
        words: `Free from ${figure(threshold.value)}${tested}${threshold.of === 'group' ? ' of its own group' : ''}: ${figure(value)} ${met ? 'reaches it' : 'does not reach it'}`,
        amount: met ? minor(-step.took) : null,
      };
    }
    case 'mixing':
      return {
        words: `Of ${step.charges.map(say).join(' and ')}, ${mixingWords(step.by, currency as Currency)}${step.rule === null ? '' : `, by the rule ${step.rule}`}`,
        amount: step.amount,
      };
    case 'extra':
      return {
        words: `${step.units} × ${step.sku}: ${step.is === 'own rate' ? 'a rate of its own' : 'a handling fee'}${step.waived ? ', waived with free delivery' : ''}`,
        amount: step.waived ? null : step.amount,
      };
    case 'stocked':
      return {
        words: `The channel stocks and delivers ${step.skus.length === 1 ? step.skus[0] : `${step.skus.length} of the goods`} itself`,
        amount: null,
      };
    case 'offer':
      return { words: `${offerTitle(book, step.offer)} ${benefitWords(step.benefit, say)}`, amount: minor(-step.took) };
    case 'unused':
      return { words: `${offerTitle(book, step.offer)}: ${whyWords(book, step.why, say)}`, amount: null };
    case 'not proved':
      return {
        words: `The search for the best set of offers was broken off: some set may save ${step.gap > 0 ? `up to ${say(step.gap)} more` : 'as much with fewer offers'}`,
        amount: null,
      };
    case 'pays':
      return { words: 'The shopper pays for delivery', amount: step.delivery };
    case 'tax':
      return {
        words: `Tax ${step.inside ? 'inside' : 'added'}: ${say(step.goods)} on goods, ${say(step.delivery)} on delivery`,
        amount: minor(step.goods + step.delivery),
      };
  }
}

function rateStepWords(step: Extract<Step, { step: 'rate' }>, say: (value: number) => string): string {
  const { rate } = step;
  const kind = step.kind === null ? '' : ` of kind ${step.kind}`;
  switch (rate.is) {
    case 'free':
      return `Free${kind}`;
    case 'flat':
      return `Flat rate an order${kind}`;
    case 'built up':
      return `Built up${kind}: ${say(rate.order)} an order, ${say(rate.first)} the first item, ${say(rate.further)} each further${rate.weight ? `, ${say(rate.weight.amount)} ${rate.weight.started ? 'a started' : 'for each'} ${massOf(rate.weight.per)}` : ''}`;
    case 'table': {
      if (step.break === null || rate.over === 'volume') return `Table by ${overWords[rate.over]}${kind}`;
      const figure = (edge: number) =>
        rate.over === 'mass'
          ? massOf(edge)
          : rate.over === 'value'
            ? say(edge)
            : rate.over === 'units'
              ? `${edge} units`
              : lengthWords(edge as Length);
      const [above, upTo] = [rate.edges[step.break - 1], rate.edges[step.break]];
      return `Break${kind} ${above === undefined ? '' : `above ${figure(above)} `}${upTo === undefined ? 'and on' : `to ${figure(upTo)}`}`;
    }
    case 'carrier quote':
      return step.quoted === null
        ? `The carrier is silent on ${rate.service}: the fallback`
        : `The carrier asks ${money(step.quoted.amount, step.quoted.currency)} for ${step.parcels} ${step.parcels === 1 ? 'parcel' : 'parcels'} by ${rate.service}, plus ${decimalText(rate.percent)} % and ${say(rate.add)}`;
    case 'box':
      return `By the box: ${rate.sizes.map((size) => `${say(size.amount)} ${size.box.name}`).join(', ')}${step.parcels === null ? '' : `; ${step.parcels} of them`}`;
  }
}

export const templateName = (book: Book, id: string): string =>
  book.templates.find((template) => template.id === id)?.name ?? id;

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
