import type { Book, ChannelId } from '../../core/book/index.ts';
import type { Clause, SideStep } from '../../core/channels/index.ts';
import type { ClassOfBasket } from '../../core/check/index.ts';
import { amountText, type Currency, type Decimal, localOf, type Mass, type Minor, massWords, minor } from '../../core/exact/index.ts';
import type { Step } from '../../core/quote/index.ts';

/** Sentences for people, made at the edge from the core's data. */
export const channelNames: Readonly<Record<ChannelId, string>> = { 'lerrin-shop': 'Lerrin Shop', harrowmere: 'Harrowmere', findlark: 'Findlark' };

export const money = (value: number, currency = 'EUR'): string => amountText(minor(value), currency as Currency);
const signs: Readonly<Record<string, string>> = { EUR: '€', GBP: '£', USD: '$', JPY: '¥' };
export const priced = (value: number, currency = 'EUR'): string => `${signs[currency] ?? `${currency} `}${money(value, currency)}`;
export const signed = (value: number): string => (value > 0 ? `+${money(value)}` : value < 0 ? `−${money(-value)}` : money(0));
export const massOf = (mass: number | null): string => (mass === null ? 'mass not known' : massWords(mass as Mass));
export const percentText = (percent: Decimal): string => {
  const digits = String(percent.digits).padStart(percent.scale + 1, '0');
  return percent.scale === 0 ? digits : `${digits.slice(0, -percent.scale)}.${digits.slice(-percent.scale)}`;
};

const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const days = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
/** A moment on the wall of a zone: Tue 24 Nov, 09:10. */
export function dated(at: number | string, zone = 'Europe/Dublin'): string {
  const local = localOf(typeof at === 'string' ? Date.parse(at) : at, zone);
  const [date = '', time = ''] = local.split('T');
  const [year = '', month = '1', day = '1'] = date.split('-');
  const weekday = days[new Date(`${date}T00:00Z`).getUTCDay()];
  return `${weekday} ${Number(day)} ${months[Number(month) - 1]} ${year === '2026' ? '' : `${year} `}${time}`.replace(/ (\d\d:)/, ', $1');
}

export const zoneName = (book: Book, id: string | null): string => (id === null ? 'Nowhere delivered to' : (book.zones.find((zone) => zone.id === id)?.name ?? id));
export const serviceName = (book: Book, id: string): string => (book.services.find((service) => service.id === id)?.name ?? id).replace(/ delivery$/, '');
export const offerTitle = (book: Book, id: string): string => book.offers.find((offer) => offer.id === id)?.title ?? id;

export function className(book: Book, one: ClassOfBasket): string {
  switch (one.is) {
    case 'zone':
      return `${zoneName(book, one.zone)}${one.codes.length > 0 ? ` · ${one.codes.join(' + ')}` : ''}`;
    case 'edge':
      return `${offerTitle(book, one.offer)}, minute of ${one.edge}`;
    case 'moment':
      return `A change over there, ${dated(one.at)}`;
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
  }
}

export function laneWords(book: Book, zone: string, service: string): string {
  const rate = book.templates[0]?.lanes[zone]?.[service]?.rate;
  if (!rate) return 'not offered';
  if (rate.is === 'free') return 'free';
  if (rate.is === 'flat') return `${rate.amount} flat`;
  return `table by weight, ${rate.breaks.length} breaks`;
}

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
      if (what !== 'lanes' || !zone) return `Template ${id}, ${field}`;
      return `${zoneName(book, zone)}${service ? `, ${serviceName(book, service).toLowerCase()}` : ''}${deep.length > 0 ? `: ${deep.join(' ').replace('freeFrom', 'free from')}` : ''}`;
    }
    case 'offers':
      return `${offerTitle(book, id)}${rest.length > 0 ? `: ${rest.join(' ')}` : ''}`;
    case 'channels':
      return `${channelNames[id as ChannelId] ?? id}, ${rest.join(' ')}`;
    case 'pinned':
      return `Pinned basket ${id}`;
    default:
      return path.join(', ');
  }
}

