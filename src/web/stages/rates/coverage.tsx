import { Link } from 'react-router';
import { stated } from '../../../core/channels/index.ts';
import type { CoverageFinding } from '../../../core/check/index.ts';
import { type CoverageWords, counts, coverageWords, massOf, money } from '../../../words/index.ts';
import { useVisitsQuery } from '../../data/api.ts';
import { type OpenBook, useBook, useEngine } from '../../data/book.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { RatesTabs } from './tabs.tsx';

export function CoverageStage() {
  const book = useBook();
  return book && <Coverage book={book} />;
}

/**
 * What shoppers cannot buy or have delivered, found by reasoning over the rules, each with the smallest example and a
 * way to mend it.
 */
function Coverage({ book }: { book: OpenBook }) {
  const { data } = useVisitsQuery();
  const visits = Object.fromEntries((data?.visits ?? []).map((one) => [one.country, one.visits]));
  const found = useEngine((engine) => engine.coverage(visits), [data], 'study');
  const told = (found ?? []).map((one) => sayOf(book, one));
  const grave = told.filter((one) => one.grave);
  const rest = told.filter((one) => !one.grave);
  return (
    <div className="stage plain">
      <section className="sheet" aria-label="Coverage">
        <RatesTabs book={book} />
        <div className="head">
          <h1>Coverage</h1>
          <span className="muted">
            {found === null
              ? 'Working it out …'
              : found.length === 0
                ? 'Everything can be bought everywhere it is delivered to.'
                : `${grave.length} where shoppers see nothing, ${rest.length} to know of`}{' '}
            · to {massOf(stated.mass)}, {money(stated.value, book.home)}, {counts(stated.units, 'unit')}
          </span>
          {told.length > 0 && (
            <span className="acts">
              <CsvButton
                file="coverage.csv"
                head={['what', 'example', 'mend']}
                rows={() => told.map((one) => [one.what, one.example, one.mend])}
              >
                Coverage as CSV
              </CsvButton>
            </span>
          )}
        </div>
        {[grave, rest].map((list, i) =>
          list.length === 0 ? null : (
            <table
              key={i === 0 ? 'grave' : 'rest'}
              className="ruled mb-4"
              aria-label={i === 0 ? 'Where shoppers see nothing' : 'To know of'}
            >
              <thead>
                <tr>
                  <th>{i === 0 ? 'Shoppers see nothing' : 'To know of'}</th>
                  <th>Smallest example</th>
                  <th>To mend it</th>
                </tr>
              </thead>
              <tbody>
                {list.map((one) => (
                  <tr key={`${one.what} ${one.example}`}>
                    <td className={i === 0 ? 'text-off' : ''}>{one.what}</td>
                    <td>{one.example}</td>
                    <td>
                      <Link className="quiet" to={one.to}>
                        {one.mend}
                      </Link>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          ),
        )}
      </section>
    </div>
  );
}

interface Said extends CoverageWords {
  readonly to: string;
  readonly grave: boolean;
}

function sayOf(book: OpenBook, one: CoverageFinding): Said {
  const itemName = (sku: string) => book.goods.find((item) => item.sku === sku)?.name ?? sku;
  return { ...coverageWords(book.book, one, book.home, itemName), to: mendedAt(one), grave: isGrave(one) };
}

/** Whether shoppers see nothing. */
const isGrave = (one: CoverageFinding): boolean =>
  one.is === 'gap' ? one.example !== null : one.is !== 'lane ends' && one.is !== 'left out';

/** Where a finding is mended. */
function mendedAt(one: CoverageFinding): string {
  switch (one.is) {
    case 'visited':
      return '/places';
    case 'zone without lanes':
      return `/rates/${one.zone}?template=${one.template}`;
    case 'gap':
    case 'lane ends':
      return `/rates/${one.zone}${one.service ? `/${one.service}` : ''}?template=${one.template}`;
    case 'left out':
      return `/rates?template=${one.template}`;
    case 'never sold':
      return `/goods?filter=${encodeURIComponent(one.skus[0] ?? '')}`;
    case 'unlisted':
      return `/offers/${one.offer}`;
    case 'clash':
      return `/goods?filter=${encodeURIComponent(one.b)}`;
  }
}
