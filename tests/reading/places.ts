/** Places and zones for the second reading, for the countries that random books name. */
export interface Spot {
  readonly country: string;
  readonly part: string | null;
  readonly postcode: string;
}

const european = 'AT BE BG CY CZ DE DK EE ES FI FR GR HR HU IE IT LT LU LV MT NL PL PT RO SE SI SK'.split(' ');

/** A place as written in random baskets: well formed. */
export function spot(text: string): Spot {
  const [head = '', ...rest] = text.split(' ');
  const postcode = rest.join('');
  if (head === 'PR' || head === 'US-PR') return { country: 'US', part: 'US-PR', postcode };
  if (head === 'US' && /^00[679]/.test(postcode)) return { country: 'US', part: 'US-PR', postcode };
  if (head === 'US' && /^99[5-9]/.test(postcode)) return { country: 'US', part: 'US-AK', postcode };
  if (head === 'GB' && postcode.startsWith('BT')) return { country: 'GB', part: 'GB-NIR', postcode };
  if (head.includes('-')) return { country: head.slice(0, 2), part: head, postcode };
  return { country: head, part: null, postcode };
}

interface British {
  readonly letters: string;
  readonly number: number;
  readonly form: string;
  readonly inward: string;
}
function british(postcode: string): British | null {
  const found = /^([A-Z]{1,2})(\d{1,2})([A-Z]?)(\d[A-Z]{2})$/.exec(postcode);
  return found
    ? { letters: found[1] ?? '', number: Number(found[2]), form: found[3] ?? '', inward: found[4] ?? '' }
    : null;
}

/**
 * How specific a pattern is where it takes a place in: single postcode, longer prefix, range, part, country, region,
 * world; null where it does not.
 */
export function takes(pattern: string, place: Spot): number | null {
  if (pattern === 'world') return 1;
  if (pattern === 'EU') return european.includes(place.country) ? 2 : null;
  const [head = '', ...rest] = pattern.split(' ');
  if (rest.length === 0)
    return head.includes('-') ? (place.part === head ? 4 : null) : place.country === head ? 3 : null;
  if (place.country !== head || place.postcode === '') return null;
  const code = rest.join(' ');
  const at = head === 'GB' ? british(place.postcode) : null;
  if (code.includes(' to ')) {
    const [from = '', to = ''] = code.split(' to ');
    if (head !== 'GB')
      return place.postcode.slice(0, from.length) >= from && place.postcode.slice(0, from.length) <= to ? 5 : null;
    const [a, b] = [from, to].map((end) => /^([A-Z]+)(\d+)$/.exec(end));
    return at && at.letters === a?.[1] && at.number >= Number(a?.[2]) && at.number <= Number(b?.[2]) ? 5 : null;
  }
  if (code.endsWith('*')) {
    const prefix = code.slice(0, -1);
    const rank = 10 + prefix.replace(' ', '').length;
    if (head !== 'GB') return place.postcode.startsWith(prefix) ? rank : null;
    if (!at) return null;
    const [outward = '', sector] = prefix.split(' ');
    const plain = `${at.letters}${at.number}`;
    if (sector !== undefined) return `${plain}${at.form}` === outward && at.inward.startsWith(sector) ? rank : null;
    if (/^[A-Z]+$/.test(outward)) return at.letters === outward ? rank : null;
    return outward === plain || outward === `${plain}${at.form}` ? rank : null;
  }
  return place.postcode === code.replace(' ', '') ? 100 : null;
}

interface Zone {
  readonly id: string;
  readonly takes: readonly string[];
  readonly leaves: readonly string[];
}

/** The zone that a place falls in: of the most specific pattern, of equals the first listed. */
export function zoneOf(zones: readonly Zone[], place: Spot): string | null {
  let best: { id: string; rank: number } | null = null;
  for (const zone of zones) {
    if (zone.leaves.some((pattern) => takes(pattern, place) !== null)) continue;
    for (const pattern of zone.takes) {
      const rank = takes(pattern, place);
      if (rank !== null && (best === null || rank > best.rank)) best = { id: zone.id, rank };
    }
  }
  return best?.id ?? null;
}
