import { localOf as shownAt } from '../../../exact/index.ts';
import { momentOf } from '../ready-feed.ts';

/** A moment of a feed as a clock in UTC shows it. */
export function localOf(text: string | null): string | null {
  const moment = momentOf(text);
  return moment === null ? null : shownAt(moment, 'UTC');
}
