import { Link } from 'react-router';
import { defaultTemplateOf } from '../../../core/book/index.ts';
import { SheetTabs } from '../../app/tabs.tsx';
import { type OpenBook, useEngine } from '../../data/book.ts';

/** The sheets of the stage: each template, then what holds for all of them. */
export function RatesTabs({ book, chosen = null }: { book: OpenBook; chosen?: string | null }) {
  const counts = useEngine((engine) => engine.counts(), [], 'study');
  return (
    <nav className="tabs-row" aria-label="Templates">
      {book.book.templates.map((one) => (
        <Link
          key={one.id}
          className="tab-link"
          to={one === defaultTemplateOf(book.book) ? '/rates' : `/rates?template=${one.id}`}
          aria-current={one.id === chosen ? 'page' : undefined}
        >
          {one.name} <span className="muted">{counts?.templates[one.id] ?? ''}</span>
        </Link>
      ))}
      <SheetTabs from={1} />
    </nav>
  );
}
