import type { Book, Edit } from '../../../core/book/index.ts';
import { defaultTemplateOf } from '../../../core/book/index.ts';
import type { Meeting } from '../../../core/plan/index.ts';
import { money, offerTitle, relationWords, secondName } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { freshId } from '../../ui/fresh-id.ts';
import { useTender } from '../../ui/tender.ts';
import type { MeetingRow } from './meetings.tsx';

/** One meeting in words, and what can be done about it. */
export function MeetingPanel({ book, meeting, losing }: MeetingRow & { book: OpenBook }) {
  const tender = useTender();
  const { first, second, relation } = meeting;
  return (
    <section aria-label="The meeting chosen">
      <h2>
        {offerTitle(book.book, first.offer)} with {secondName(book.book, meeting, tender)}
      </h2>
      <p className="mt-1">{relationWords(book.book, meeting, tender)}</p>
      {meeting.surprising && <p className="text-off">Shoppers would expect to have both, and cannot.</p>}
      {relation.is === 'competes' && (
        <p className="mt-2 flex flex-wrap items-center gap-2">
          {second.is === 'offer' ? (
            <button type="button" className="act" onClick={() => book.editAll(letBoth(book.book, meeting))}>
              Let these two act together
            </button>
          ) : (
            <button
              type="button"
              className="act"
              onClick={() =>
                book.edit(
                  [
                    'templates',
                    defaultTemplateOf(book.book).id,
                    'lanes',
                    second.zone,
                    second.service,
                    'freeFrom',
                    'test',
                  ],
                  'before',
                )
              }
            >
              Test the lane’s threshold before discounts
            </button>
          )}
          {losing && losing.loss > 0 && (
            <span className="muted">would cost about {money(losing.loss, tender)} a year of orders like the last</span>
          )}
        </p>
      )}
    </section>
  );
}

/**
 * The edits after which two offers act together and every other pair as before: each group that has both becomes one
 * without the first and one without the second; a group that would have one offer goes.
 */
function letBoth(book: Book, { first, second }: Meeting): Edit[] {
  if (second.is !== 'offer') return [];
  const groups = book.eitherOr.filter(
    (group) => group.offers.includes(first.offer) && group.offers.includes(second.offer),
  );
  const taken = [...book.eitherOr];
  return groups.flatMap((group): Edit[] => {
    const [withSecond, withFirst] = [first.offer, second.offer].map((gone) => group.offers.filter((id) => id !== gone));
    if (group.offers.length === 2) return [{ path: ['eitherOr', group.id] }];
    const id = freshId('either-or', taken);
    const other = {
      ...group,
      id,
      name: `${group.name}, ${offerTitle(book, second.offer)}`.slice(0, 120),
      offers: withSecond ?? [],
    };
    taken.push(other);
    return [
      { path: ['eitherOr', group.id, 'offers'], value: withFirst },
      { path: ['eitherOr', id], value: other },
    ];
  });
}
