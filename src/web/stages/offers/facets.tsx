import { useNavigate } from 'react-router';
import type { OfferBody } from '../../../core/offers/index.ts';
import type { Meeting } from '../../../core/plan/index.ts';
import { listed, offerTitle, relationWords, secondName } from '../../../words/index.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';
import { History } from '../../ui/history.tsx';

/** What else is to know of an offer, below its rule, words and channels: what it meets, costs, and was. */
export function Facets({ book, offer, moment }: { book: OpenBook; offer: OfferBody; moment: number }) {
  const go = useNavigate();
  return (
    <>
      {offer.state === 'meant' && (
        <>
          <Meets book={book} offer={offer} moment={moment} />
          <section className="mt-4" aria-label="What it costs">
            <h3>Costs</h3>
            <button type="button" className="act mt-1" onClick={() => go(`/offers/costs/${offer.id}`)}>
              What it costs
            </button>
          </section>
        </>
      )}
      <History key={offer.id} book={book} path={['offers', offer.id]} />
    </>
  );
}

/** What it competes with, a line each; what it acts beside and never meets, in one. */
function Meets({ book, offer, moment }: { book: OpenBook; offer: OfferBody; moment: number }) {
  const meetings = useEngine((engine) => engine.meets(moment, offer.id), [offer.id, moment], 'study');
  const isIts = ({ first, second }: Meeting) =>
    first.offer === offer.id || (second.is === 'offer' && second.offer === offer.id);
  const met = meetings?.filter(isIts) ?? [];
  const other = (one: Meeting): string =>
    one.first.offer === offer.id ? secondName(book.book, one, book.home) : offerTitle(book.book, one.first.offer);
  const others = (is: Meeting['relation']['is']) =>
    met.filter((one) => one.relation.is === is && one.second.is === 'offer').map(other);
  const [beside, apart] = [others('together'), others('never')];
  return (
    <section className="mt-4" aria-label="What it meets">
      <h3>Meets</h3>
      {!meetings && <p className="muted">looking …</p>}
      {meetings && met.length === 0 && <p className="muted">Nothing else is meant.</p>}
      {met
        .filter((one) => one.relation.is === 'competes')
        .slice(0, 12)
        .map((one) => (
          <p key={other(one)} className="border-t border-base-300 py-1">
            <strong>{other(one)}.</strong>{' '}
            <span className={one.surprising ? 'text-off' : ''}>{relationWords(book.book, one, book.home)}</span>
          </p>
        ))}
      {beside.length > 0 && <p className="border-t border-base-300 py-1">Acts beside {listed(beside)}.</p>}
      {apart.length > 0 && <p className="border-t border-base-300 py-1">Never meets {listed(apart)}.</p>}
    </section>
  );
}
