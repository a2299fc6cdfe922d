import { useState } from 'react';
import type { ListReport } from '../../../contract/index.ts';
import { channelName, counted, counts, offerTitle, rightBeside } from '../../../words/index.ts';
import {
  useBatchesQuery,
  useDropBatchMutation,
  useMakeCodesMutation,
  usePutListMutation,
  useSegmentsQuery,
  useSpendQuery,
} from '../../data/api.ts';
import { type OpenBook, useBook } from '../../data/book.ts';
import { failure } from '../../data/failed.ts';
import { nameFault, TextPart } from '../../ui/field.tsx';
import { freshId } from '../../ui/fresh-id.ts';
import { Remover } from '../../ui/remover.tsx';
import { OffersTabs } from './tabs.tsx';

export function CodesStage() {
  const book = useBook();
  return book && <Codes book={book} />;
}

const batchFault = (text: string): string | null =>
  /^[a-z0-9][a-z0-9-]{0,39}$/.test(text) ? null : 'small letters, digits and hyphens';
const countFault = (text: string): string | null =>
  /^[1-9]\d{0,5}$/.test(text) && Number(text) <= 100_000 ? null : '1 to 100000';

/**
 * What stands beside the book: single-use codes in batches, the customers of segments, and what budgets have been spent
 * on.
 */
function Codes({ book }: { book: OpenBook }) {
  return (
    <div className="stage plain">
      <section className="sheet" aria-label="Codes, customers and spend">
        <OffersTabs />
        <div className="grid gap-8 md:grid-cols-2">
          <Batches book={book} />
          <Segments book={book} />
          <Spend book={book} />
        </div>
      </section>
    </div>
  );
}

