import { Link } from 'react-router';
import type { Overlooked } from '../../../core/plan/index.ts';
import { counted, counts, overlookedWords } from '../../../words/index.ts';
import { useOrdersQuery, useVisitsQuery } from '../../data/api.ts';
import { type OpenBook, useBook, useEngine, useMoment } from '../../data/book.ts';
import { usePast } from '../../data/past.ts';
import { CsvButton } from '../../ui/csv-button.tsx';

/** What is easily overlooked, those that touched most of the past orders first, each with the act that mends it. */
export function OverlookedStage() {
  const book = useBook();
  return book && <OverlookedSheet book={book} />;
}

function OverlookedSheet({ book }: { book: OpenBook }) {
  const { data: orders } = useOrdersQuery();
  const { data: visits } = useVisitsQuery();
  const { count, every } = usePast();
  const moment = useMoment();
  const byCountry = Object.fromEntries((visits?.visits ?? []).map((one) => [one.country, one.visits]));
  const found = useEngine(
    (engine) => (visits && moment !== null ? engine.overlooked(byCountry, moment) : null),
    [visits, moment],
    'orders',
  );
  const names = new Map(book.goods.map(({ sku, name }) => [sku, name]));
  const ordered = counts(count, 'past order');
  const rows = (found ?? []).map((one) => ({
    ...overlookedWords(book.book, one, (sku) => names.get(sku) ?? sku),
    orders: one.orders * every,
    to: mendedAt(one),
  }));
  return (
    <div className="stage plain">
      <section className="sheet" aria-label="Overlooked">
        <div className="head">
          <h1>Overlooked</h1>
          <span className="muted">
            {found === null
              ? 'Looking …'
              : found.length === 0
                ? 'Nothing that past orders ran into.'
                : `${counts(found.length, 'thing')}, by how many of ${ordered} they touched`}
          </span>
          {rows.length > 0 && (
            <span className="acts">
              <CsvButton
                file="overlooked.csv"
                head={['what', 'orders', 'act']}
                rows={() => rows.map(({ what, orders: touched, act }) => [what, String(touched), act])}
              >
                Overlooked as CSV
              </CsvButton>
            </span>
          )}
        </div>
        {orders?.length === 0 && (
          <p className="aside-note">
            How often each met an order shows once there are{' '}
            <Link className="quiet" to="/history">
              past orders
            </Link>
            .
          </p>
        )}
        {rows.length > 0 && (
          <table className="ruled">
            <thead>
              <tr>
                <th>What</th>
                <th className="figure">Orders touched</th>
                <th>To mend it</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(({ what, orders: touched, act, to }) => (
                <tr key={what}>
                  <td>{what}</td>
                  <td className="figure">
                    {every > 1 && touched > 0 ? 'about ' : ''}
                    {counted(touched)}
                  </td>
                  <td>
                    <Link className="quiet" to={to}>
                      {act}
                    </Link>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
    </div>
  );
}

/** Where it is mended. */
function mendedAt(one: Overlooked): string {
  switch (one.is) {
    case 'own rate':
      return `/goods?where=${encodeURIComponent(`sku is ${one.sku}`)}`;
    case 'lacking':
      return `/goods?lacks=${one.what}`;
    case 'empty selection':
      return `/goods?selection=${one.selection}`;
    case 'no zone':
      return '/places';
    case 'not looked at':
      return '/rates/carrier';
    case 'beyond':
    case 'one step':
      return `/rates/${one.zone}/${one.service}?template=${one.template}`;
  }
}
