import type { CompiledBook } from '../../book/index.ts';
import { countryOf, patternText, prefixesOfPart } from '../../places/index.ts';
import { type Assigned, atlas } from '../atlas.ts';
import { bounded, type Fidelity, type Loss, unsayable } from '../fidelity.ts';
import { dearest, numbered } from '../reach.ts';
import type { ReadLine } from '../reading.ts';
import { elsewhere, limits, type Plans, regionOf, regions } from './format.ts';

interface Lost {
  readonly zone: string | null;
  readonly fidelity: Fidelity;
}

/** Which regions and cuts stand for which zone, and what of the book's map they cannot follow. */
export function placesOf(book: CompiledBook): {
  cuts: Plans['cuts'];
  placesOfZone(zone: string): string[];
  lost: Lost[];
} {
  const parts = atlas(book);
  const zoneOfRegion = new Map<string, string | null>();
  const cuts: { key: string; region: string; prefixes: string[]; zone: string | null }[] = [];
  const lost: Lost[] = [];
  const lose = (part: Assigned, instead: string | null, is: 'region takes in' | 'not cut out', region: string) => {
    const loss: Loss = { is, region, place: patternText(part.pattern) };
    const most = Math.max(dearest(book, part.zone), dearest(book, instead));
    const fidelity =
      part.zone === null || instead === null ? unsayable(loss, 'live with it') : bounded(most, loss, 'live with it');
    lost.push({ zone: part.zone ?? instead, fidelity });
  };
  for (const region of [...regions.keys(), elsewhere]) {
    const inside = parts.filter(
      (one) =>
        regionOf(countryOf(one.pattern) ?? '') === region || (one.pattern.is === 'world' && region === elsewhere),
    );
    const whole = inside.filter((one) => one.pattern.is === 'country' || one.pattern.is === 'world');
    // Countries of a region that the book does not name fall where the rest of its world does.
    const unnamed = (regions.get(region) ?? []).filter(
      (country) => !whole.some((one) => countryOf(one.pattern) === country),
    );
    const rest = unnamed.map(
      (country): Assigned => ({
        pattern: { is: 'country', country },
        place: { country, part: null, postcode: null },
        zone: book.defaultTemplate.zoneOf({ country, part: null, postcode: null })?.zone.id ?? null,
      }),
    );
    const all = [...whole, ...rest];
    const main =
      region === elsewhere
        ? (whole.find((one) => one.pattern.is === 'world')?.zone ?? null)
        : mostCommon(all.map((one) => one.zone));
    zoneOfRegion.set(region, main);
    for (const part of all) if (part.zone !== main) lose(part, main, 'region takes in', region);
    for (const part of inside.filter((one) => !whole.includes(one))) {
      if (part.zone === main || part.pattern.is === 'world' || part.pattern.is === 'country') continue;
      // A sector has a space, by which prefixes are parted there.
      const prefixes =
        part.pattern.is === 'prefix' && !part.pattern.prefix.includes(' ')
          ? [part.pattern.prefix]
          : part.pattern.is === 'part'
            ? prefixesOfPart(part.pattern.part)
            : [];
      const single = (regions.get(region) ?? []).length === 1;
      const known = cuts.find((one) => one.region === region && one.zone === part.zone);
      if (!single || prefixes.length === 0 || (known?.prefixes.length ?? 0) + prefixes.length > limits.prefixes) {
        lose(part, main, 'not cut out', region);
      } else if (known) known.prefixes.push(...prefixes);
      else cuts.push({ key: cutKey(part.zone, region, cuts), region, prefixes: [...prefixes], zone: part.zone });
    }
  }
  return {
    cuts,
    lost,
    placesOfZone: (zone) => [
      ...[...zoneOfRegion].filter(([, one]) => one === zone).map(([region]) => region),
      ...cuts.filter((one) => one.zone === zone).map((one) => one.key),
    ],
  };
}

function cutKey(zone: string | null, region: string, cuts: readonly { key: string }[]): string {
  const taken = new Set([...regions.keys(), elsewhere, ...cuts.map((one) => one.key)]);
  return ownKey(zone ?? `closed-${region}`, (key) => taken.has(key));
}

function mostCommon(zones: readonly (string | null)[]): string | null {
  const counts = new Map<string | null, number>();
  for (const zone of zones) counts.set(zone, (counts.get(zone) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}

/** How a region or a cut is read. */
export const placeRead = (place: string, cuts: Plans['cuts']): ReadLine => {
  const found = cuts.find((one) => one.key === place);
  return found ? [`CUT ${place}`, found.region, found.prefixes.join(' ')] : [{ is: 'region', region: place }];
};

/** A key of the channel's form that none of the taken ones is. */
export function ownKey(id: string, taken: (key: string) => boolean): string {
  const plain = id.toUpperCase().slice(0, limits.key);
  let key = plain;
  for (let i = 2; taken(key); i += 1) key = numbered(plain, i, limits.key);
  return key;
}
