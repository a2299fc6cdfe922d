import type { Edit } from '../../../../core/book/index.ts';
import { counts, money } from '../../../../words/index.ts';
import { type OpenBook, useEngine, useMoment } from '../../../data/book.ts';
import type { ChargeChange } from '../../../engine/changed-charges.ts';

const shown = 3;

/** What shoppers would be charged otherwise after edits of goods: pinned baskets, and each of the goods alone. */
export function ChangedCharges({ book, edits }: { book: OpenBook; edits: readonly Edit[] }) {
  const moment = useMoment();
  const found = useEngine(
    (engine) => (moment === null ? null : engine.changedCharges(edits, moment)),
    [edits, moment],
    'study',
  );
  if (!found) return null;
  const amount = (value: number | null) => (value === null ? 'not to be had' : money(value as never, book.home));
  const examples = (all: readonly ChargeChange[]) =>
    all
      .slice(0, shown)
      .map(({ name, before, after }) => `${name} ${amount(before)} → ${amount(after)}`)
      .join(', ');
  const place = book.home.assumed;
  const alone = counts(found.alone.length, 'is', 'are');
  return (
    <p className="mt-1" aria-live="polite">
      {found.pinned.length === 0
        ? 'No pinned basket is charged otherwise'
        : `${counts(found.pinned.length, 'pinned basket')} charged otherwise: ${examples(found.pinned)}`}
      {place !== null && `; of ${counts(found.asked, 'item', 'goods')} bought alone to ${place}, ${alone}`}
      {found.alone.length > 0 && `: ${examples(found.alone)}${found.alone.length > shown ? ' …' : ''}`}.
    </p>
  );
}
