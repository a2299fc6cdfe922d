import type { BookInput } from '../../../book/index.ts';
import { unwrap } from '../../../exact/index.ts';
import { matches, type Pattern, partsOfMap, patternText, rank } from '../../../places/index.ts';
import type { Shop } from '../format.ts';
import { patternOf } from '../patterns.ts';

/**
 * The shop's zones as those of a book. What is closed there is left out of every zone that takes it in by something
 * wider.
 */
export function zonesIn({ zones, closed }: Shop): BookInput['zones'] {
  const shut = partsOfMap(closed.map((entry) => unwrap(patternOf(entry)))).filter(({ pattern }) =>
    closed.includes(patternText(pattern)),
  );
  return zones.map(({ key, name, places }) => {
    const takes = places.map((entry) => unwrap(patternOf(entry)));
    const isWithin = (pattern: Pattern, place: (typeof shut)[number]['place']) =>
      takes.some((wider) => rank(wider) < rank(pattern) && matches(wider, place));
    return {
      id: key,
      name,
      takes: takes.map(patternText),
      leaves: shut.flatMap(({ pattern, place }) => (isWithin(pattern, place) ? [patternText(pattern)] : [])),
    };
  });
}
