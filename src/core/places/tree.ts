import { countryOf, matches, type Pattern, rank } from './pattern.ts';
import type { Place } from './place.ts';
import { regionHolds } from './region.ts';

/** A pattern and what it stands for. */
export interface Leaf<T> {
  readonly pattern: Pattern;
  readonly value: T;
}

/** What patterns say within one country: postcodes and prefixes by their text, the rest from specific to wide. */
interface Country<T> {
  readonly postcodes: ReadonlyMap<string, readonly Leaf<T>[]>;
  readonly prefixes: ReadonlyMap<string, readonly Leaf<T>[]>;
  /** The lengths prefixes have, longest first. */
  readonly lengths: readonly number[];
  readonly wider: readonly Leaf<T>[];
  /** The place of each single postcode among them all. */
  readonly order: ReadonlyMap<Leaf<T>, number>;
}

/**
 * Patterns made ready to find what a place falls under: from the most specific one on, of equally specific ones the
 * earlier first, the first that is accepted; null where none is.
 */
export function patternTree<T>(
  leaves: readonly Leaf<T>[],
): (place: Place, accepts: (value: T, place: Place) => boolean) => Leaf<T> | null {
  const countries = new Map<string, Country<T>>();
  const everywhere = leaves
    .filter(({ pattern }) => pattern.is === 'world')
    .sort((a, b) => rank(b.pattern) - rank(a.pattern));
  const named = new Set(leaves.flatMap(({ pattern }) => countryOf(pattern) ?? []));
  const regions = leaves.filter(({ pattern }) => pattern.is === 'region');
  const treeOf = (country: string): Country<T> => {
    const known = countries.get(country);
    if (known) return known;
    const mine = named.has(country) ? leaves.filter(({ pattern }) => countryOf(pattern) === country) : [];
    const around = regions.filter(({ pattern }) => pattern.is === 'region' && regionHolds(pattern.region, country));
    const tree = grown(mine, [...around, ...everywhere]);
    countries.set(country, tree);
    return tree;
  };
  return (place, accepts) => {
    const tree = countries.get(place.country) ?? treeOf(place.country);
    const { postcode } = place;
    if (postcode !== null && tree.postcodes.size > 0) {
      const found = accepted(singles(tree, postcode), place, accepts);
      if (found) return found;
    }
    if (postcode !== null) {
      for (const length of tree.lengths) {
        const found = accepted(tree.prefixes.get(postcode.slice(0, length)), place, accepts);
        if (found) return found;
      }
    }
    return accepted(tree.wider, place, accepts);
  };
}

/**
 * The single postcodes that a place may be; five digits of the United States take in nine, and of equals the earlier
 * goes first.
 */
function singles<T>(tree: Country<T>, postcode: string): readonly Leaf<T>[] | undefined {
  const own = tree.postcodes.get(postcode);
  const wider = postcode.length === 9 ? tree.postcodes.get(postcode.slice(0, 5)) : undefined;
  if (!own || !wider) return own ?? wider;
  return [...own, ...wider].sort((a, b) => (tree.order.get(a) ?? 0) - (tree.order.get(b) ?? 0));
}

function grown<T>(mine: readonly Leaf<T>[], around: readonly Leaf<T>[]): Country<T> {
  const postcodes = new Map<string, Leaf<T>[]>();
  const prefixes = new Map<string, Leaf<T>[]>();
  const wider: Leaf<T>[] = [...around];
  const into = (map: Map<string, Leaf<T>[]>, key: string, leaf: Leaf<T>) =>
    map.set(key, [...(map.get(key) ?? []), leaf]);
  for (const leaf of mine) {
    if (leaf.pattern.is === 'postcode') into(postcodes, leaf.pattern.postcode, leaf);
    else if (leaf.pattern.is === 'prefix') into(prefixes, leaf.pattern.prefix, leaf);
    else wider.push(leaf);
  }
  // Sorting is stable: of equal ranks the earlier stays first, if the wide ones keep their own order too.
  wider.sort((a, b) => rank(b.pattern) - rank(a.pattern));
  const lengths = [...new Set([...prefixes.keys()].map((prefix) => prefix.length))].sort((a, b) => b - a);
  const order = new Map(mine.map((leaf, i) => [leaf, i]));
  return { postcodes, prefixes, lengths, wider, order };
}

function accepted<T>(
  leaves: readonly Leaf<T>[] | undefined,
  place: Place,
  accepts: (value: T, place: Place) => boolean,
): Leaf<T> | null {
  if (leaves) for (const leaf of leaves) if (matches(leaf.pattern, place) && accepts(leaf.value, place)) return leaf;
  return null;
}
