import { localOf } from '../../../core/exact/index.ts';
import type { OfferBody } from '../../../core/offers/index.ts';
import type { OpenBook } from '../../data/book.ts';

/** What is done with several offers at once. */
export function Bulk({
  book,
  moment,
  picked,
  clear,
}: {
  book: OpenBook;
  moment: number;
  picked: ReadonlySet<string>;
  clear: () => void;
}) {
  const some = book.book.offers.filter((one) => picked.has(one.id));
  const set = (field: 'state' | 'window', value: (one: OfferBody) => unknown) => {
    book.editAll(some.map((one) => ({ path: ['offers', one.id, field], value: value(one) })));
    clear();
  };
  return (
    <p className="my-2 flex items-center gap-4" role="group" aria-label="The picked offers">
      <strong>{some.length} picked</strong>
      <button type="button" className="act" onClick={() => set('state', () => 'paused')}>
        Pause {some.length}
      </button>
      <button type="button" className="act" onClick={() => set('state', () => 'meant')}>
        Mean {some.length}
      </button>
      <button
        type="button"
        className="act"
        onClick={() =>
          set('window', (one) => ({ ...one.window, until: localOf(moment, one.window.zone).slice(0, 16) }))
        }
      >
        End {some.length} now
      </button>
      <button type="button" className="quiet" onClick={clear}>
        Pick none
      </button>
    </p>
  );
}
