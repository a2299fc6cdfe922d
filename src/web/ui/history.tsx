import { useState } from 'react';
import { Link } from 'react-router';
import { pathWord } from '../../contract/index.ts';
import { changeText } from '../../words/index.ts';
import { useRevisionsQuery } from '../data/api.ts';
import type { OpenBook } from '../data/book.ts';
import { useMomentText } from './clock.ts';

/** How many of an object's latest changes stand beside it. */
const latest = 6;

/** What was changed of one object of the book, the latest first; the rest a click away. */
export function History({ book, path }: { book: OpenBook; path: readonly string[] }) {
  const [open, setOpen] = useState(false);
  return (
    <details className="mt-4" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer font-semibold">History</summary>
      {open && <Changes book={book} of={pathWord(path)} />}
    </details>
  );
}

function Changes({ book, of }: { book: OpenBook; of: string }) {
  const dated = useMomentText();
  const { data } = useRevisionsQuery({ of });
  if (!data) return <p className="muted">looking …</p>;
  if (data.revisions.length === 0) return <p className="muted">As it was in the first book; nobody has changed it.</p>;
  return (
    <>
      {data.revisions.slice(0, latest).map((one) => (
        <p key={one.number} className="border-t border-base-300 py-1">
          {one.first.map((change) => (
            <span key={change.path.join('/')} className="block">
              {changeText(book.book, change)}
            </span>
          ))}
          <span className="muted small">
            {dated(one.at)}, {one.who}
          </span>
        </p>
      ))}
      <Link className="quiet small" to={`/revisions?of=${encodeURIComponent(of)}`}>
        All its revisions
      </Link>
    </>
  );
}
