import type { CheckReport, FindingView } from '../../../contract/index.ts';
import { defaultTemplateOf } from '../../../core/book/index.ts';
import { classKey } from '../../../core/check/index.ts';
import type { OpenBook } from '../../data/book.ts';

/** A class of baskets, as a row of the table. */
export type Row = CheckReport['classes'][number];

export const rowKeyOf = (one: FindingView): string => classKey(one.class);

/** The findings of a channel in a row. */
export const findingsIn = (report: CheckReport | null, channel: string, key: string): FindingView[] =>
  report?.findings.filter((one) => one.channel === channel && rowKeyOf(one) === key) ?? [];

/** In how many baskets of a class a channel differs only as rows above tell. */
export const toldAbove = (report: CheckReport | null, channel: string, key: string): number =>
  report?.classes.find((one) => one.channel === channel && one.key === key)?.toldAbove ?? 0;

/**
 * The rows of the table: zones in their order, then with codes, then starts and ends; those known only to one channel
 * among them.
 */
export function rowsOf(book: OpenBook, report: CheckReport | null): Row[] {
  const order = defaultTemplateOf(book.book).zones;
  const byKey = new Map<string, Row>();
  for (const row of report?.classes ?? [])
    byKey.set(row.key, { ...row, corners: row.corners + (byKey.get(row.key)?.corners ?? 0) });
  const rank = ({ class: one }: Row): number => {
    if (one.is === 'moment') return 3e15;
    if (one.is === 'edge') return 1e14 + one.at;
    if (one.is === 'apart') return 1e6;
    if (one.is === 'offer') return 2e6 + book.book.offers.findIndex((offer) => offer.id === one.offer);
    const zone = one.zone === null ? 900 : order.indexOf(one.zone);
    return one.codes.length * 1000 + zone;
  };
  return [...byKey.values()].sort((a, b) => rank(a) - rank(b));
}
