const regions = new Intl.DisplayNames('en', { type: 'region' });
const languages = new Intl.DisplayNames('en', { type: 'language' });

/** A language's name, by its code of two letters. */
export const languageName = (code: string): string => languages.of(code) ?? code;

/** A country's name; the code itself where it has none. */
export const countryName = (code: string): string => {
  try {
    return regions.of(code) ?? code;
  } catch {
    return code;
  }
};
