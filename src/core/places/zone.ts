import { matches, type Pattern } from './pattern.ts';
import type { Place } from './place.ts';
import { patternTree } from './tree.ts';

/** A named set of places: what it takes in, less what it leaves out. */
export interface Zone {
  readonly id: string;
  readonly name: string;
  readonly takes: readonly Pattern[];
  readonly leaves: readonly Pattern[];
}

/** Where a place falls: the zone, and the pattern of it that decided. */
export interface ZoneMatch {
  readonly zone: Zone;
  readonly pattern: Pattern;
}

/** A zone with its place in a template's order, and whether it leaves a place out. */
interface Standing {
  readonly fall: ZoneMatch;
  readonly keeps: (place: Place) => boolean;
}

/**
 * Finds the zone of any place among zones in their order: the most specific pattern decides, then the zone listed
 * first.
 * Null where no zone takes the place in: it is not delivered to.
 */
export function zoneFinder(zones: readonly Zone[]): (place: Place) => ZoneMatch | null {
  const find = patternTree(
    zones.flatMap((zone) => {
      const keeps = keeperOf(zone);
      return zone.takes.map((pattern) => ({ pattern, value: { fall: { zone, pattern }, keeps } satisfies Standing }));
    }),
  );
  // Many baskets go to one place in a row: the last one asked for is known.
  let last: Place | null = null;
  let fell: ZoneMatch | null = null;
  return (place) => {
    if (place !== last) {
      fell = find(place, stays)?.value.fall ?? null;
      last = place;
    }
    return fell;
  };
}

const stays = (standing: Standing, place: Place): boolean => standing.keeps(place);
const always = () => true;

function keeperOf(zone: Zone): (place: Place) => boolean {
  if (zone.leaves.length === 0) return always;
  if (zone.leaves.length === 1) {
    const left = zone.leaves[0] as Pattern;
    return (place) => !matches(left, place);
  }
  const left = patternTree(zone.leaves.map((pattern) => ({ pattern, value: null })));
  return (place) => left(place, always) === null;
}
