/** What every channel takes for a listing id. */
const plain = /^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$/;
/** Letters that are kept of an SKU before the mark that tells it from others. */
const kept = 26;

/**
 * The id under which an item is listed at channels: its SKU, where they take its letters (docs/formats: letters of
 * ASCII, digits, dot, underscore and hyphen, at most 40); else what they take of it, and a mark of all its letters, so
 * that no two items are listed as one.
 *
 * @example listingOf('Kite 3/4') // 'Kite-3-4.1lf9z86frnms0'
 */
export const listingOf = (sku: string): string => (plain.test(sku) ? sku : markedOf(sku));

/** The SKU that a word of a channel's file stands for: one of those given, or the id under which it is listed. */
export function skuNamed(skus: readonly string[]): (word: string) => string | undefined {
  const known = new Map([
    ...skus.map((sku) => [listingOf(sku), sku] as const),
    ...skus.map((sku) => [sku, sku] as const),
  ]);
  return (word) => known.get(word);
}

const marked = new Map<string, string>();
function markedOf(sku: string): string {
  const before = marked.get(sku);
  if (before !== undefined) return before;
  const letters = sku
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9._-]+/g, '-')
    .replace(/^[^A-Za-z0-9]+/, '')
    .slice(0, kept)
    .replace(/[^A-Za-z0-9]+$/, '');
  const made = `${letters || 'item'}.${markOf(sku)}`;
  marked.set(sku, made);
  return made;
}

/** FNV-1a of 64 bits over the letters' UTF-16 units, in base 36: of a million SKUs two are alike once in 37 million. */
const markOf = (text: string): string =>
  [...Array(text.length).keys()]
    .reduce((hash, i) => BigInt.asUintN(64, (hash ^ BigInt(text.charCodeAt(i))) * 0x100000001b3n), 0xcbf29ce484222325n)
    .toString(36)
    .padStart(13, '0');
