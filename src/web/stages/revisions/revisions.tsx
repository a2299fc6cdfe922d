import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { pathIn, type Revision } from '../../../contract/index.ts';
import { changeText, pathWords } from '../../../words/index.ts';
import { useRooms } from '../../app/rooms.ts';
import { useChangesQuery, useRevisionsQuery } from '../../data/api.ts';
import { type OpenBook, useBook, useTakeBack } from '../../data/book.ts';
import { failure } from '../../data/failed.ts';
import { useAppSelector } from '../../data/index.ts';
import { useMomentText } from '../../ui/clock.ts';
import { ChoicePart } from '../../ui/field.tsx';

const most = 300;

export function RevisionsStage() {
  const book = useBook();
  return book ? <Revisions book={book} /> : null;
}

/** Every save, with who, when and what, of a person, a stage or an object; two compared; one taken back. */
function Revisions({ book }: { book: OpenBook }) {
  const [asked, setAsked] = useSearchParams();
  const stages = useRooms();
  const [who, stage, of] = ['who', 'stage', 'of'].map((key) => asked.get(key) ?? undefined);
  // Pages come one after another: the numbers before which they begin.
  const [pages, setPages] = useState<readonly number[]>([]);
  const kinds = stages.find((one) => one.path === stage);
  const { data, isFetching } = useRevisionsQuery({
    ...(pages.length > 0 ? { before: pages.at(-1) } : {}),
    ...(who ? { who } : {}),
    ...(kinds ? { kinds: Object.keys(kinds.opens).join(',') } : {}),
    ...(of ? { of } : {}),
  });
  const narrow = (key: string, value: string) => {
    setPages([]);
    setAsked((now) => {
      const next = new URLSearchParams(now);
      if (value === '') next.delete(key);
      else next.set(key, value);
      return next;
    });
  };
  const [chosen, setChosen] = useState<{ from: number; to: number } | null>(null);
  const newest = data?.revisions[0]?.number ?? 0;
  const { from, to } = chosen ?? { from: Math.max(0, newest - 1), to: newest };
  return (
    <div className="stage">
      <section className="sheet" aria-label="Revisions">
        <div className="head">
          <h1>Revisions</h1>
          <span className="sentence">
            of{' '}
            <ChoicePart
              label="Who"
              value={who ?? ''}
              choices={[
                { value: '', label: 'everybody' },
                ...(data?.people ?? (who ? [who] : [])).map((one) => ({ value: one, label: one })),
              ]}
              onCommit={(next) => narrow('who', next)}
            />{' '}
            in{' '}
            <ChoicePart
              label="Stage"
              value={stage ?? ''}
              choices={[
                { value: '', label: 'all stages' },
                ...stages
                  .filter((one) => Object.keys(one.opens).length > 0)
                  .map((one) => ({ value: one.path, label: one.name })),
              ]}
              onCommit={(next) => narrow('stage', next)}
            />
            {of && (
              <>
                {' '}
                of <strong>{pathWords(book.book, pathIn(of))}</strong>{' '}
                <button type="button" className="quiet small" onClick={() => narrow('of', '')}>
                  of all
                </button>
              </>
            )}
          </span>
          <span className="muted">newest first</span>
        </div>
        <Rows book={book} revisions={data?.revisions ?? []} from={from} to={to} choose={setChosen} />
        {data?.revisions.length === 0 && <p className="muted mt-2">No revision is so.</p>}
        <p className="mt-2 flex gap-2">
          {pages.length > 0 && (
            <button type="button" className="act" onClick={() => setPages(pages.slice(0, -1))}>
              Newer
            </button>
          )}
          {data?.next != null && (
            <button
              type="button"
              className="act"
              disabled={isFetching}
              onClick={() => setPages([...pages, data.next as number])}
            >
              Older
            </button>
          )}
        </p>
      </section>
      <Compared book={book} from={from} to={to} />
    </div>
  );
}

function Rows({
  book,
  revisions,
  from,
  to,
  choose,
}: {
  book: OpenBook;
  revisions: readonly Revision[];
  from: number;
  to: number;
  choose: (next: { from: number; to: number }) => void;
}) {
  const dated = useMomentText();
  const who = useAppSelector((state) => state.view.who);
  const [takeBack, taken] = useTakeBack();
  const refused = taken.error && failure(taken.error);
  return (
    <>
      <div className="wide">
        <table className="ruled">
          <thead>
            <tr>
              <th className="figure">No.</th>
              <th>When</th>
              <th>Who</th>
              <th>What</th>
              <th>Compare</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {revisions.map((one) => (
              <tr key={one.number} className={one.number === to ? 'chosen' : ''}>
                <td className="figure">{one.number}</td>
                <td className="whitespace-nowrap">{dated(one.at)}</td>
                <td>{one.who}</td>
                <td>
                  {one.note && <span className="font-semibold">{one.note}</span>}
                  <Said book={book} revision={one} />
                </td>
                <td className="whitespace-nowrap">
                  <label>
                    <input
                      type="radio"
                      name="from"
                      checked={from === one.number}
                      disabled={one.number >= to}
                      onChange={() => choose({ from: one.number, to })}
                    />{' '}
                    from
                  </label>{' '}
                  <label>
                    <input
                      type="radio"
                      name="to"
                      checked={to === one.number}
                      onChange={() =>
                        choose({ from: from < one.number ? from : Math.max(0, one.number - 1), to: one.number })
                      }
                    />{' '}
                    to
                  </label>
                </td>
                <td>
                  {one.number > 1 && (
                    <button
                      type="button"
                      className="quiet whitespace-nowrap"
                      disabled={taken.isLoading}
                      onClick={() => takeBack(one.number, who)}
                    >
                      Take back
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {refused && (
        <p className="aside-note off" role="alert">
          {refused.title}
          {refused.conflicts && `: ${refused.conflicts.map((one) => pathWords(book.book, one.path)).join(', ')}`}
        </p>
      )}
    </>
  );
}

/** The first changes of a revision, and how many more there are. */
function Said({ book, revision }: { book: OpenBook; revision: Revision }) {
  const more = revision.count - revision.first.length;
  return (
    <span className="muted block font-normal">
      {revision.first.map((change) => (
        <span key={change.path.join('/')} className="block">
          {changeText(book.book, change)}
        </span>
      ))}
      {more > 0 && revision.first.length > 0 && `and ${more} more`}
    </span>
  );
}

/** What differs between two revisions. */
function Compared({ book, from, to }: { book: OpenBook; from: number; to: number }) {
  const { data } = useChangesQuery({ from, to }, { skip: to === 0 });
  return (
    <aside className="meaning" aria-label="What changed">
      <h2>
        From {from} to {to}
      </h2>
      {data?.changes.slice(0, most).map((one) => (
        <p key={one.path.join('/')} className="border-t border-base-300 py-1.5">
          {changeText(book.book, one)}
        </p>
      ))}
      {data && data.changes.length > most && <p className="muted">and {data.changes.length - most} more</p>}
      {data?.changes.length === 0 && <p className="muted">Nothing differs.</p>}
    </aside>
  );
}
