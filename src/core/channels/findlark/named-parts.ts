import { matches, rank } from '../../places/index.ts';
import type { Fallen } from '../atlas.ts';
import type { Entry } from './format.ts';

/** A part of the map that an entry can name. */
export interface NamedPart extends Fallen {
  readonly country: string;
  readonly within: Entry['within'];
  /** The narrowest other one that takes it in, by its place in the list; below 0 none. */
  readonly wider: number;
}

/** A service that has a speed there. */
export interface Spoken {
  readonly id: string;
  readonly speed: string;
  /** The days of the service where a lane says none. */
  readonly days: readonly [number, number];
}

/** Those of some parts that entries can name, from wide to narrow. */
export function namedParts(inside: readonly Fallen[]): NamedPart[] {
  const named = inside
    .flatMap((part) => {
      const within = withinOf(part);
      return within && part.pattern.is !== 'world' ? [{ ...part, country: part.pattern.country, within }] : [];
    })
    .sort((a, b) => rank(a.pattern) - rank(b.pattern));
  return named.map((part, i) => ({
    ...part,
    wider: named.findLastIndex(
      (other, j) => j !== i && rank(other.pattern) < rank(part.pattern) && matches(other.pattern, part.place),
    ),
  }));
}

/** The place an entry names; null for what no entry can name. */
export function withinOf({ pattern }: Pick<Fallen, 'pattern'>): Entry['within'] | null {
  switch (pattern.is) {
    case 'country':
      return { is: 'country' };
    case 'part':
      return { is: 'part', part: pattern.part };
    case 'prefix':
      // A sector has a space, which prefixes there have not.
      return pattern.prefix.includes(' ') ? null : { is: 'prefix', prefix: pattern.prefix };
    default:
      return null;
  }
}
