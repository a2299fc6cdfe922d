import { Link, useLocation } from 'react-router';
import { starterBook } from '../../core/book/index.ts';
import { starterNames } from '../../words/index.ts';
import { useImportBookMutation } from '../data/api.ts';
import { failure } from '../data/failed.ts';
import { useAppSelector } from '../data/index.ts';

/** Begins an empty Plemb with one market and an empty template, at the browser's own clock and language. */
export function StarterButton() {
  const [put, { isLoading, error }] = useImportBookMutation();
  const who = useAppSelector((state) => state.view.who);
  const start = () => {
    const { locale, timeZone } = Intl.DateTimeFormat().resolvedOptions();
    const country = new Intl.Locale(locale).maximize().region ?? 'IE';
    const text = JSON.stringify({
      ...starterBook({ country, currency: 'EUR', locale, timeZone }, starterNames),
      goods: [],
    });
    put({ text, who, base: 0 });
  };
  return (
    <>
      <button type="button" className="act main" disabled={isLoading} onClick={start}>
        Begin with an empty template
      </button>
      {error && <span className="fault"> {failure(error).title}</span>}
    </>
  );
}

/** Leads a book that has not begun to a few answers, wherever one is. */
export function BeginBanner() {
  const { pathname } = useLocation();
  if (pathname === '/begin') return null;
  return (
    <p className="banner" style={{ background: 'var(--selection)' }}>
      Nothing is delivered yet: no zone, no service.{' '}
      <Link className="quiet" to="/begin">
        Begin with a few answers
      </Link>
    </p>
  );
}
