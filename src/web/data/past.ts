import { sampleOf } from '../../core/history/index.ts';
import { useHistoryQuery } from './api.ts';

/** What takes many seconds over past orders is worked out by itself up to so many; more wait for a word. */
export const smallYear = 20_000;

/** How many past orders there are, and how many each of those that are worked with stands for. */
export function usePast(): { readonly count: number; readonly every: number } {
  const { data } = useHistoryQuery();
  const count = data?.orders.count ?? 0;
  return { count, every: sampleOf(count) };
}
