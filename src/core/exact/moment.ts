import type { Instant } from './window.ts';

/** RFC 3339 with an offset: a day of the calendar, hours and minutes, and, if one likes, seconds and parts of them. */
const form = /^(\d{4})-(\d{2})-(\d{2})T([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,9})?)?(Z|[+-]([01]\d|2[0-3]):[0-5]\d)$/;
/** The years that a shop's moments lie in. */
const years = { first: 1970, last: 2199 };

/**
 * Reads a moment as it is written in files and addresses; null for what is none, such as `batch 3`, which lenient
 * readers take for a day of 2001.
 *
 * @example parseMoment('2026-11-24T09:10:00Z') // 1795511400000
 */
export function parseMoment(text: string): Instant | null {
  const [, year = '', month = '', day = ''] = form.exec(text) ?? [];
  const midnight = new Date(Date.UTC(Number(year), Number(month) - 1, Number(day)));
  const isDay = midnight.getUTCMonth() === Number(month) - 1 && midnight.getUTCDate() === Number(day);
  return year !== '' && isDay && Number(year) >= years.first && Number(year) <= years.last ? Date.parse(text) : null;
}
