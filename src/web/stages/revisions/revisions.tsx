import { useState } from 'react';
import { pathWords, valueWords } from '../../../words/index.ts';
import { useChangesQuery, useRevisionsQuery, useTakeBackMutation } from '../../data/api.ts';
import { useBook } from '../../data/book.ts';
import { useAppSelector } from '../../data/index.ts';
import { useDated } from '../../ui/clock.ts';
import { failure } from '../../ui/failed.ts';

const most = 300;

/** Every save, with who, when and what; two compared; one taken back. */
export function RevisionsStage() {
  const dated = useDated();
  const book = useBook();
  const who = useAppSelector((state) => state.view.who);
  const { data } = useRevisionsQuery();
  const [to, setTo] = useState<number | null>(null);
  const [from, setFrom] = useState<number | null>(null);
  const newest = data?.revisions[0]?.number ?? 0;
  const upper = to ?? newest;
  const lower = from ?? Math.max(0, upper - 1);
  const { data: changes } = useChangesQuery({ from: lower, to: upper }, { skip: upper === 0 });
  const [takeBack, taken] = useTakeBackMutation();
  if (!book) return null;
  return (
    <div className="stage">
      <section className="sheet" aria-label="Revisions">
        <div className="head">
          <h1>Revisions</h1>
          <span className="muted">every save, newest first</span>
        </div>
        <table className="ruled">
          <thead>
            <tr>
              <th className="figure">No.</th>
              <th>When</th>
              <th>Who</th>
              <th>What for</th>
              <th className="figure">Changes</th>
              <th>Compare</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {data?.revisions.map((one) => (
              <tr key={one.number} className={one.number === upper ? 'chosen' : ''}>
                <td className="figure">{one.number}</td>
                <td className="whitespace-nowrap">{dated(one.at)}</td>
                <td>{one.who}</td>
                <td>{one.note || <span className="muted">—</span>}</td>
                <td className="figure">{one.count}</td>
                <td className="whitespace-nowrap">
                  <label>
                    <input
                      type="radio"
                      name="from"
                      checked={lower === one.number}
                      disabled={one.number >= upper}
                      onChange={() => setFrom(one.number)}
                    />{' '}
                    from
                  </label>{' '}
                  <label>
                    <input
                      type="radio"
                      name="to"
                      checked={upper === one.number}
                      onChange={() => {
                        setTo(one.number);
                        if (lower >= one.number) setFrom(Math.max(0, one.number - 1));
                      }}
                    />{' '}
                    to
                  </label>
                </td>
                <td>
                  {one.number > 1 && (
                    <button
                      type="button"
                      className="quiet"
                      disabled={taken.isLoading}
                      onClick={() => takeBack({ number: one.number, who })}
                    >
                      Take back
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {taken.error && (
          <p className="aside-note off" role="alert">
            {failure(taken.error).title}
            {failure(taken.error).conflicts &&
              `: ${failure(taken.error)
                .conflicts?.map((one) => pathWords(book.book, one.path))
                .join(', ')}`}
          </p>
        )}
      </section>
      <aside className="meaning" aria-label="What changed">
        <h2>
          From {lower} to {upper}
        </h2>
        {changes?.changes.slice(0, most).map((one) => (
          <p key={one.path.join('/')} className="border-t border-base-300 py-1.5">
            <strong>{pathWords(book.book, one.path)}</strong>
            <br />
            <span className="muted">{valueWords(one.before)}</span> → {valueWords(one.after)}
          </p>
        ))}
        {changes && changes.changes.length > most && <p className="muted">and {changes.changes.length - most} more</p>}
        {changes?.changes.length === 0 && <p className="muted">Nothing differs.</p>}
      </aside>
    </div>
  );
}
