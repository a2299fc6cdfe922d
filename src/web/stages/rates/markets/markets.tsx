import type { Market } from '../../../../core/book/index.ts';
import type { Problem } from '../../../../core/exact/index.ts';
import { findingText, pathWords } from '../../../../words/index.ts';
import { Problems } from '../../../app/problems.tsx';
import { type OpenBook, useBook, useEngine } from '../../../data/book.ts';
import { freshId } from '../../../ui/fresh-id.ts';
import { RatesTabs } from '../tabs.tsx';
import { Boxes } from './boxes.tsx';
import { Exchange } from './exchange.tsx';
import { MarketSentence } from './market.tsx';
import { OrderCosts } from './order-costs.tsx';
import { StockPlaces } from './stock-places.tsx';
import { Taxes } from './taxes.tsx';

export function MarketsStage() {
  const book = useBook();
  return book && <Markets book={book} />;
}

/**
 * What shoppers of each market see, the listed exchange rates, taxes by place, what an order costs, the stock
 * places and the seller's boxes.
 */
function Markets({ book }: { book: OpenBook }) {
  const amiss = useEngine((engine) => engine.amiss(), [], 'study');
  return (
    <div className="stage plain">
      <section className="sheet" aria-label="Markets">
        <RatesTabs book={book} />
        <div className="head">
          <h1>Markets</h1>
          <span className="muted">The first is the seller’s own: goods and offers are written in its currency.</span>
          <span className="acts">
            <button
              type="button"
              className="act"
              onClick={() => {
                const market = freshMarket(book);
                book.edit(['markets', market.id], market);
              }}
            >
              Add a market
            </button>
          </span>
        </div>
        <Problems book={book} wanted={ofMarkets} />
        {amiss !== null && amiss.length > 0 && (
          <section className="aside-note" aria-label="Amiss in the markets">
            {amiss.slice(0, 8).map((one) => (
              <p key={`${one.at.join()} ${findingText(one)}`}>
                <strong>{book.book.markets.find((market) => market.id === one.market)?.name}</strong>,{' '}
                {pathWords(book.book, one.at)}: {findingText(one)}.
              </p>
            ))}
            {amiss.length > 8 && <p className="muted">and {amiss.length - 8} more</p>}
          </section>
        )}
        {book.book.markets.map((market, i) => (
          <MarketSentence key={market.id} book={book} market={market} first={i === 0} />
        ))}
        <div className="mt-4 grid gap-6 md:grid-cols-2">
          <Exchange book={book} />
          <Taxes book={book} />
        </div>
        <OrderCosts book={book} />
        <StockPlaces book={book} />
        <Boxes book={book} />
      </section>
    </div>
  );
}

/** A market to begin with: the seller's own currency and clock, everything shown. */
const freshMarket = ({ book, home }: OpenBook): Market => ({
  id: freshId('market', book.markets),
  name: 'New market',
  currency: home.currency,
  locale: 'en-IE',
  timeZone: home.timeZone,
  tax: 'inside',
  assumed: null,
  decides: 'delivery',
  rounding: { is: 'nearest' },
  hides: 'none',
  oneOfAName: false,
  most: null,
});

/** Problems of what is set here, and of amounts elsewhere that no exchange rate brings into a market's currency. */
const ofMarkets = ({ at, is }: Problem): boolean =>
  is === 'no exchange' || ['markets', 'exchange', 'taxes', 'boxes', 'stockPlaces', 'costs'].includes(String(at[0]));
