/** A long list as a worker is told it: a text is copied several times as fast as the things it tells of. */
export type AsText<T> = string & { readonly tells: T };

/** Writes a list of what JSON can say. */
export const asText = <T>(list: readonly T[]): AsText<T> => JSON.stringify(list) as AsText<T>;

/** Reads what {@link asText} wrote. */
export const listIn = <T>(text: AsText<T>): readonly T[] => JSON.parse(text);