function Batches({ book }: { book: OpenBook }) {
  const { data: batches } = useBatchesQuery();
  const [make, made] = useMakeCodesMutation();
  const [drop] = useDropBatchMutation();
  const [name, setName] = useState('cards');
  const [count, setCount] = useState('500');
  const offersOf = (batch: string) =>
    book.book.offers.filter((one) => one.code?.is === 'single use' && one.code.batch === batch);
  return (
    <section aria-label="Single-use codes">
      <div className="head">
        <h1>Single-use codes</h1>
        <span className="muted">
          {batches && `${counted(batches.reduce((sum, one) => sum + one.codes, 0))} in all`}
        </span>
      </div>
      <table className="ruled mt-2" aria-label="Batches of codes">
        <thead>
          <tr>
            <th>Batch</th>
            <th className="figure">Codes</th>
            <th className="figure">Used</th>
            <th>For</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {(batches ?? []).map((one) => (
            <tr key={one.batch}>
              <td className="mono">{one.batch}</td>
              <td className="figure">{counted(one.codes)}</td>
              <td className="figure">{counted(one.used)}</td>
              <td>
                {offersOf(one.batch)
                  .map((offer) => offer.title)
                  .join(', ') || <span className="text-limit">no offer yet</span>}
              </td>
              <td className="space-x-3 whitespace-nowrap">
                <a className="quiet" href={`/api/codes/batches/${one.batch}/file`} download>
                  Export
                </a>{' '}
                <ListFile label={`Import into ${one.batch}`} to={`/codes/batches/${one.batch}`} method="PUT" />{' '}
                {one.used === 0 && offersOf(one.batch).length === 0 && (
                  <button type="button" className="quiet danger" onClick={() => drop(one.batch)}>
                    Drop
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {batches?.length === 0 && <p className="muted mt-2">No codes yet. Make some for cards in parcels, say 500.</p>}
      <p className="sentence mt-3">
        Make <TextPart label="How many codes" value={count} fault={countFault} onCommit={setCount} /> codes in{' '}
        <TextPart label="Name of the batch" value={name} fault={batchFault} onCommit={setName} />.{' '}
        <button
          type="button"
          className="act text-[13px]"
          disabled={made.isLoading}
          onClick={() => make({ batch: name, count: Number(count) })}
        >
          {made.isLoading ? 'Making them …' : `Make ${counts(Number(count), 'code')}`}
        </button>
      </p>
      {made.error && (
        <p className="fault" role="alert">
          {failure(made.error).title}
        </p>
      )}
      <p className="mt-2 space-x-4">
        <ListFile label={`Import a file as the batch ${name}`} to={`/codes/batches/${name}`} method="PUT" />{' '}
        <ListFile label="Import uses" to="/codes/used" method="POST" />
      </p>
      <p className="muted small mt-1">
        Files have the columns code and, if one likes, used. A file with a bad line changes nothing.
      </p>
    </section>
  );
}

function Segments({ book }: { book: OpenBook }) {
  const { data: counts } = useSegmentsQuery();
  const { segments } = book.book;
  return (
    <section aria-label="Segments of customers">
      <div className="head">
        <h1>Segments of customers</h1>
        <span className="acts">
          <button
            type="button"
            className="act"
            onClick={() => {
              const id = freshId('segment', segments);
              book.edit(['segments', id], { id, name: 'New segment' });
            }}
          >
            Add a segment
          </button>
        </span>
      </div>
      <table className="ruled mt-2" aria-label="Segments">
        <thead>
          <tr>
            <th>Segment</th>
            <th>Name</th>
            <th className="figure">Customers</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {segments.map((one) => (
            <tr key={one.id}>
              <td className="mono">{one.id}</td>
              <td>
                <TextPart
                  label={`Name of ${one.id}`}
                  value={one.name}
                  fault={nameFault}
                  onCommit={(name) => book.edit(['segments', one.id, 'name'], name)}
                />
              </td>
              <td className="figure">{counted(counts?.find((count) => count.segment === one.id)?.customers ?? 0)}</td>
              <td>
                <Remover book={book} things={[{ named: 'segment', id: one.id }]}>
                  Remove
                </Remover>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {segments.length === 0 && <p className="muted mt-2">No segments yet. A usual first one: trade.</p>}
      <p className="mt-3 space-x-4">
        <ListFile label="Import customers" to="/customers" method="PUT" />{' '}
        <a className="quiet" href="/api/customers/file" download>
          Export customers
        </a>
      </p>
      <p className="muted small mt-1">
        Files have the columns customer and segment: an id and a segment, nothing personal. New segments have to be
        saved first.
      </p>
    </section>
  );
}

/** What the offers with a budget have cost, week by week. */
function Spend({ book }: { book: OpenBook }) {
  const { data: rows } = useSpendQuery();
  return (
    <section aria-label="Spend of budgets">
      <div className="head">
        <h1>Spend of budgets</h1>
      </div>
      <table className="ruled mt-2" aria-label="Spend by week">
        <thead>
          <tr>
            <th>Offer</th>
            <th>Week from</th>
            <th>Channel</th>
            <th className="figure">Spent, {book.home.currency}</th>
          </tr>
        </thead>
        <tbody>
          {(rows ?? []).map((row) => (
            <tr key={`${row.offer} ${row.week} ${row.channel}`}>
              <td>{offerTitle(book.book, row.offer)}</td>
              <td>{row.week}</td>
              <td>{row.channel === null ? <span className="muted">none said</span> : channelName(row.channel)}</td>
              <td className="figure">{row.amount}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows?.length === 0 && (
        <p className="muted mt-2">
          Nothing spent so far. Baskets on the desk count from these rows what a budget has left.
        </p>
      )}
      <p className="mt-3 space-x-4">
        <ListFile label="Import spend" to="/spend" method="PUT" />{' '}
        <a className="quiet" href="/api/spend/file" download>
          Export spend
        </a>
      </p>
      <p className="muted small mt-1">
        Files have the columns offer, week (its Monday), amount and, if one likes, channel. A row takes the place of one
        of the same offer, week and channel.
      </p>
    </section>
  );
}

/** A button that takes a CSV file, and tells what became of it. */
function ListFile({ label, to, method }: { label: string; to: string; method: 'PUT' | 'POST' }) {
  const [put, done] = usePutListMutation();
  const report: ListReport | undefined = done.data;
  return (
    <>
      <label className="quiet cursor-pointer">
        {label.replace(/^(Import) into .*/, '$1')}
        <input
          type="file"
          className="sr-only"
          aria-label={label}
          accept=".csv,text/csv"
          onChange={async (event) => {
            const file = event.target.files?.[0];
            event.target.value = '';
            if (file) put({ to, method, text: await file.text() });
          }}
        />
      </label>
      {done.error && (
        <span className="fault" role="alert">
          {' '}
          {failure(done.error).title}
        </span>
      )}
      {report && (
        <span role="status">
          {' '}
          {report.badLines.length === 0 ? `${counted(report.taken)} taken.` : 'Nothing was taken. '}
          {report.badLines.slice(0, 20).map((line) => (
            <span key={line.line} className="fault block">
              Line {line.line}: {line.problems.map((one) => `${one.at.join(' ')}: ${rightBeside(one)}`).join(' · ')}
            </span>
          ))}
          {report.badLines.length > 20 && (
            <span className="fault block">and {report.badLines.length - 20} more lines</span>
          )}
        </span>
      )}
    </>
  );
}
