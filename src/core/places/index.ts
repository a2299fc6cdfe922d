/** Places, patterns of places, and zones made of them. */
export { type MapPart, partsOfMap } from './map.ts';
export { countryOf, matches, type Pattern, parsePattern, patternText, rank } from './pattern.ts';
export { countries, isCountry, isPart, type Place, parsePlace, placeOf, placeText } from './place.ts';
export { beginsWith, normalPostcode, normalPrefix, partOfPostcode, prefixesOfPart } from './postcode.ts';
export { type ZoneBody, zoneSchema } from './schema.ts';
export { type Fall, type Zone, zoneFinder } from './zone.ts';
