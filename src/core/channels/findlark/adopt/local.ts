import { localOf as shownAt } from '../../../exact/index.ts';
import { momentOf } from '../ready-feed.ts';

/** Whether a period ends before it begins, so that nothing is ever in it. */
export function isNever({ from, until }: { readonly from: string | null; readonly until: string | null }): boolean {
  const [begins, ends] = [momentOf(from), momentOf(until)];
  return begins !== null && ends !== null && ends <= begins;
}

/** A moment of a feed as a clock in UTC shows it. */
export function localOf(text: string | null): string | null {
  const moment = momentOf(text);
  return moment === null ? null : shownAt(moment, 'UTC');
}
