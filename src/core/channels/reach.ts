import type { CompiledBook } from '../book/index.ts';
import { type Minor, minor } from '../exact/index.ts';
import { patternText } from '../places/index.ts';
import { atlas, textsOf, wholeAtlas } from './atlas.ts';
import { bounded, exact, type Fidelity, unsayable } from './fidelity.ts';
import { plainLanes, plainReach } from './plain.ts';

/** The dearest charge of a zone; 0 for no zone. */
export const dearest = (book: CompiledBook, zone: string | null): Minor =>
  minor(
    Math.max(
      0,
      ...[
        ...(plainLanes(book)
          .get(zone ?? '')
          ?.values() ?? []),
      ].map((lane) => plainReach(lane.rate).most),
    ),
  );

/**
 * A channel that can only name whole countries: which it names for some zones (null: everywhere), and how far that
 * follows them.
 */
export function wholeCountries(
  book: CompiledBook,
  zones: ReadonlySet<string> | null,
): { countries: string[] | null; fidelity: Fidelity } {
  if (!zones) return { countries: null, fidelity: exact };
  const parts = atlas(book);
  const means = (zone: string | null) => zone !== null && zones.has(zone);
  const countries = parts.flatMap((one) =>
    one.pattern.is === 'country' && means(one.zone) ? [one.pattern.country] : [],
  );
  const named = (one: (typeof parts)[number]) => one.pattern.is !== 'world' && countries.includes(one.pattern.country);
  const promised = parts.filter((one) => named(one) && one.zone !== null && !means(one.zone));
  const missed = parts.filter((one) => means(one.zone) && !named(one));
  if (promised.length + missed.length === 0) return { countries, fidelity: exact };
  return {
    countries,
    fidelity: bounded(
      Math.max(...[...promised, ...missed].map((one) => dearest(book, one.zone))),
      { is: 'whole countries', reached: textsOf(promised), missed: textsOf(missed) },
      'whole countries',
      'live with it',
    ),
  };
}

/** Places that lie in some zones by one template and in others by another, where an offer holds for all goods alike. */
export function byTemplate(book: CompiledBook, zones: ReadonlySet<string> | null): Fidelity {
  const mixed = wholeAtlas(book).filter(
    ({ zones: falls }) =>
      zones !== null &&
      falls.some((zone) => zone !== null && zones.has(zone)) &&
      falls.some((zone) => zone !== null && !zones.has(zone)),
  );
  if (mixed.length === 0) return exact;
  const places = mixed.map(({ pattern }) => patternText(pattern));
  return unsayable({ is: 'by template', places }, 'one zone for all templates', 'live with it');
}

/** A title no longer than a channel takes, cut between words, and whether it was cut. */
export function fitted(title: string, most: number): { title: string; fidelity: Fidelity } {
  if (title.length <= most) return { title, fidelity: exact };
  return {
    title: title.slice(0, most).replace(/\s\S*$/, ''),
    fidelity: bounded(0, { is: 'title cut', letters: most }, 'a shorter title'),
  };
}

/** A name with a number behind it, within so many letters; room for two digits is always left, as live keys have it. */
export function numbered(name: string, number: number, most: number): string {
  const tail = `-${number}`;
  return `${name.slice(0, most - Math.max(3, tail.length))}${tail}`;
}
