import { lazy, Suspense, useEffect, useMemo } from 'react';
import { I18nProvider } from 'react-aria-components';
import { NavLink, Outlet } from 'react-router';
import { counts, momentText, writtenIn } from '../../words/index.ts';
import { useBookQuery, useClockQuery, useLastCheckQuery } from '../data/api.ts';
import { useBook } from '../data/book.ts';
import { selectUnsaved } from '../data/editing.ts';
import { useAppDispatch, useAppSelector } from '../data/index.ts';
import { opened } from '../data/view.ts';
import { placeOfZone, WallContext } from '../ui/clock.ts';
import { TenderContext } from '../ui/tender.ts';
import { Toasts } from '../ui/toasts.tsx';
import { panels, useAhead } from './ahead.ts';
import { useKeys } from './keys.ts';
import { Opening } from './opening.tsx';
import { usePageTitle } from './page-title.ts';
import { stages } from './stages.ts';
import { BeginBanner } from './starter.tsx';
import { Strip } from './strip.tsx';

const Panels = lazy(async () => ({ default: (await panels()).Panels }));

/** The top bar, the stage at hand, the pinned strip below. */
export function Shell() {
  useKeys();
  usePageTitle();
  const act = useAppDispatch();
  const { open, theme, who, asOf, broken, waiting } = useAppSelector((state) => state.view);
  const count = useAppSelector(selectUnsaved);
  const book = useBook();
  useAhead(book !== null);
  const { data: saved, error } = useBookQuery();
  const { data: clock } = useClockQuery();
  const { data: report } = useLastCheckQuery();
  const off = report?.findings.filter((one) => one.standing === 'off').length ?? 0;
  const moment = asOf ?? clock?.now;
  const home = book?.home ?? nowhere;
  const year = moment === undefined ? null : new Date(moment).getUTCFullYear();
  const wall = useMemo(() => ({ ...home, year }), [home, year]);
  useEffect(() => {
    const dark = theme === 'dark' || (theme === 'system' && matchMedia('(prefers-color-scheme: dark)').matches);
    document.documentElement.dataset.theme = dark ? 'dark' : 'light';
  }, [theme]);

  return (
    <I18nProvider locale={writtenIn(home.locale)}>
      <Toasts>
        <TenderContext value={home}>
          <WallContext value={wall}>
            <div className="shell">
              <header className="bar">
                <svg width="20" height="22" viewBox="0 0 24 24" aria-hidden="true">
                  <path d="M5 2.5h14" stroke="#f2efe6" strokeWidth="2" strokeLinecap="round" />
                  <path d="M12 3v8" stroke="#f2efe6" strokeWidth="1.6" />
                  <path d="M9.5 11h5l4.3 3.1v3.4L15.8 21H8.2l-3-3.5v-3.4z" fill="#d9a441" />
                </svg>
                <strong className="mr-4 text-[17px]">Plemb</strong>
                <nav aria-label="Stages" className="flex">
                  {stages.map((stage, i) => (
                    <NavLink key={stage.path} to={`/${stage.path}`} className="stage-link">
                      <small>{i + 1}</small>
                      {stage.name}
                      {stage.path === 'check' && off > 0 && (
                        <span className="ml-2 rounded-full bg-[#b8371f] px-2 text-[11px] font-semibold text-white">
                          {off} off
                        </span>
                      )}
                    </NavLink>
                  ))}
                </nav>
                <span className="ml-auto flex items-center gap-2">
                  {count > 0 && (
                    <button type="button" className="bar-button" onClick={() => act(opened('changes'))}>
                      {counts(count, 'change')}
                    </button>
                  )}
                  <button type="button" className="bar-button wide-only" onClick={() => act(opened('who'))}>
                    {book?.book.seller ?? saved?.book.seller ?? (error ? 'No book' : '…')} · {who}
                  </button>
                  <button type="button" className="bar-button" onClick={() => act(opened('moment'))}>
                    as of <strong>{moment ? momentText(moment, wall) : '…'}</strong> {placeOfZone(home.timeZone)}
                  </button>
                  <button type="button" className="bar-button" onClick={() => act(opened('palette'))}>
                    Find <span className="wide-only">Ctrl K</span>
                  </button>
                </span>
              </header>
              <main className="flex min-h-0 flex-col">
                {waiting !== null && (
                  <p role="status" className="aside-note m-2">
                    {waiting}. Plemb goes on by itself as soon as it can; your changes are kept.
                  </p>
                )}
                {broken !== null && (
                  <p role="alert" className="fault p-2">
                    Answers could not be worked out: {broken}. What is shown may be old; your changes are kept.{' '}
                    <button type="button" className="act" onClick={() => location.reload()}>
                      Load it again
                    </button>
                  </p>
                )}
                {book ? (
                  <>
                    {book.book.zones.length + book.book.services.length === 0 && <BeginBanner />}
                    <Outlet />
                  </>
                ) : (
                  <Opening />
                )}
              </main>
              <Strip />
              <Suspense>{open !== null && <Panels open={open} />}</Suspense>
            </div>
          </WallContext>
        </TenderContext>
      </Toasts>
    </I18nProvider>
  );
}

/** A market to write by until the book has come. */
const nowhere = { currency: 'EUR', locale: 'en', timeZone: 'UTC' };
