/** Gives keys of at most so many letters: the one wanted, or where it is another's already one with a number behind. */
export function keysOf(most: number): (wanted: string) => string {
  const given = new Set<string>();
  return (wanted) => {
    let key = wanted.slice(0, most);
    for (let n = 2; given.has(key); n += 1) key = `${wanted.slice(0, most - String(n).length - 1)}-${n}`;
    given.add(key);
    return key;
  };
}

/** An id that nothing in a list has: the one wanted, or one with a number behind. */
export function freshId(wanted: string, taken: readonly { readonly id: string }[]): string {
  const keyFor = keysOf(40);
  for (const { id } of taken) keyFor(id);
  return keyFor(wanted);
}
