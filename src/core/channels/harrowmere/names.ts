/**
 * What shoppers at Harrowmere read of places and speeds in texts that Plemb writes: the channel's own words, so that
 * they stand in its file and can be read back from there.
 */
const ofRegions: ReadonlyMap<string, string> = new Map([
  ['IRELAND', 'Ireland'],
  ['BRITAIN', 'Great Britain and Northern Ireland'],
  ['EURO', 'the euro area'],
  ['STATES', 'the United States'],
  ['JAPAN', 'Japan'],
  ['ELSEWHERE', 'other countries'],
]);

/** A region or a cut as it is read. @example placeName('HIGHLANDS-ISLES') // 'Highlands Isles' */
export const placeName = (key: string): string => ofRegions.get(key) ?? capitalised(key);

/** A speed as the channel shows it. @example speedName('EXPRESS') // 'Express' */
export const speedName = (speed: string): string => capitalised(speed);

const capitalised = (key: string): string =>
  key
    .split('-')
    .map((word) => `${word.slice(0, 1)}${word.slice(1).toLowerCase()}`)
    .join(' ')
    .trim();
