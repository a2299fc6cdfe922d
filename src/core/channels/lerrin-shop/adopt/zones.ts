import type { BookInput } from '../../../book/index.ts';
import { unwrap } from '../../../exact/index.ts';
import { matches, type Pattern, type Place, patternText, placeIn, plainOf, rank } from '../../../places/index.ts';
import type { NotAdopted } from '../../adopted.ts';
import { keysOf } from '../../keys.ts';
import { limits, type Shop } from '../format.ts';
import { patternOf } from '../patterns.ts';

/**
 * The shop with zones as a book can have them. What a zone takes in again within what is closed (postcodes of a country
 * that it takes by "everywhere else") becomes a zone of its own, since what a book's zone leaves out it leaves out
 * whole. Zones that nowhere is in are left out.
 */
export function withZonesApart(shop: Shop, lost: NotAdopted[]): Shop {
  const shut = entriesOf(shop.closed);
  const keyFor = keysOf(limits.key);
  for (const { key } of shop.zones) keyFor(key);
  return {
    ...shop,
    zones: shop.zones.flatMap((zone) => {
      if (zone.places.length === 0) lost.push({ is: 'no places', zone: zone.key });
      const takes = entriesOf(zone.places);
      const within = leftOut(shut, takes);
      const depths = takes.map((one) => within.filter((wider) => holds(wider, one)).length);
      return [...new Set(depths)].map((depth, i) => ({
        ...zone,
        key: i === 0 ? zone.key : keyFor(zone.key),
        places: zone.places.filter((_, at) => depths[at] === depth),
      }));
    }),
  };
}

/** An entry of the shop's, and a place that falls in it. */
interface Entry {
  readonly pattern: Pattern;
  readonly place: Place | undefined;
}

const entriesOf = (texts: readonly string[]): Entry[] =>
  texts.map((text) => {
    const pattern = unwrap(patternOf(text));
    return { pattern, place: plainOf(pattern).map(placeIn).find(Boolean) };
  });

/** Whether an entry is within a wider one. */
const holds = (wider: Entry, { pattern, place }: Entry): boolean =>
  place !== undefined && rank(wider.pattern) < rank(pattern) && matches(wider.pattern, place);

/** What of what is closed lies in what is taken in. */
const leftOut = (shut: readonly Entry[], takes: readonly Entry[]): Entry[] =>
  shut.filter((one) => takes.some((wider) => holds(wider, one)));

/**
 * The shop's zones as those of a book. What is closed there is left out of every zone that takes it in by something
 * wider.
 */
export function zonesIn({ zones, closed }: Shop): BookInput['zones'] {
  const shut = entriesOf(closed);
  return zones.map(({ key, name, places }) => {
    const takes = entriesOf(places);
    return {
      id: key,
      name,
      takes: takes.map(({ pattern }) => patternText(pattern)),
      leaves: leftOut(shut, takes).map(({ pattern }) => patternText(pattern)),
    };
  });
}