/** A value of the book in a few words. */
export function valueWords(value: unknown): string {
  if (value === undefined) return '—';
  if (value === null) return 'none';
  if (typeof value === 'string') return value;
  if (Array.isArray(value) && value.every((one) => typeof one === 'string')) return value.join(' ') || 'none';
  if (typeof value === 'object') {
    const { title, name, rate } = value as { title?: string; name?: string; rate?: { is: string; amount?: string } };
    if (rate) return rate.amount ? `${rate.amount} ${rate.is}` : rate.is;
    if (title ?? name) return (title ?? name) as string;
    if ('value' in value && 'unit' in value) return `${(value as { value: string }).value} ${(value as { unit: string }).unit}`;
    if ('value' in value && 'test' in value) return `${(value as { value: string }).value} ${(value as { test: string }).test} discounts`;
  }
  return JSON.stringify(value);
}

/** The steps in which sides are compared, and what one side says of one. */
export const stepNames: Record<SideStep['step'], string> = { place: 'Place', discount: 'Discount', rate: 'Rate', threshold: 'Free from', offer: 'Offer', pays: 'Shopper pays' };
export const sideWords = (steps: readonly { readonly amount: number | null; readonly words: string }[]): string =>
  steps.length === 0 ? '—' : steps.map((one) => [one.amount === null ? null : money(one.amount), one.words].filter(Boolean).join(', ')).join('; ');

/** A step of an intended answer as a sentence. */
export function stepWords(book: Book, step: Step): { words: string; amount: Minor | null } {
  switch (step.step) {
    case 'place':
      return { words: `The place falls in ${zoneName(book, step.zone)}, by ${step.pattern}`, amount: null };
    case 'goods':
      return { words: `Goods at list value, ${massOf(step.mass)}`, amount: step.value };
    case 'discount':
      return { words: `${offerTitle(book, step.offer)} takes ${percentText(step.percent)} % off the order`, amount: minor(-step.took) };
    case 'rate':
      return {
        words:
          step.kind === 'table'
            ? `Break ${step.above === null ? '' : `above ${massOf(step.above)} `}${step.upTo === null ? 'and on' : `to ${massOf(step.upTo)}`}`
            : step.kind === 'flat'
              ? 'Flat rate an order'
              : 'Free',
        amount: null,
      };
    case 'charge':
      return { words: 'The lane charges', amount: step.amount };
    case 'threshold':
      return {
        words: `Free from ${money(step.threshold.value)} ${step.threshold.test} discounts: ${money(step.value)} ${step.met ? 'reaches it' : 'does not reach it'}`,
        amount: step.met ? minor(-step.took) : null,
      };
    case 'offer':
      return { words: `${offerTitle(book, step.offer)} takes the delivery off`, amount: minor(-step.took) };
    case 'unused':
      return { words: `${offerTitle(book, step.offer)}: ${whyWords(step.why)}`, amount: null };
    case 'pays':
      return { words: 'The shopper pays for delivery', amount: step.delivery };
  }
}

function whyWords(why: Extract<Step, { step: 'unused' }>['why']): string {
  switch (why.why) {
    case 'not begun':
      return `begins ${dated(why.from)}`;
    case 'ended':
      return `ended ${dated(why.until)}`;
    case 'code not entered':
      return `the code ${why.code} is not entered`;
    case 'place':
      return 'not for this place';
    case 'missed':
      return `missed by ${money(why.by)}`;
    case 'service':
      return 'not for this service';
    case 'above the cap':
      return `the charge of ${money(why.charge)} is above its cap of ${money(why.cap)}`;
    case 'nothing to take':
      return 'delivery is free already';
    case 'outweighed':
      return why.by.length > 0 ? 'another set of offers leaves the shopper paying less' : 'it would save nothing';
  }
}
