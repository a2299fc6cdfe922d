const together = new Intl.ListFormat('en', { type: 'conjunction' });

/** Some words as one: a, b, and c. */
export const listed = (words: Iterable<string>): string => together.format(words);

/** Some words as one, as terms join them: a, b and c. */
export const inARow = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/** Many words as one: the first few, and how many more. */
export const upToSome = (words: readonly string[], most = 6): string =>
  words.length > most ? `${words.slice(0, most).join(', ')} and ${words.length - most} more` : inARow(words);
