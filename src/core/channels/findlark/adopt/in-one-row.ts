/**
 * Rows as one: the longest, with what others have beside behind what stands before it there. @example inOneRow([['A',
 * 'C'], ['A', 'B', 'C']]) // ['A', 'B', 'C']
 */
export function inOneRow(rows: readonly (readonly string[])[]): string[] {
  const [longest = [], ...others] = [...rows].sort((a, b) => b.length - a.length);
  const behind = new Map<string | null, string[]>();
  const there = new Set(longest);
  for (const row of others) {
    let last: string | null = null;
    for (const id of row) {
      if (there.has(id)) {
        last = id;
        continue;
      }
      there.add(id);
      behind.set(last, [...(behind.get(last) ?? []), id]);
    }
  }
  return [...(behind.get(null) ?? []), ...longest.flatMap((id) => [id, ...(behind.get(id) ?? [])])];
}
