import { sampleOf } from '../../core/history/index.ts';
import { useHistoryQuery } from './api.ts';

/** How many past orders there are, and how many each of those that are worked with stands for. */
export function usePast(): { readonly count: number; readonly every: number } {
  const { data } = useHistoryQuery();
  const count = data?.orders.count ?? 0;
  return { count, every: sampleOf(count) };
}
