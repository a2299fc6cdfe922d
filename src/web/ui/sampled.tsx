import { counts } from '../../words/index.ts';
import { usePast } from '../data/past.ts';

/** Says that what stands on past orders is worked out over a part of them, where there are very many. */
export function Sampled() {
  const { count, every } = usePast();
  if (every === 1) return null;
  return (
    <p className="aside-note">
      Worked out over one in {every} of {counts(count, 'past order')}: amounts and counts here are of that part.
    </p>
  );
}
