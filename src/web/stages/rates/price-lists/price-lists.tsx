import clsx from 'clsx';
import { Link, useNavigate, useParams } from 'react-router';
import type { PriceListBody } from '../../../../core/carrier/index.ts';
import { holdsWords } from '../../../../words/index.ts';
import { type OpenBook, useBook } from '../../../data/book.ts';
import { freshId } from '../../../ui/fresh-id.ts';
import { RatesTabs } from '../tabs.tsx';
import { PriceListSheet } from './price-list.tsx';

export function PriceListsStage() {
  const book = useBook();
  return book && <PriceLists book={book} />;
}

/** The price lists of carriers beside the one that is asked itself, and the chosen one whole. */
function PriceLists({ book }: { book: OpenBook }) {
  const { list: id } = useParams();
  const go = useNavigate();
  const { priceLists } = book.book;
  const chosen = priceLists.find((one) => one.id === id) ?? priceLists[0];
  const add = () => {
    const fresh = freshId('list', priceLists);
    book.edit(['priceLists', fresh], beginning(fresh, book.home.currency));
    go(`/rates/price-lists/${fresh}`);
  };
  return (
    <div className="stage plain">
      <section className="sheet flex flex-col" aria-label="Price lists">
        <RatesTabs book={book} />
        <div className="head">
          <h1>Price lists</h1>
          <span className="muted">What other carriers ask, beside Ternline’s cards: as files, or line by line.</span>
          <span className="acts">
            <button type="button" className="act" onClick={add}>
              Add a price list
            </button>
          </span>
        </div>
        {priceLists.length === 0 && (
          <p className="muted">
            No price list yet. Add one for each carrier, then open the file of its prices: a line for each service, zone
            and step of weight, whatever its columns are called.
          </p>
        )}
        {priceLists.length > 1 && (
          <nav className="mb-2 flex flex-wrap gap-4" aria-label="Carriers">
            {priceLists.map((one) => (
              <Link
                key={one.id}
                className={clsx('quiet', one === chosen && 'font-semibold')}
                aria-current={one === chosen ? 'page' : undefined}
                to={`/rates/price-lists/${one.id}`}
              >
                {one.name} <span className="muted">{holdsWords(one)}</span>
              </Link>
            ))}
          </nav>
        )}
        {chosen && <PriceListSheet key={chosen.id} book={book} list={chosen} />}
      </section>
    </div>
  );
}

const beginning = (id: string, currency: string): PriceListBody => ({
  id,
  name: 'New carrier',
  currency,
  from: [],
  divisor: null,
  zones: [],
  prices: [],
  extras: [],
});
