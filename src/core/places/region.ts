import { isTerritory } from './place.ts';
import { regionCountries, regionNames } from './regions.ts';

const held: ReadonlyMap<string, ReadonlySet<string>> = new Map(
  Object.entries(regionCountries).map(([code, countries]) => [
    code,
    new Set(countries.split(' ').filter((country) => !isTerritory(country))),
  ]),
);

/** Whether a code names a region: UN M49 (`150` is Europe), `EU`, `EZ` (the euro area), `UN`. */
export const isRegion = (code: string): boolean => held.has(code);

/** Whether a region of CLDR holds a country. */
export const regionHolds = (region: string, country: string): boolean => held.get(region)?.has(country) ?? false;

/**
 * The countries that a region holds; territories count in the regions of their country alone. @example
 * countriesOf('021') // ['BM', 'CA', 'GL', 'US']
 */
export const countriesOf = (region: string): readonly string[] => [...(held.get(region) ?? [])];
/** What a region is called in English. @example regionName('150') // 'Europe' */
export const regionName = (region: string): string =>
  (regionNames as Readonly<Record<string, string>>)[region] ?? region;
export const regionCodes: readonly string[] = [...held.keys()];
