/** What Findlark keeps of its feeds, whichever version of the format they came in. */
export interface Entry {
  readonly country: string;
  readonly part: string | null;
  readonly postcode: string | null;
  readonly speed: string;
  readonly price: string;
  readonly days: string | null;
}
export interface Sale {
  readonly price: string;
  readonly from: string | null;
  readonly until: string | null;
}
export interface Item {
  readonly id: string;
  readonly title: string;
  readonly price: string;
  readonly grams: string | null;
  /** Which of the feed's deliveries it has; null for none. */
  readonly delivery: string | null;
  readonly labels: readonly string[];
  readonly sale: Sale | null;
}
export interface Feed {
  readonly name: string;
  readonly countries: 'all' | readonly string[];
  readonly language: string;
  readonly deliveries: Readonly<Record<string, readonly Entry[]>>;
  readonly items: readonly Item[];
  /** Its file before and after its promotions, as it was sent; null once somebody has edited its items. */
  readonly around: readonly [before: string, after: string] | null;
}

/** A promotion's attributes as version 2 has them; what it has not is left out. `feed`: in whose file it came. */
export type Promotion = Readonly<Record<string, string>> & { readonly feed: string };

export const speeds = ['economy', 'standard', 'swift'];
export const words = (cell: string | undefined): string[] => (cell ?? '').split(' ').filter(Boolean);
export const hasDoubles = (list: readonly string[]): boolean => new Set(list).size < list.length;
export const isTime = (text: string): boolean =>
  /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}[+-]\d{2}:\d{2}$/.test(text) && !Number.isNaN(Date.parse(text));
export const isItemId = (text: string): boolean => /^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$/.test(text);

/** What is wrong with an entry, if anything; `countries`: those its feed is for. */
export function entryFault(entry: Entry, countries: Feed['countries']): string | null {
  if (!/^[A-Z]{2}$/.test(entry.country)) return 'a country of two letters';
  if (countries !== 'all' && !countries.includes(entry.country))
    return `the feed is for ${countries.join(' ')}, not ${entry.country}`;
  if (entry.part && entry.postcode) return 'a part or a postcode, not both';
  if (entry.postcode && !/^[A-Z0-9]{1,9}$/.test(entry.postcode))
    return 'a postcode prefix of 1 to 9 letters and digits';
  if (entry.part && !entry.part.startsWith(`${entry.country}-`)) return 'a part of its country';
  return speeds.includes(entry.speed) ? null : 'economy, standard or swift';
}

/** What tells entries of one list apart. */
export const placeAndSpeed = ({ country, part, postcode, speed }: Entry): string =>
  [country, part, postcode, speed].join('|');
