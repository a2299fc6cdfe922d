/** An id that none of a list has. @example freshId('zone', [{ id: 'zone-1' }]) // 'zone-2' */
export function freshId(prefix: string, taken: readonly { readonly id: string }[]): string {
  let n = taken.length + 1;
  while (taken.some((one) => one.id === `${prefix}-${n}`)) n += 1;
  return `${prefix}-${n}`;
}
