/** Books and baskets of earlier formats brought into today's. */
import { bookFrom1 } from './from-1.ts';
import { basketFrom2, bookFrom2, type MigrationNote } from './from-2.ts';

export { groupsFrom2, type MigrationNote } from './from-2.ts';

/** A book of whatever format as one of today's; what is of no known earlier format comes back as it is. */
export function migrated(
  data: unknown,
  channels: readonly string[],
): { readonly data: unknown; readonly notes: readonly MigrationNote[] } {
  const { format } = (data ?? {}) as { format?: unknown };
  if (format !== 'plemb-book/1' && format !== 'plemb-book/2') return { data, notes: [] };
  const { book, notes } = bookFrom2(format === 'plemb-book/1' ? bookFrom1(data) : data, channels);
  return { data: book, notes };
}

/** A basket of whatever format as one of today's: the second told what an offer had cost as one amount. */
export function migratedBasket(data: unknown): unknown {
  const spent = (data as { spent?: unknown } | null)?.spent;
  const isOld =
    typeof spent === 'object' && spent !== null && Object.values(spent).some((one) => typeof one?.spent === 'string');
  return isOld ? basketFrom2(data) : data;
}
