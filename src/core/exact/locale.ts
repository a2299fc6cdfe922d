/**
 * Whether a text is a well-formed language tag (BCP 47, as ECMA-402 reads it).
 * @example knowsLocale('en-IE') // true
 */
export function knowsLocale(tag: string): boolean {
  try {
    return Intl.getCanonicalLocales(tag).length === 1;
  } catch {
    return false;
  }
}
