import type { CompiledBook } from '../../book/index.ts';

/** Texts by locales. */
export type Texts = Readonly<Record<string, string>>;

/** The locales of the book's markets, that of the one told first; at most as many as the shop takes. */
export const localesOf = ({ market, body }: CompiledBook): string[] =>
  [...new Set([market.body.locale, ...body.markets.map(({ locale }) => locale)])].slice(0, 20);

/** A text and what it is in other locales, within so many letters: of the locales that the shop has. */
export function textsIn(locales: readonly string[], text: string, others: Texts, most: number): Record<string, string> {
  const [first = '', ...rest] = locales;
  return Object.fromEntries(
    [
      [first, others[first] ?? text] as const,
      ...rest.flatMap((locale) => (others[locale] === undefined ? [] : [[locale, others[locale]] as const])),
    ].map(([locale, one]) => [locale, one.slice(0, most)]),
  );
}
