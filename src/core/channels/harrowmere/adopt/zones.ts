import type { BookInput } from '../../../book/index.ts';
import { idsFor } from '../../into-book.ts';
import { elsewhere, limits, type Plans, regions, speeds } from '../format.ts';
import { inParts, placeName } from '../names.ts';

type Zone = BookInput['zones'][number];

/** The places of a file as zones of a book. */
export interface AdoptedZones {
  readonly all: Zone[];
  /** The region or cut that each zone is. */
  readonly names: ReadonlyMap<string, readonly string[]>;
  /** What the zone of a region or a cut is called. */
  idOf(place: string): string;
}

/** A zone for each region that has rates, and for each cut, whether it has or not. */
export function zonesIn({ rates, cuts }: Plans): AdoptedZones {
  const rated = new Set(rates.map(({ place }) => place));
  const there = [...regions.keys(), elsewhere].flatMap((region) => [
    ...(rated.has(region) ? [{ key: region, takes: takenBy(region), leaves: leftBy(region, rated) }] : []),
    ...cuts
      .filter((cut) => cut.region === region)
      .map(({ key, entries }) => {
        // By its name a part takes in addresses without a postcode too, as they fall there.
        const { parts, others } = inParts(entries);
        return { key, takes: [...parts, ...others], leaves: [] };
      }),
  ]);
  const idOf = idsFor(
    there.map(({ key }) => key.toLowerCase()),
    limits.key,
  );
  return {
    all: there.map(({ key, takes, leaves }) => ({
      id: idOf(key.toLowerCase()),
      name: placeName(key, cuts).replace(/^./, (letter) => letter.toUpperCase()) || key,
      takes: [...takes],
      leaves: [...leaves],
    })),
    names: new Map(there.map(({ key }) => [idOf(key.toLowerCase()), [key]])),
    idOf: (place) => idOf(place.toLowerCase()),
  };
}

const takenBy = (region: string): readonly string[] => (region === elsewhere ? ['world'] : (regions.get(region) ?? []));

/** Elsewhere is not where nothing is delivered. */
const leftBy = (region: string, rated: ReadonlySet<string>): readonly string[] =>
  region === elsewhere ? [...regions].flatMap(([other, countries]) => (rated.has(other) ? [] : countries)) : [];

/** The speeds that have rates, in the order of the format. */
export function speedsIn({ rates }: Plans): string[] {
  const rated = new Set(rates.map(({ speed }) => speed));
  return speeds.filter((speed) => rated.has(speed));
}
