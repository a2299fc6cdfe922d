import { Link, useLocation } from 'react-router';
import { type OpenBook, useDesk } from '../store/desk.ts';

/** The sheets of the stage: each template, then what holds for all of them. */
export function RatesTabs({ book, chosen = null }: { book: OpenBook; chosen?: string | null }) {
  const counts = useDesk((desk, edits) => desk.counts(edits), [], 'study');
  const { pathname } = useLocation();
  const others = [
    ['/rates/mixing', 'Mixing'],
    ['/rates/markets', 'Markets and boxes'],
    ['/rates/carrier', 'Carrier and review'],
    ['/rates/coverage', 'Coverage'],
  ] as const;
  return (
    <nav className="tabs-row" aria-label="Templates">
      {book.book.templates.map((one, i) => (
        <Link
          key={one.id}
          className="tab-link"
          to={i === 0 ? '/rates' : `/rates?template=${one.id}`}
          aria-current={one.id === chosen ? 'page' : undefined}
        >
          {one.name} <span className="muted">{counts?.templates[one.id] ?? ''}</span>
        </Link>
      ))}
      {others.map(([to, name]) => (
        <Link key={to} className="tab-link" to={to} aria-current={pathname === to ? 'page' : undefined}>
          {name}
        </Link>
      ))}
    </nav>
  );
}
