import { sampleOf } from '../../core/history/index.ts';
import { counts } from '../../words/index.ts';
import { useHistoryQuery } from '../data/api.ts';

/** Says that what stands on past orders is worked out over a part of them, where there are very many. */
export function Sampled() {
  const { data } = useHistoryQuery();
  const count = data?.orders.count ?? 0;
  const every = sampleOf(count);
  if (every === 1) return null;
  return (
    <p className="aside-note">
      Worked out over one in {every} of {counts(count, 'past order')}: amounts and counts here are of that part.
    </p>
  );
}
