import { plainName } from '../exact/index.ts';
import type { DayOrder } from './layout.ts';

/** A time of day behind a day: `9:05`, `09:05:11 PM`, `9h05`, `9.05 Uhr`; and an offset. */
const clock =
  '(?:[T ,]+(?:at |um |om |à )?(\\d{1,2})[:.hH](\\d{2})(?:[:.]\\d{2}(?:[.,]\\d+)?)?\\s*(?:Uhr|uur)?' +
  '([AaPp])?\\.?[Mm]?\\.?\\s*(Z|UTC|GMT|[+-]\\d{2}:?\\d{2})?)?';
const yearFirst = new RegExp(`^(\\d{4})[-/.](\\d{1,2})[-/.](\\d{1,2})${clock}$`);
const yearLast = new RegExp(`^(\\d{1,2})[-/.](\\d{1,2})[-/.](\\d{4}|\\d{2})${clock}$`);
const weekday = '(?:\\p{L}+\\.?,? )?';
const dayNamed = new RegExp(
  `^${weekday}(\\d{1,2})(?:\\.|st|nd|rd|th)?[ -](?:de )?(\\p{L}{3,})\\.?,?[ -](?:del? )?(\\d{4})${clock}$`,
  'u',
);
const monthNamed = new RegExp(`^${weekday}(\\p{L}{3,})\\.?[ -](\\d{1,2})(?:st|nd|rd|th)?,?[ -](\\d{4})${clock}$`, 'u');
/** Without anything between: `20261224`, `20261224T0905Z`. */
const unparted = /^(\d{4})(\d{2})(\d{2})(?:T(\d{2})(\d{2})(?:\d{2})?()(Z)?)?$/;

const languages = ['en', 'de', 'fr', 'es', 'nl', 'it'];
let monthsByName: ReadonlyMap<string, number> | null = null;
/** The number of a month, by its name, long or short, in one of several languages (CLDR, as the runtime has it). */
function monthCalled(name: string): number | undefined {
  monthsByName ??= new Map([
    ...languages.flatMap((language) =>
      (['long', 'short'] as const).flatMap((month) => {
        const format = new Intl.DateTimeFormat(language, { month, timeZone: 'UTC' });
        return Array.from({ length: 12 }, (_, i) => [plainName(format.format(Date.UTC(2026, i))), i + 1] as const);
      }),
    ),
    ['sept', 9],
    ['sep', 9],
  ]);
  return monthsByName.get(plainName(name));
}

const monthAlone = [
  /^(?<year>\d{4})[-/.](?<month>\d{1,2})$/,
  /^(?<month>\d{1,2})[-/.](?<year>\d{4})$/,
  /^(?<name>\p{L}{3,})\.?[ -](?:del? )?(?<year>\d{4})$/u,
];

/**
 * A day or moment of a cell as it is written in files: with an offset (RFC 3339) where the cell has one, else as a wall
 * clock shows it; a day alone is its first minute, a
 * month alone its first day. Null for what is none. A year of two digits is of this century. Also the count of seconds
 * or milliseconds since 1970, and the count of days since 30 December 1899 as spreadsheets keep (ECMA-376, 18.17.4.1).
 * @example writtenMoment('24.12.2026 9:05', 'day first') // '2026-12-24T09:05'
 * @example writtenMoment('2026-12-24 09:05:11 +0100', null) // '2026-12-24T09:05:00+01:00'
 */
export function writtenMoment(cell: string, order: DayOrder | null): string | null {
  const text = cell.trim();
  const [, named, time, apart] = plain.exec(text) ?? [];
  if (named && isDay(named)) return apart ? `${named}T${time}:00${apart}` : `${named}T${time}`;
  const counted = countedMoment(text);
  if (counted !== null) return counted;
  const parts = monthIn(text) ?? partsOf(text, order);
  if (!parts) return null;
  const [year, month, day, hours = '0', minutes = '00', half, offset] = parts;
  const full = (year ?? '').length === 2 ? `20${year}` : (year ?? '');
  const hour = half ? (Number(hours) % 12) + (/p/i.test(half) ? 12 : 0) : Number(hours);
  const date = new Date(Date.UTC(Number(full), Number(month) - 1, Number(day)));
  if (date.getUTCMonth() !== Number(month) - 1 || date.getUTCDate() !== Number(day)) return null;
  if (hour > 23 || Number(minutes) > 59) return null;
  const local = `${date.toISOString().slice(0, 10)}T${String(hour).padStart(2, '0')}:${minutes}`;
  if (!offset) return local;
  return /[A-Z]/.test(offset) ? `${local}:00Z` : `${local}:00${offset.replace(/^(...):?/, '$1:')}`;
}

