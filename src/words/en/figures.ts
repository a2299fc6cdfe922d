import {
  amountText,
  type Currency,
  currencyDigits,
  localOf,
  type Mass,
  massWords,
  minor,
} from '../../core/exact/index.ts';

/** Figures for people. */
export const money = (value: number, currency: string): string =>
  value < 0 ? `−${money(-value, currency)}` : amountText(minor(value), currency as Currency);
/** How many smallest units a whole one of a currency has. */
export const wholeOf = (currency: string): number => 10 ** currencyDigits(currency as Currency);
/** A figure as an amount of a currency, with all its digits. @example amountOf(5, 'JPY') // '5' */
export const amountOf = (figure: number, currency: string): string =>
  money(Math.round(figure * wholeOf(currency)), currency);
const signs: Readonly<Record<string, string>> = { EUR: '€', GBP: '£', USD: '$', JPY: '¥' };
export const priced = (value: number, currency: string): string =>
  `${signs[currency] ?? `${currency} `}${money(value, currency)}`;
export const signed = (value: number, currency: string): string =>
  value > 0 ? `+${money(value, currency)}` : money(value, currency);
export const massOf = (mass: number | null): string => (mass === null ? 'mass not known' : massWords(mass as Mass));
const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const days = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
/** A moment on the wall of a zone: Tue 24 Nov, 09:10. */
export function dated(at: number | string, zone: string): string {
  const local = localOf(typeof at === 'string' ? Date.parse(at) : at, zone);
  const [date = '', time = ''] = local.split('T');
  const [year = '', month = '1', day = '1'] = date.split('-');
  const weekday = days[new Date(`${date}T00:00Z`).getUTCDay()];
  return `${weekday} ${Number(day)} ${months[Number(month) - 1]} ${year === '2026' ? '' : `${year} `}${time}`.replace(
    / (\d\d:)/,
    ', $1',
  );
}
