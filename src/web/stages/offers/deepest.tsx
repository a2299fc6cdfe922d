import { useState } from 'react';
import { amountOf, basketWords, counts, money, offerTitle, serviceName, wholeOf } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { useHeavy } from '../../data/heavy.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { AmountPart, TextPart } from '../../ui/field.tsx';
import { Working } from './working.tsx';

/** The baskets that leave the seller least, within units and value. */
export function DeepestBasket({ book, moment }: { book: OpenBook; moment: number }) {
  const [units, setUnits] = useState('6');
  const [value, setValue] = useState(amountOf(500, book.home.currency));
  const work = useHeavy(
    (engine, pace) =>
      engine.deepest(moment, Number(units), Math.round(Number(value) * wholeOf(book.home.currency)), pace),
    { by: [units, value, book.book, book.goods, moment] },
  );
  const answer = work.state.last;
  return (
    <section className="mt-6" aria-label="The baskets that leave least">
      <h2>The baskets that leave least</h2>
      <p className="sentence">
        Among baskets of one item or two, up to{' '}
        <TextPart
          label="Units at most"
          value={units}
          fault={(text) => (/^[1-9]\d?$/.test(text) ? null : '1 to 99')}
          onCommit={setUnits}
        />{' '}
        units worth at most <AmountPart label="Value at most" value={value} onCommit={setValue} /> {book.home.currency},
        to a place in each zone, with every code and every two.
      </p>
      <Working work={work} what="Look for them" />
      {answer && (
        <>
          <p className="muted small">
            <CsvButton
              file="deepest.csv"
              head={['basket', 'service', 'offers', 'left']}
              rows={() =>
                answer.baskets.map((one) => [
                  basketWords(one.example, book.home),
                  one.service,
                  one.used.join(' '),
                  money(one.margin.left, book.home),
                ])
              }
            >
              Take away as CSV
            </CsvButton>{' '}
            {counts(answer.tried, 'basket was', 'baskets were')} answered: every count of every item alone, and the
            eight thinnest items with each other one, bought by anybody in no channel. The 400 thinnest by price, cost
            and delivery are worked out in full; others may leave less.
          </p>
          <table className="ruled mt-2" aria-label="Deepest baskets">
            <thead>
              <tr>
                <th>Basket</th>
                <th>By</th>
                <th>Offers used</th>
                <th className="figure">Left</th>
              </tr>
            </thead>
            <tbody>
              {answer.baskets.map((one) => (
                <tr key={`${basketWords(one.example, book.home)} ${one.service}`}>
                  <td>{basketWords(one.example, book.home)}</td>
                  <td>{serviceName(book.book, one.service)}</td>
                  <td>{one.used.map((id) => offerTitle(book.book, id)).join(', ') || 'none'}</td>
                  <td className={`figure ${one.margin.left < 0 ? 'text-off' : ''}`}>
                    {money(one.margin.left, book.home)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </section>
  );
}
