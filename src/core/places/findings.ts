import { type MapPart, type Plain, partsOfMap } from './map.ts';
import { matches, type Pattern, rank } from './pattern.ts';
import type { Place } from './place.ts';
import { type Zone, zoneFinder } from './zone.ts';

/** What is amiss among the zones of a template, in their order. */
export type ZoneFinding =
  /** Equally specific patterns of two zones take in the same place: the zone listed first decides. */
  | {
      readonly is: 'overlap';
      readonly zone: string;
      readonly over: string;
      readonly patterns: readonly [Pattern, Pattern];
      readonly place: Place;
    }
  /** No place falls in the zone: others take all of it. */
  | { readonly is: 'hidden'; readonly zone: string; readonly by: readonly string[] }
  /** The zone leaves out all that it takes in. */
  | { readonly is: 'empty'; readonly zone: string };

/** Overlaps and hidden zones, found over every distinct part of the map that the zones' patterns cut. */
export function zoneFindings(zones: readonly Zone[]): ZoneFinding[] {
  const parts = cutBy(zones);
  const find = zoneFinder(zones);
  const reached = new Set(parts.flatMap(({ place }) => find(place)?.zone.id ?? []));
  const findings: ZoneFinding[] = [];
  const told = new Set<string>();
  for (const { place } of parts) {
    const [first, second] = zones
      .flatMap((zone) => claimOf(zone, place) ?? [])
      .sort((a, b) => rank(b.pattern) - rank(a.pattern));
    if (!first || !second || rank(first.pattern) !== rank(second.pattern)) continue;
    const key = `${first.zone.id} ${second.zone.id}`;
    if (!told.has(key))
      findings.push({
        is: 'overlap',
        zone: first.zone.id,
        over: second.zone.id,
        patterns: [first.pattern, second.pattern],
        place,
      });
    told.add(key);
  }
  for (const zone of zones) {
    if (reached.has(zone.id)) continue;
    const by = new Set(
      parts.filter(({ place }) => claimOf(zone, place)).flatMap(({ place }) => find(place)?.zone.id ?? []),
    );
    findings.push(by.size === 0 ? { is: 'empty', zone: zone.id } : { is: 'hidden', zone: zone.id, by: [...by] });
  }
  return findings;
}

/** Where the places of a zone would fall without it: parts of the map that fall alike, together; null for nowhere. */
export function fallsWithout(
  zones: readonly Zone[],
  id: string,
): { readonly to: string | null; readonly patterns: readonly Plain[] }[] {
  const [before, after] = [zoneFinder(zones), zoneFinder(zones.filter((zone) => zone.id !== id))];
  const falls = new Map<string | null, Plain[]>();
  for (const { pattern, place } of cutBy(zones)) {
    if (before(place)?.zone.id !== id) continue;
    const to = after(place)?.zone.id ?? null;
    falls.set(to, [...(falls.get(to) ?? []), pattern]);
  }
  return [...falls].map(([to, patterns]) => ({ to, patterns }));
}

const cutBy = (zones: readonly Zone[]): MapPart[] =>
  partsOfMap(zones.flatMap((zone) => [...zone.takes, ...zone.leaves]));

/** The most specific pattern by which a zone takes a place in; null where it does not, or leaves it out. */
function claimOf(zone: Zone, place: Place): { zone: Zone; pattern: Pattern } | null {
  if (zone.leaves.some((left) => matches(left, place))) return null;
  const taking = zone.takes.filter((pattern) => matches(pattern, place)).sort((a, b) => rank(b) - rank(a));
  return taking[0] ? { zone, pattern: taking[0] } : null;
}
