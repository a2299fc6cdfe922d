import { countryOf, matches, type Pattern, rank } from './pattern.ts';
import type { Place } from './place.ts';

/** A named set of places: what it takes in, less what it leaves out. */
export interface Zone {
  readonly id: string;
  readonly name: string;
  readonly takes: readonly Pattern[];
  readonly leaves: readonly Pattern[];
}

/** Where a place falls: the zone, and the pattern of it that decided. */
export interface Fall {
  readonly zone: Zone;
  readonly pattern: Pattern;
}

interface Entry extends Fall {
  readonly rank: number;
  readonly order: number;
}

/**
 * Finds the zone of any place among zones in their order: the most specific pattern decides, then the zone listed first.
 * Null where no zone takes the place in: it is not delivered to.
 */
export function zoneFinder(zones: readonly Zone[]): (place: Place) => Fall | null {
  const everywhere: Entry[] = [];
  const byCountry = new Map<string, Entry[]>();
  zones.forEach((zone, order) => {
    for (const pattern of zone.takes) {
      const entry = { zone, pattern, rank: rank(pattern), order };
      const country = countryOf(pattern);
      if (country === null) everywhere.push(entry);
      else byCountry.set(country, [...(byCountry.get(country) ?? []), entry]);
    }
  });
  const bySpecific = (a: Entry, b: Entry) => b.rank - a.rank || a.order - b.order;
  for (const [country, entries] of byCountry) byCountry.set(country, [...entries, ...everywhere].sort(bySpecific));
  everywhere.sort(bySpecific);
  return (place) => {
    for (const entry of byCountry.get(place.country) ?? everywhere) {
      if (matches(entry.pattern, place) && !entry.zone.leaves.some((left) => matches(left, place))) return entry;
    }
    return null;
  };
}
