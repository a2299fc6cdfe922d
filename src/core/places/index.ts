/** Places, patterns of places, and zones made of them. */
export { placesByText } from './by-text.ts';
export { countryNamed } from './country-names.ts';
export { fallsWithout, type ZoneFinding, zoneFindings } from './findings.ts';
export { type MapPart, type Plain, partsOfMap, placeIn, plainOf } from './map.ts';
export { pastedPostcodes } from './pasted.ts';
export { countryOf, matches, type Pattern, parsePattern, patternText, rank } from './pattern.ts';
export {
  countries,
  isPart,
  isTerritory,
  type Place,
  parsePlace,
  placeOf,
  placeText,
} from './place.ts';
export { beginsWith, normalPostcode, prefixesOfPart } from './postcode.ts';
export { countriesOf, regionCodes, regionName } from './region.ts';
export { type ZoneBody, zoneSchema } from './schema.ts';
export { type Leaf, patternTree } from './tree.ts';
export { type Zone, type ZoneMatch, zoneFinder } from './zone.ts';
