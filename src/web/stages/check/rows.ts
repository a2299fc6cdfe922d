import type { CheckReport, FindingView } from '../../../contract/index.ts';
import { defaultTemplateOf } from '../../../core/book/index.ts';
import { classKey } from '../../../core/check/index.ts';
import type { OpenBook } from '../../data/book.ts';
import type { Hang } from '../../ui/plumb.tsx';
import { hangOf } from './hang.ts';

/** A class of baskets, as a row of the table. */
export type Row = CheckReport['classes'][number];

export const rowKeyOf = (one: FindingView): string => classKey(one.class);

/** What was found of a class at a channel. */
export interface Cell {
  readonly findings: readonly FindingView[];
  readonly hang: Hang;
  /** In how many baskets the channel differs only as rows above tell. */
  readonly toldAbove: number;
}
/** The cells by row, and in it by channel; a channel that does not know of a class has none there. */
export type Cells = ReadonlyMap<string, ReadonlyMap<string, Cell>>;

/** Puts what a check found where it stands in the table. */
export function cellsOf(report: CheckReport | null): Cells {
  const found = new Map<string, FindingView[]>();
  for (const one of report?.findings ?? []) {
    const at = `${one.channel} ${rowKeyOf(one)}`;
    found.set(at, [...(found.get(at) ?? []), one]);
  }
  const cells = new Map<string, Map<string, Cell>>();
  for (const { channel, key, toldAbove } of report?.classes ?? []) {
    const findings = found.get(`${channel} ${key}`) ?? [];
    const row = cells.get(key) ?? new Map<string, Cell>();
    cells.set(key, row.set(channel, { findings, hang: hangOf(findings), toldAbove }));
  }
  return cells;
}

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
