/** Names given once to what is read from a channel that has none there; they are the seller's to change. */

/** Of places, or of countries by their names: of more than three the first two, and how many more. */
export const namesOf = (names: readonly string[]): string =>
  names.length <= 3 ? names.join(', ') : `${names.slice(0, 2).join(', ')} and ${names.length - 2} more`;

/** Of offers of which a channel uses one. */
export const oneOf = (sort: 'delivery' | 'goods'): string => `One of ${sort}`;

/** Of a sale, by what is taken off or what is left to be paid. */
export const saleName = (figure: string): string => `Sale: ${figure}`;

/** Of goods that are delivered alike, by the first of them. */
export const asName = (first: string): string => `As ${first}`;
