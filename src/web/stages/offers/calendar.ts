import ical, { ICalEventStatus } from 'ical-generator';
import { instantOf } from '../../../core/exact/index.ts';
import type { OfferBody } from '../../../core/offers/index.ts';

/**
 * The offers' windows as an iCalendar file (RFC 5545), in UTC: an event from start to end each; one without a start
 * stands at its end, one without an end has none, one without either is left out. Drafts and paused ones are tentative.
 */
export function calendarOf(seller: string, offers: readonly OfferBody[]): string {
  const calendar = ical({ name: `${seller}: offers`, prodId: { company: 'Plemb', product: 'offers', language: 'EN' } });
  for (const offer of offers) {
    const { from, until, zone } = offer.window;
    const at = (local: string | null) => {
      const read = local === null ? null : instantOf(local, zone);
      return read?.ok ? new Date(read.value) : null;
    };
    const [start, end] = [at(from) ?? at(until), at(until)];
    if (!start) continue;
    calendar.createEvent({
      id: `${offer.id}@offers`,
      start,
      ...(end && end > start ? { end } : {}),
      summary: from === null ? `Ends: ${offer.title}` : offer.title,
      description: offer.terms,
      status: offer.state === 'meant' ? ICalEventStatus.CONFIRMED : ICalEventStatus.TENTATIVE,
    });
  }
  return calendar.toString();
}
