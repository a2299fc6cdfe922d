import { useState } from 'react';
import { Link } from 'react-router';
import type { HistoryAnswer } from '../../../contract/index.ts';
import { localOf } from '../../../core/exact/index.ts';
import { type HistorySort, historySorts, sampleOf } from '../../../core/history/index.ts';
import { counted, countryName, counts, historyWords, money, monthText } from '../../../words/index.ts';
import { useForgetHistoryMutation, useHistoryQuery } from '../../data/api.ts';
import { type OpenBook, useBook, useEngine } from '../../data/book.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { OpenFile } from '../../ui/open-file.tsx';
import { useOpened } from '../../ui/opened.ts';
import { HistoryImport } from './import.tsx';

/** What the seller has of the past: past orders, visits, advertising; by files of anybody's. */
export function HistoryStage() {
  const book = useBook();
  const { data } = useHistoryQuery();
  const [chosen, setChosen] = useState<{ sort: HistorySort; file: File } | null>(null);
  const opened = useOpened(chosen?.file ?? null);
  if (!book || !data) return null;
  return (
    <div className="stage plain">
      <section className="sheet flex flex-col gap-2" aria-label="Own history">
        {chosen && opened ? (
          <HistoryImport sort={chosen.sort} file={opened} close={() => setChosen(null)} />
        ) : (
          <>
            <div className="head">
              <h1>Own history</h1>
              <span className="muted">Nothing personal is asked or kept.</span>
              <span className="acts">
                <Link className="act" to="/history/overlooked">
                  What past orders ran into
                </Link>
              </span>
            </div>
            {historySorts.map((sort) => (
              <Sort key={sort} book={book} sort={sort} there={data} onOpen={(file) => setChosen({ sort, file })} />
            ))}
            <Countries there={data} />
          </>
        )}
      </section>
    </div>
  );
}

/** How much there is of a sort, in words; null for nothing. */
function thereOf(sort: HistorySort, there: HistoryAnswer, book: OpenBook): string | null {
  const { orders, visits, advertising } = there;
  switch (sort) {
    case 'orders': {
      if (orders.count === 0 || orders.first === null || orders.last === null) return null;
      const every = sampleOf(orders.count);
      const days = [orders.first, orders.last]
        .map((at) => localOf(Date.parse(at), book.home.timeZone).slice(0, 10))
        .join(' to ');
      const part = every > 1 ? `; what stands on them is worked out over one in ${every}` : '';
      return `${counts(orders.count, 'order')}, ${days}${part}`;
    }
    case 'visits':
      return visits.count === 0 ? null : counts(visits.count, 'visit');
    case 'advertising':
      return advertising.rows === 0
        ? null
        : `${money(Math.round(Number(advertising.amount) * 100), book.home)} in ${counts(advertising.rows, 'row')}`;
  }
}

/** One sort of history: what there is, what stands on it, and the ways to bring it in and be rid of it. */
function Sort({
  book,
  sort,
  there,
  onOpen,
}: {
  book: OpenBook;
  sort: HistorySort;
  there: HistoryAnswer;
  onOpen: (file: File) => void;
}) {
  const [forgetting, setForgetting] = useState(false);
  const [forget] = useForgetHistoryMutation();
  const { name, stands, holds } = historyWords[sort];
  const what = thereOf(sort, there, book);
  return (
    <section className="border-t border-base-300 py-2" aria-label={name}>
      <p className="flex flex-wrap items-baseline gap-3">
        <strong>{name}</strong>
        <span className={what === null ? 'muted' : ''}>{what ?? 'none yet'}</span>
        <span className="ml-auto flex gap-2">
          <OpenFile label={`Import ${name.toLowerCase()}`} onOpen={onOpen} />
          {what !== null && (
            <button
              type="button"
              className="quiet danger small"
              aria-expanded={forgetting}
              onClick={() => setForgetting(!forgetting)}
            >
              Forget them …
            </button>
          )}
        </span>
      </p>
      <p className="muted">{what === null ? `${stands} ${holds}` : holds}</p>
      {forgetting && (
        <p className="aside-note off">
          {what} would be gone for good; a file of them can be brought in again.{' '}
          <button
            type="button"
            className="act"
            onClick={() => {
              forget(sort);
              setForgetting(false);
            }}
          >
            Forget all {name.toLowerCase()}
          </button>{' '}
          <button type="button" className="act" onClick={() => setForgetting(false)}>
            Keep them
          </button>
        </p>
      )}
    </section>
  );
}

/** How many looked from a country, in the last month that tells. */
function visitsWords({ country, visits, month, inMonth }: HistoryAnswer['countries'][number]): string {
  const when = month ? ` in ${monthText(month)}` : '';
  return `${counts(inMonth || visits, 'visit')} from ${countryName(country)}${when}`;
}

/** Where orders and visits came from, those first that no zone takes in. */
function Countries({ there }: { there: HistoryAnswer }) {
  const countries = there.countries.map(({ country }) => country);
  const zones = useEngine((engine) => engine.zonesOf(countries), [countries.join()], 'study');
  if (countries.length === 0) return null;
  const rows = there.countries.map((one) => ({ ...one, zone: zones?.[one.country] }));
  const none = rows.filter(({ zone }) => zone === null);
  const [worst] = [...none].sort((a, b) => b.orders - a.orders || b.visits - a.visits);
  const sorted = [...none, ...rows.filter(({ zone }) => zone !== null)];
  return (
    <section className="flex min-h-0 grow flex-col border-t border-base-300 pt-2" aria-label="By country">
      <p className="flex items-baseline gap-3">
        <strong>By country</strong>
        {worst && (
          <span className="text-off">
            {worst.orders > 0
              ? `${counts(worst.orders, 'order')} from ${countryName(worst.country)}`
              : visitsWords(worst)}
            ; no zone takes it in.
          </span>
        )}
        <span className="ml-auto">
          <CsvButton
            file="countries.csv"
            head={['country', 'orders', 'visits', 'zone']}
            rows={() => rows.map((one) => [one.country, String(one.orders), String(one.visits), one.zone ?? ''])}
          >
            Countries as CSV
          </CsvButton>
        </span>
      </p>
      <div className="wide min-h-0 grow overflow-auto">
        <table className="ruled">
          <thead>
            <tr>
              <th>Country</th>
              <th className="figure">Orders</th>
              <th className="figure">Visits</th>
              <th>Zone</th>
            </tr>
          </thead>
          <tbody>
            {sorted.map(({ country, orders, visits, zone }) => (
              <tr key={country}>
                <td>
                  {countryName(country)} <span className="muted mono">{country}</span>
                </td>
                <td className="figure">{counted(orders)}</td>
                <td className="figure">{counted(visits)}</td>
                <td className={zone === null ? 'text-off' : ''}>
                  {zone === null ? (
                    <Link className="quiet danger" to="/places">
                      no zone takes it in: take it into one
                    </Link>
                  ) : (
                    (zone ?? '')
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
