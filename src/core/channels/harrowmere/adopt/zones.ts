import type { BookInput } from '../../../book/index.ts';
import { prefixesOfPart } from '../../../places/index.ts';
import { idsFor } from '../../into-book.ts';
import { elsewhere, limits, type Plans, partsWithPostcodes, regions, speeds } from '../format.ts';
import { placeName } from '../names.ts';

type Zone = BookInput['zones'][number];

/** The places of a file as zones of a book. */
export interface AdoptedZones {
  readonly all: Zone[];
  /** The region or cut that each zone is. */
  readonly names: ReadonlyMap<string, string>;
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
      .map(({ key, entries }) => ({ key, takes: withParts(entries), leaves: [] })),
  ]);
  const idOf = idsFor(
    there.map(({ key }) => key.toLowerCase()),
    limits.key,
  );
  return {
    all: there.map(({ key, takes, leaves }) => ({
      id: idOf(key.toLowerCase()),
      name: placeName(key).replace(/^./, (letter) => letter.toUpperCase()) || key,
      takes: [...takes],
      leaves: [...leaves],
    })),
    names: new Map(there.map(({ key }) => [idOf(key.toLowerCase()), key])),
    idOf: (place) => idOf(place.toLowerCase()),
  };
}

const takenBy = (region: string): readonly string[] => (region === elsewhere ? ['world'] : (regions.get(region) ?? []));

/** Entries of a cut, those of a whole part as the part: so an address that names it and no postcode falls there too. */
function withParts(entries: readonly string[]): readonly string[] {
  const all = new Set(entries);
  const whole = partsWithPostcodes
    .map((part) => ({ part, own: prefixesOfPart(part).map((prefix) => `${part.slice(0, 2)} ${prefix}*`) }))
    .filter(({ own }) => own.every((entry) => all.has(entry)));
  const gone = new Set(whole.flatMap(({ own }) => own));
  return [...whole.map(({ part }) => part), ...entries.filter((entry) => !gone.has(entry))];
}

/** Elsewhere is not where nothing is delivered. */
const leftBy = (region: string, rated: ReadonlySet<string>): readonly string[] =>
  region === elsewhere ? [...regions].flatMap(([other, countries]) => (rated.has(other) ? [] : countries)) : [];

/** The speeds that have rates, in the order of the format. */
export function speedsIn({ rates }: Plans): string[] {
  const rated = new Set(rates.map(({ speed }) => speed));
  return speeds.filter((speed) => rated.has(speed));
}
