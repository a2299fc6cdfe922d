import type { CompiledBook } from '../../book/index.ts';
import { matches, patternText, prefixesOfPart } from '../../places/index.ts';
import { type Fallen, inOrder, wholeAtlas } from '../atlas.ts';
import type { Listed } from '../dialect.ts';
import type { Loss } from '../fidelity.ts';
import { keysOf } from '../keys.ts';
import type { ReadLine } from '../reading.ts';
import { type Cut, elsewhere, limits, regionOf, regions } from './format.ts';
import { offInstead, type Zones } from './instead.ts';
import { spelled } from './keys.ts';

/** A region or a cut of one, and the book's zone there by each template, in their order. */
export interface ToldPlace {
  readonly key: string;
  readonly zones: readonly (string | null)[];
}

/** A part of the book's map that falls there under other zones of the templates, and how far that is off. */
export interface Lost {
  readonly zones: Zones;
  readonly instead: Zones;
  readonly loss: Loss;
  /** Infinite where it has no bound. */
  readonly off: number;
}

/** The map as Harrowmere is told it, and what of the book's map it cannot follow. */
export interface Places {
  readonly all: readonly ToldPlace[];
  readonly cuts: readonly Cut[];
  readonly lost: readonly Lost[];
}

export function placesOf(book: CompiledBook, goods: readonly Listed[]): Places {
  const keyFor = keysOf(limits.key);
  for (const region of [...regions.keys(), elsewhere]) keyFor(region);
  const all: ToldPlace[] = [];
  const cuts: Cut[] = [];
  const lost: Lost[] = [];
  const lose = lostIn(book, goods);
  for (const region of [...regions.keys(), elsewhere]) {
    const { countries, within } = partsIn(book, region);
    const main = zonesOf(region, countries);
    all.push({ key: region, zones: main });
    for (const part of countries)
      if (!isAlike(part.zones, main)) lost.push(lose(part, main, 'region takes in', region));
    const told: Entry[] = [];
    for (const part of within) {
      const entries = entriesOf(part, within);
      // What falls as its region does needs no entry, but where a wider one would take it along.
      const wider = within.filter((one) => one !== part && mayTake(one, part));
      if (isAlike(part.zones, main) && wider.length === 0) continue;
      if (entries.length > 0 && told.length + entries.length <= limits.entries) told.push(...entries);
      else
        for (const instead of [main, ...wider.map(({ zones }) => zones)])
          lost.push(lose(part, instead, 'not cut out', region));
    }
    const found = new Map<string, Cut & { entries: string[] }>();
    // Beginnings of a part as if they were named themselves.
    for (const { pattern, zones } of told.sort(inOrder)) {
      const alike = zones.join('\u0000');
      const known = found.get(alike);
      if (known) known.entries.push(patternText(pattern));
      else {
        const zone = zones.find((one) => one !== null) ?? `closed-${region}`;
        const cut = { key: keyFor(spelled(zone)), region, entries: [patternText(pattern)] };
        found.set(alike, cut);
        all.push({ key: cut.key, zones });
      }
    }
    cuts.push(...found.values());
  }
  return { all, cuts, lost };
}

/** The countries of a region as the book's map has them, those it does not name as well, and what lies within them. */
function partsIn(book: CompiledBook, region: string): { countries: Fallen[]; within: Fallen[] } {
  const parts = wholeAtlas(book).filter(({ pattern }) =>
    pattern.is === 'world' ? region === elsewhere : regionOf(pattern.country) === region,
  );
  const isWhole = ({ pattern }: Fallen) => pattern.is === 'country' || pattern.is === 'world';
  const named = new Set(parts.flatMap(({ pattern }) => (pattern.is === 'country' ? pattern.country : [])));
  const others = (regions.get(region) ?? [])
    .filter((country) => !named.has(country))
    .map((country): Fallen => {
      const place = { country, part: null, postcode: null };
      const zones = book.templates.map((template) => template.zoneOf(place)?.zone.id ?? null);
      return { pattern: { is: 'country', country }, place, zones };
    });
  return {
    countries: [...parts.filter(isWhole), ...others],
    within: parts.filter((part) => !isWhole(part)),
  };
}

/** How a region falls: as the rest of the world does, or as most of its countries do. */
function zonesOf(region: string, countries: readonly Fallen[]): readonly (string | null)[] {
  const world = countries.find(({ pattern }) => pattern.is === 'world');
  if (region === elsewhere && world) return world.zones;
  const counts = new Map<string, { zones: readonly (string | null)[]; count: number }>();
  for (const { zones } of countries) {
    const key = zones.join('\u0000');
    counts.set(key, { zones, count: (counts.get(key)?.count ?? 0) + 1 });
  }
  return [...counts.values()].reduce((a, b) => (b.count > a.count ? b : a)).zones;
}

const isAlike = (a: readonly (string | null)[], b: readonly (string | null)[]): boolean =>
  a.every((zone, i) => zone === b[i]);

/** Whether another part would take one along; of one without a postcode those that its postcodes lie in. */
const mayTake = (one: Fallen, { pattern, place }: Fallen): boolean =>
  pattern.is === 'part' && place.postcode === null ? one.place.part === pattern.part : matches(one.pattern, place);

/** An entry of a cut, and the book's zones there. */
type Entry = Pick<Fallen, 'pattern' | 'zones'>;

/** The entries of a cut that stand for a part of the map: none where nothing does. */
function entriesOf({ pattern, zones }: Fallen, within: readonly Fallen[]): Entry[] {
  switch (pattern.is) {
    case 'prefix':
    case 'postcode':
      return [{ pattern, zones }];
    case 'part': {
      // Of what the book names by postcode the part has nothing.
      const { country } = pattern;
      const named = within.flatMap(({ pattern: one }) =>
        one.is === 'prefix' && one.country === country ? [one.prefix] : [],
      );
      return prefixesOfPart(pattern.part)
        .filter((prefix) => !named.some((one) => prefix.startsWith(one)))
        .map((prefix) => ({ pattern: { is: 'prefix', country, prefix }, zones }));
    }
    default:
      return [];
  }
}

/** What is lost where a part of the map falls there as something else does. */
function lostIn(book: CompiledBook, goods: readonly Listed[]) {
  const offBy = offInstead(book, goods);
  return ({ pattern, zones }: Fallen, instead: Zones, is: 'region takes in' | 'not cut out', region: string): Lost => ({
    zones,
    instead,
    loss: { is, region, place: patternText(pattern) },
    off: offBy(zones, instead),
  });
}

/** How a region or a cut is read. */
export const placeRead = (place: string, cuts: Places['cuts']): ReadLine => {
  const found = cuts.find((one) => one.key === place);
  return found ? [`CUT ${place}`, found.region, found.entries.join(', ')] : [{ is: 'region', region: place }];
};
