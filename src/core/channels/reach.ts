import type { CompiledBook } from '../book/index.ts';
import type { Minor } from '../exact/index.ts';
import { patternText } from '../places/index.ts';
import { type Fallen, textsOf, wholeAtlas } from './atlas.ts';
import { bounded, exact, type Fidelity, unsayable } from './fidelity.ts';

/**
 * A channel that can only name whole countries: which it names for zones of any template (null: everywhere), and how
 * far that follows them. `most`: the most that is freed or taken off in places where it reaches too far, or does not
 * reach.
 */
export function wholeCountries(
  book: CompiledBook,
  zones: ReadonlySet<string> | null,
  most: (places: readonly Fallen[]) => Minor,
): { countries: string[] | null; fidelity: Fidelity } {
  if (!zones) return { countries: null, fidelity: exact };
  const parts = wholeAtlas(book);
  const isMeant = (zone: string | null) => zone !== null && zones.has(zone);
  const countries = parts.flatMap((one) =>
    one.pattern.is === 'country' && one.zones.some(isMeant) ? [one.pattern.country] : [],
  );
  const named = (one: Fallen) => one.pattern.is !== 'world' && countries.includes(one.pattern.country);
  const promised = parts.filter((one) => named(one) && one.zones.some((zone) => zone !== null && !isMeant(zone)));
  const missed = parts.filter((one) => one.zones.some(isMeant) && !named(one));
  if (promised.length + missed.length === 0) return { countries, fidelity: exact };
  const loss = { is: 'whole countries', reached: textsOf(promised), missed: textsOf(missed) } as const;
  return { countries, fidelity: bounded(most([...promised, ...missed]), loss, 'whole countries', 'live with it') };
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
