import { Temporal } from 'temporal-polyfill';
import type { Problem } from './fault.ts';
import { err, kept, ok, type Result } from './result.ts';

/** Milliseconds since 1970 in UTC. */
export type Instant = number;

/**
 * The instant a wall clock in an IANA time zone shows a local time, `2026-11-29T00:00`.
 * A time skipped by a change of clocks moves forward by the gap; one that comes twice means its first.
 */
export function instantOf(local: string, zone: string): Result<Instant> {
  const parts = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})$/.exec(local);
  if (!parts) return err([], { is: 'malformed', text: local, form: 'local time' });
  const [year, month, day, hour, minute] = parts.slice(1).map(Number) as [number, number, number, number, number];
  try {
    const at = new Temporal.PlainDateTime(year, month, day, hour, minute).toZonedDateTime(zone, {
      disambiguation: 'compatible',
    });
    return ok(at.epochMilliseconds);
  } catch {
    return err([], { is: 'no such time', local, zone });
  }
}

/** What a wall clock in a zone shows at an instant, to the minute. @example localOf(0, 'UTC') // '1970-01-01T00:00' */
export function localOf(at: Instant, zone: string): string {
  const local = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone).toPlainDateTime();
  return local.toString({ smallestUnit: 'minute' });
}

/** Whether a name is a time zone known to the IANA data at hand. */
export function knowsZone(zone: string): boolean {
  return instantOf('2000-01-01T00:00', zone).ok;
}

/** A stretch of time: the start counts, the end does not; null is open. */
export interface Span {
  readonly from: Instant | null;
  readonly until: Instant | null;
}

/** Always. */
export const always: Span = { from: null, until: null };

/** Reads a window of wall-clock times; its problems, with their fields, go into a list. */
export function readWindow(
  body: { readonly from: string | null; readonly until: string | null; readonly zone: string },
  at: Problem['at'],
  problems: Problem[],
): Span {
  const read = (local: string | null) => (local === null ? null : instantOf(local, body.zone));
  const [starts, ends] = [read(body.from), read(body.until)];
  // A time that could be read has shown that the zone is known.
  if (!(starts?.ok || ends?.ok || knowsZone(body.zone))) {
    problems.push({ at: [...at, 'zone'], is: 'malformed', text: body.zone, form: 'time zone' });
    return always;
  }
  const from = starts && kept(starts, [...at, 'from'], problems, 0);
  const until = ends && kept(ends, [...at, 'until'], problems, 0);
  if (from !== null && until !== null && until <= from)
    problems.push({ at: [...at, 'until'], is: 'ends first', from: body.from ?? '' });
  return { from, until };
}

const holds = ({ from, until }: Span, at: Instant): boolean =>
  (from === null || at >= from) && (until === null || at < until);

/**
 * Of rows given for one thing, the one that counts at a moment: the later begun, of equal starts the later listed; null
 * where none is in force.
 */
export function inForce<T extends Span>(rows: readonly T[], at: Instant): T | null {
  let found: T | null = null;
  for (const row of rows)
    if (
      holds(row, at) &&
      (found === null || (row.from ?? Number.NEGATIVE_INFINITY) >= (found.from ?? Number.NEGATIVE_INFINITY))
    )
      found = row;
  return found;
}

/** The moments at which rows begin or end, in order, once each. */
export const turnsOf = (rows: readonly Span[]): Instant[] =>
  [...new Set(rows.flatMap(({ from, until }) => [from, until]).filter((at) => at !== null))].sort((a, b) => a - b);

/** Whether a text is the day, such as 2026-11-23, of a Monday. */
export const isMonday = (text: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) &&
  new Date(`${text}T00:00:00Z`).getUTCDay() === 1 &&
  new Date(`${text}T00:00:00Z`).toISOString().startsWith(text);

/**
 * The Monday 00:00, by the clock of a zone, of the week that a moment lies in, as a day. @example
 * mondayOf(Date.parse('2026-11-26T10:00Z'), 'UTC') // '2026-11-23'
 */
export function mondayOf(at: Instant, zone: string): string {
  const day = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone).toPlainDate();
  return day.subtract({ days: day.dayOfWeek - 1 }).toString();
}
