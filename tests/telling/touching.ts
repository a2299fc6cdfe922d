import type { Note } from '../../src/core/channels/index.ts';
import { matches } from '../../src/core/places/index.ts';
import { asSold, type Question } from '../../src/core/quote/index.ts';

/** The clauses said otherwise than exactly that may touch what a basket pays for a service. */
export function touching(notes: readonly Note[], question: Question, service: string): Note[] {
  const { lines, place } = asSold(question);
  return notes.filter(({ clause, fidelity }) => {
    if (fidelity.is === 'exact') return false;
    switch (clause.about) {
      case 'rate':
      case 'threshold':
        return (
          clause.service === service &&
          lines.some(
            ({ item: { template } }) =>
              template.id === clause.template && template.zoneOf(place)?.zone.id === clause.zone,
          )
        );
      case 'apart':
        if (clause.by === 'dated') return question.lines.some(({ item }) => (item.varies?.eras.length ?? 0) > 1);
        return lines.some(({ item }) => (clause.by === 'fee' ? item.handling : item.own) !== null);
      case 'mixing':
        return lines.length > 1;
      // A place falls under what is said of its zone, and of any wider place that is named.
      case 'zone':
        return lines.some(
          ({ item: { template } }) =>
            template.zoneOf(place)?.zone.id === clause.zone ||
            template.zoneOf({ country: place.country, part: null, postcode: null })?.zone.id === clause.zone ||
            template.zones.some(
              (zone) => zone.id === clause.zone && zone.takes.some((one) => one.is !== 'world' && matches(one, place)),
            ),
        );
      // Which choices are shown is no charge.
      case 'shown':
        return false;
      default:
        return true;
    }
  });
}
