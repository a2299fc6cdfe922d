import type { DayOrder } from './layout.ts';

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const clock =
  '(?:[T ,]+(\\d{1,2}):(\\d{2})(?::\\d{2}(?:[.,]\\d+)?)?\\s*([AaPp])?\\.?[Mm]?\\.?\\s*(Z|UTC|[+-]\\d{2}:?\\d{2})?)?';
const yearFirst = new RegExp(`^(\\d{4})[-/.](\\d{1,2})[-/.](\\d{1,2})${clock}$`);
const yearLast = new RegExp(`^(\\d{1,2})[-/.](\\d{1,2})[-/.](\\d{4}|\\d{2})${clock}$`);
const dayNamed = new RegExp(`^(\\d{1,2})\\.?[ -]([A-Za-z]{3})[a-z]*\\.?,?[ -](\\d{4})${clock}$`);
const monthNamed = new RegExp(`^([A-Za-z]{3})[a-z]*\\.?[ -](\\d{1,2}),?[ -](\\d{4})${clock}$`);

const monthAlone = [
  /^(?<year>\d{4})[-/.](?<month>\d{1,2})$/,
  /^(?<month>\d{1,2})[-/.](?<year>\d{4})$/,
  /^(?<name>[A-Za-z]{3})[a-z]*\.?[ -](?<year>\d{4})$/,
];

/**
 * A day or moment of a cell as it is written in files: with an offset (RFC 3339) where the cell has one, else as a wall
 * clock shows it; a day alone is its first minute, a
 * month alone its first day. Null for what is none. A year of two digits is of this century.
 * @example writtenMoment('24.12.2026 9:05', 'day first') // '2026-12-24T09:05'
 * @example writtenMoment('2026-12-24 09:05:11 +0100', null) // '2026-12-24T09:05:00+01:00'
 */
export function writtenMoment(cell: string, order: DayOrder | null): string | null {
  const text = cell.trim();
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
  return offset === 'Z' || offset === 'UTC' ? `${local}:00Z` : `${local}:00${offset.replace(/^(...):?/, '$1:')}`;
}

/** The first day of a month told alone. */
function monthIn(text: string): (string | undefined)[] | null {
  const { year, month, name } = monthAlone.map((form) => form.exec(text)?.groups).find(Boolean) ?? {};
  const named = name === undefined ? month : String(months.indexOf(name.toLowerCase()) + 1);
  return year && named && named !== '0' ? [year, named, '1'] : null;
}

/** Year, month, day, hours, minutes, half of the day and offset. */
function partsOf(text: string, order: DayOrder | null): (string | undefined)[] | null {
  const first = yearFirst.exec(text);
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
  const month = months.indexOf((name ?? '').toLowerCase()) + 1;
  return month === 0 ? null : [year, String(month), day, ...time];
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
    if (Number(found[1]) > 12) day += 1;
    if (Number(found[2]) > 12) month += 1;
  }
  if (!seen) return { days: null, unsure: false };
  if (day + month === 0) return { days: 'day first', unsure: true };
  return { days: month > day ? 'month first' : 'day first', unsure: false };
}
