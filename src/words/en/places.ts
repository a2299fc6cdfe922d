const regions = new Intl.DisplayNames('en', { type: 'region' });

/** A country's name; the code itself where it has none. */
export const countryName = (code: string): string => {
  try {
    return regions.of(code) ?? code;
  } catch {
    return code;
  }
};
