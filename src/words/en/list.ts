const together = new Intl.ListFormat('en', { type: 'conjunction' });

/** Some words as one: a, b, and c. */
export const listed = (words: Iterable<string>): string => together.format(words);
