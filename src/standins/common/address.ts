/** Where an address lies, as the channels' pages describe it. */
export interface Address {
  readonly country: string;
  readonly part: string | null;
  readonly postcode: string | null;
}

const known: readonly (readonly [country: string, prefixes: readonly string[], part: string])[] = [
  ['GB', ['BT'], 'GB-NIR'],
  ['US', ['995', '996', '997', '998', '999'], 'US-AK'],
  ['US', ['967', '968'], 'US-HI'],
  ['US', ['006', '007', '009'], 'US-PR'],
  ['US', ['008'], 'US-VI'],
  ['ES', ['35'], 'ES-GC'],
  ['ES', ['38'], 'ES-TF'],
  ['ES', ['51'], 'ES-CE'],
  ['ES', ['52'], 'ES-ML'],
  ['ES', ['07'], 'ES-PM'],
];

/**
 * Whether a postcode begins with a prefix: British areas end before a digit, districts with the outward part; a sector
 * follows a space.
 */
export function begins(address: Address, prefix: string): boolean {
  const { country, postcode } = address;
  if (postcode === null) return false;
  if (country !== 'GB') return postcode.startsWith(prefix);
  if (prefix.includes(' ')) return postcode.startsWith(prefix);
  const outward = postcode.split(' ')[0] ?? '';
  return /\d/.test(prefix)
    ? outward.startsWith(prefix) && !/^\d/.test(outward.slice(prefix.length))
    : outward.replace(/\d.*$/, '') === prefix;
}

export function countryPart(address: Address): string | null {
  if (address.part) return address.part;
  return (
    known.find(
      ([country, prefixes]) => country === address.country && prefixes.some((prefix) => begins(address, prefix)),
    )?.[2] ?? null
  );
}

/** The beginnings of the postcodes of a part that has its own; none for others. */
export const beginningsOf = (part: string | null): readonly string[] =>
  known.filter(([, , one]) => one === part).flatMap(([, prefixes]) => prefixes);
