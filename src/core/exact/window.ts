import { Temporal } from 'temporal-polyfill';
import { bad, good, type Result } from './result.ts';

/** Milliseconds since 1970 in UTC. */
export type Instant = number;

/**
 * The instant a wall clock in an IANA time zone shows a local time, `2026-11-29T00:00`.
 * A time skipped by a change of clocks moves forward by the gap; one that comes twice means its first.
 */
export function instantOf(local: string, zone: string): Result<Instant> {
  if (!/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/.test(local)) return bad([], `“${local}” is not a local time`, 'a time such as 2026-11-29T00:00');
  try {
    const at = Temporal.PlainDateTime.from(local, { overflow: 'reject' }).toZonedDateTime(zone, { disambiguation: 'compatible' });
    return good(at.epochMilliseconds);
  } catch {
    return bad([], `“${local}” in “${zone}” is no time on any clock`, 'a real date, and a zone such as Europe/Dublin');
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
