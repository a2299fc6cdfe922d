import { useState } from 'react';
import { parsePlace } from '../../../core/places/index.ts';
import { firstFault, money, serviceInText } from '../../../words/index.ts';
import { type OpenBook, useBook, useEngine, useMoment } from '../../data/book.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { ChoicePart, TextPart } from '../../ui/field.tsx';
import { GoodsPart } from './parts.tsx';
import { OffersTabs } from './tabs.tsx';

export function PriceStage() {
  const book = useBook();
  const moment = useMoment();
  return book && moment !== null ? <Price book={book} moment={moment} /> : null;
}

const placeFault = (text: string): string | null => {
  const read = parsePlace(text);
  return firstFault(read);
};
const mostShown = 200;

/** What prices would have to be for delivery to be free and as much to be left. */
function Price({ book, moment }: { book: OpenBook; moment: number }) {
  const [selection, setSelection] = useState<string | null>(book.book.selections[0]?.id ?? null);
  const [market, setMarket] = useState(book.home.id);
  const [place, setPlace] = useState(book.home.assumed ?? 'IE');
  const [units, setUnits] = useState('1');
  const answer = useEngine(
    (engine) => engine.included(selection, market, place, Number(units), moment),
    [selection, market, place, units, moment],
    'study',
  );
  const goods = answer?.goods ?? [];
  const tender = answer?.market ?? book.home;
  const say = (amount: number) => money(amount, tender);
  const rise = (price: number, needed: number) => `+${(((needed - price) / price) * 100).toFixed(1)} %`;
  return (
    <div className="stage plain">
      <section className="sheet" aria-label="Delivery in the price">
        <OffersTabs />
        <div className="head">
          <h1>Delivery in the price</h1>
          <span className="acts">
            <CsvButton
              file="delivery-in-the-price.csv"
              head={['sku', 'name', 'price', 'delivery', 'delivered today', 'price needed']}
              rows={() =>
                goods.map((one) => [
                  one.sku,
                  one.name,
                  say(one.price),
                  say(one.delivery),
                  say(one.price + one.delivery),
                  one.needed === null ? '' : say(one.needed),
                ])
              }
            >
              Take away as CSV
            </CsvButton>
          </span>
        </div>
        <p className="sentence">
          If delivery of{' '}
          <TextPart
            label="Units"
            value={units}
            fault={(text) => (/^[1-9]\d?$/.test(text) ? null : '1 to 99')}
            onCommit={setUnits}
          />{' '}
          of each of <GoodsPart book={book} label="Goods" goods={selection} onCommit={setSelection} /> to{' '}
          <TextPart label="Place" value={place} fault={placeFault} onCommit={setPlace} /> were in the price, in the
          market{' '}
          <ChoicePart
            label="Market"
            value={market}
            choices={book.book.markets.map((one) => ({ value: one.id, label: one.name }))}
            onCommit={setMarket}
          />
          , so that as much is left as today:
        </p>
        <table className="ruled mt-2" aria-label="Prices with delivery in them">
          <thead>
            <tr>
              <th>Item</th>
              <th className="figure">Price today</th>
              <th className="figure">Delivery today</th>
              <th className="figure">Delivered today</th>
              <th className="figure">Price with delivery in it</th>
              <th className="figure">Beside the old price</th>
              <th>Its lane’s threshold</th>
            </tr>
          </thead>
          <tbody>
            {goods.slice(0, mostShown).map((one) => (
              <tr key={one.sku}>
                <td>
                  <span className="mono">{one.sku}</span> {one.name}
                </td>
                <td className="figure">{say(one.price)}</td>
                <td className="figure">
                  {one.free ? 'free' : `${say(one.delivery)} ${serviceInText(book.book, one.service)}`}
                </td>
                <td className="figure">{say(one.price + one.delivery)}</td>
                <td className="figure">
                  <strong>{one.needed === null ? 'none below ten times as much' : say(one.needed)}</strong>
                </td>
                <td className="figure">{one.needed === null || one.price === 0 ? '' : rise(one.price, one.needed)}</td>
                <td>
                  {one.reaches && one.reaches.now !== one.reaches.later
                    ? `reached by ${one.reaches.later} instead of ${one.reaches.now}`
                    : one.reaches
                      ? `reached by ${one.reaches.now}, as now`
                      : 'none'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {goods.length > mostShown && (
          <p className="muted mt-1">and {goods.length - mostShown} more: take them away as CSV.</p>
        )}
        {answer && goods.length === 0 && <p className="muted mt-2">None of these goods is delivered there.</p>}
        <p className="muted small mt-2">
          Tax, payment and advertising are minded, and the carrier’s cost is the same on both sides; offers are left
          aside. Where shoppers buy several at once, each pays for delivery in its price: choose the units an order
          usually has.
        </p>
      </section>
    </div>
  );
}