const dayLength = 86_400_000;
const spreadsheetBegan = Date.UTC(1899, 11, 30);
/** Of days that spreadsheets count, those of the years 2000 to 2099. */
const countedDays = { from: 36_526, to: 73_050 };

/** A moment told as a count; null for any other. */
function countedMoment(text: string): string | null {
  if (/^\d{10}$|^\d{13}$/.test(text)) {
    const at = new Date(Number(text) * (text.length === 10 ? 1000 : 1));
    return `${at.toISOString().slice(0, 16)}:00Z`;
  }
  const days = /^\d{5}(?:[.,]\d+)?$/.test(text) ? Number(text.replace(',', '.')) : 0;
  if (days < countedDays.from || days >= countedDays.to) return null;
  // To the second: a fraction of a day has none of its own, and falls short of the minute.
  const second = Math.round((days * dayLength) / 1000);
  return new Date(spreadsheetBegan + second * 1000).toISOString().slice(0, 16);
}

/** As most programs write it (RFC 3339), which is read at once: a year of orders has a moment a line. */
const plain = /^(\d{4}-\d{2}-\d{2})[T ]((?:[01]\d|2[0-3]):[0-5]\d)(?::\d{2}(?:\.\d+)?)?(Z|[+-]\d{2}:\d{2})?$/;
const days = new Map<string, boolean>();
/** Days that are kept when they have been looked at. */
const mostDays = 20_000;
function isDay(text: string): boolean {
  const known = days.get(text);
  if (known !== undefined) return known;
  const date = new Date(`${text}T00:00Z`);
  const is = !Number.isNaN(date.getTime()) && date.toISOString().startsWith(text);
  if (days.size < mostDays) days.set(text, is);
  return is;
}

/** The first day of a month told alone. */
function monthIn(text: string): (string | undefined)[] | null {
  const { year, month, name } = monthAlone.map((form) => form.exec(text)?.groups).find(Boolean) ?? {};
  const number = name === undefined ? month : monthCalled(name);
  return year && number ? [year, String(number), '1'] : null;
}

/** Year, month, day, hours, minutes, half of the day and offset. */
function partsOf(text: string, order: DayOrder | null): (string | undefined)[] | null {
  const first = yearFirst.exec(text) ?? unparted.exec(text);
  if (first) return first.slice(1);
  const last = yearLast.exec(text);
  if (last && order !== 'year first') {
    const [, one, two, year, ...time] = last;
    return order === 'month first' ? [year, one, two, ...time] : [year, two, one, ...time];
  }
  const named = dayNamed.exec(text);
  const [day, name, year, ...time] = named
    ? named.slice(1)
    : ((found) => (found ? [found[2], found[1], ...found.slice(3)] : []))(monthNamed.exec(text));
  const month = monthCalled(name ?? '');
  return month === undefined ? null : [year, String(month), day, ...time];
}

/**
 * The order of a column's dates by those that can be read one way only; null where none tells, `unsure` where some
 * could be read either way then, such as `4/5/2026`.
 */
export function dayOrderOf(cells: readonly string[]): { readonly days: DayOrder | null; readonly unsure: boolean } {
  let [seen, day, month] = [false, 0, 0];
  for (const cell of cells) {
    const found = yearLast.exec(cell.trim());
    if (!found) continue;
    seen = true;
    // Where points part it, the day is first (common practice, no source).
    if (Number(found[1]) > 12 || found[0].startsWith(`${found[1]}.`)) day += 1;
    if (Number(found[2]) > 12) month += 1;
  }
  if (!seen) return { days: null, unsure: false };
  if (day + month === 0) return { days: 'day first', unsure: true };
  return { days: month > day ? 'month first' : 'day first', unsure: false };
}
