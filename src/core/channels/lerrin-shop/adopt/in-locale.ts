import type { Texts } from '../texts.ts';

/** A text in the shop's own locale, as the shop reads it, and in others; where there is none, what stands in. */
export function firstOf(
  texts: Texts,
  locale: string,
  standsIn: string,
): { readonly text: string; readonly others: Texts } {
  const { [locale]: own, ...others } = texts;
  return { text: own ?? Object.values(others)[0] ?? standsIn, others };
}
