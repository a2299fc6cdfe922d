import type { Book } from '../../core/book/index.ts';
import { amountText, type Currency, currencyDigits, gram, localOf, memo, minor } from '../../core/exact/index.ts';

/** In what amounts are, and how a market writes them. */
export interface Tender {
  readonly currency: string;
  /** A BCP 47 tag such as `en-IE`, of which the region counts: words are English everywhere. */
  readonly locale: string;
}

/** English as it is written in a market's region. */
export const writtenIn = (locale: string): string => {
  const { region } = new Intl.Locale(locale).maximize();
  return region === undefined ? 'en' : `en-${region}`;
};

/** Intl has a hyphen for less than nothing, and spaces that no line ends at. */
const plainly = (text: string): string => text.replace('-', '−').replace(/\u00a0/g, ' ');

/** How amounts of a tender are written. To make ready takes Intl some hundred times as long as to write one. */
const amountsIn = (signDisplay: 'auto' | 'exceptZero') =>
  memo(({ currency, locale }: Tender) => {
    const digits = currencyDigits(currency as Currency);
    const format = new Intl.NumberFormat(writtenIn(locale), {
      style: 'currency',
      currency,
      currencyDisplay: 'narrowSymbol',
      minimumFractionDigits: digits,
      maximumFractionDigits: digits,
      signDisplay,
    });
    return (value: number): string =>
      plainly(format.format(amountText(minor(value), currency as Currency) as `${number}`));
  });
const amounts = amountsIn('auto');
const differences = amountsIn('exceptZero');

/** An amount in minor units, for people. @example money(2881227, market) // '€28,812.27' */
export const money = (value: number, tender: Tender): string => amounts(tender)(value);
/** A difference, with its sign. @example signed(50, market) // '+€0.50' */
export const signed = (value: number, tender: Tender): string => differences(tender)(value);
/** How many smallest units a whole one of a currency has. */
export const wholeOf = (currency: string): number => 10 ** currencyDigits(currency as Currency);
/** A figure as an amount to be edited, with all digits of its currency. @example amountOf(5, 'JPY') // '5' */
export const amountOf = (figure: number, currency: string): string =>
  amountText(minor(Math.round(figure * wholeOf(currency))), currency as Currency);
/** Minor units as an amount to be edited. @example written(490, 'EUR') // '4.90' */
export const editable = (value: number, currency: string): string => amountText(minor(value), currency as Currency);
/** A count for people. @example counted(150000) // '150,000' */
export const counted = (count: number): string => whole.format(count);
const whole = new Intl.NumberFormat('en');

/**
 * A count with its noun, which agrees with it.
 * @example counts(1, 'unit') // '1 unit'
 * @example counts(2000, 'item', 'goods') // '2,000 goods'
 */
export const counts = (count: number, one: string, more = `${one}s`): string =>
  `${counted(count)} ${count === 1 ? one : more}`;
/** A mass: kilograms from one kilogram up, else grams. @example massOf(520 * gram) // '520 g' */
export function massOf(mass: number | null): string {
  if (mass === null) return 'mass not known';
  const figure = (value: number) => String(Number(value.toFixed(3)));
  return mass >= 1000 * gram ? `${figure(mass / gram / 1000)} kg` : `${figure(mass / gram)} g`;
}
/** A length, in centimetres. @example lengthOf(82_500) // '1.65 cm' */
export const lengthOf = (length: number): string => `${Number((length / 50_000).toFixed(2))} cm`;
/** A clock that moments are told by, and the year that goes without saying. */
export interface Wall {
  readonly timeZone: string;
  readonly locale: string;
  readonly year: number | null;
}

/** A moment on a wall, as its region writes it. @example dated(at, wall) // 'Tue, 24 Nov, 09:10' */
export const momentText = (at: number | string, wall: Wall): string => onWall(at, wall, moments);
/** The day of a moment on a wall. @example dayOn(at, wall) // '24 Nov' */
export const dayOn = (at: number | string, wall: Wall): string => onWall(at, wall, days);

/** How moments are written on a wall, with and without their year. */
const writtenOn = (more: Intl.DateTimeFormatOptions) =>
  memo(({ locale, timeZone }: Wall) => {
    const region = writtenIn(locale);
    const day = { ...more, day: 'numeric', month: 'short', timeZone } as const;
    return {
      bare: new Intl.DateTimeFormat(region, day),
      full: new Intl.DateTimeFormat(region, { ...day, year: 'numeric' }),
    };
  });
const moments = writtenOn({ weekday: 'short', hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });
const days = writtenOn({});

function onWall(at: number | string, wall: Wall, written: typeof days): string {
  const moment = typeof at === 'string' ? Date.parse(at) : at;
  const goesWithoutSaying = Number(localOf(moment, wall.timeZone).slice(0, 4)) === wall.year;
  return written(wall)[goesWithoutSaying ? 'bare' : 'full'].format(moment);
}

/** The wall of a market, with every year said. */
export const wallOf = ({ timeZone, locale }: { readonly timeZone: string; readonly locale: string }): Wall => ({
  timeZone,
  locale,
  year: null,
});

/** The wall of the book's own market. */
export const homeWall = memo(
  ({ markets }: Pick<Book, 'markets'>): Wall => wallOf(markets[0] ?? { timeZone: 'UTC', locale: 'en' }),
);
/** The weekday of a local time. @example weekdayOf('2026-11-29T00:00') // 'Sun' */
export const weekdayOf = (local: string): string => weekday.format(Date.parse(`${local.slice(0, 10)}T12:00:00Z`));
const weekday = new Intl.DateTimeFormat('en', { weekday: 'short', timeZone: 'UTC' });
