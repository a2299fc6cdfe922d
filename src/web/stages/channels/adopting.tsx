import { useMemo } from 'react';
import { Link } from 'react-router';
import type { ChannelState } from '../../../contract/index.ts';
import type { ChannelId } from '../../../core/book/index.ts';
import { type AdoptRow, type ChannelFile, isLive, marketTold, sitesAdopted } from '../../../core/channels/index.ts';
import type { Result } from '../../../core/exact/index.ts';
import { adoptWords, channelName, listed } from '../../../words/index.ts';
import { usePlaces } from '../../app/rooms.ts';
import { useChannelQuery, useFilesQuery } from '../../data/api.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';
import type { Adoptable } from '../../engine/study.ts';
import { Lost, NoBook } from '../../ui/not-adopted.tsx';
import { type RecordRow, RecordTable } from '../../ui/record-table.tsx';
import { OfChannel } from './of-channel.tsx';
import { isMain, type Site, SiteChoice, sitesWithFiles, useSite } from './sites.tsx';
import { ChannelTabs } from './tabs.tsx';

/** What is live at a channel, held against what the book would tell it, and taken into the book. */
export function AdoptingSheet() {
  return (
    <OfChannel sheet="live/">
      {(book, id, moment) => <Adopting key={id} book={book} id={id} moment={moment} />}
    </OfChannel>
  );
}

function Adopting({ book, id, moment }: { book: OpenBook; id: ChannelId; moment: number }) {
  const where = channelName(id);
  const asked = { id, moment: new Date(moment).toISOString() };
  const { data: files } = useFilesQuery(asked);
  const { data: state } = useChannelQuery(asked);
  const sites = sitesWithFiles(book, id);
  const [site, choose] = useSite(sites);
  const live = files?.live ?? null;
  const isThere = live !== null && isLive(site.dialect, live);
  return (
    <div className="stage plain">
      <section className="sheet filled" aria-label={`What is live at ${where}`}>
        <ChannelTabs chosen={id} sheet="live/" />
        <div className="head">
          <h1>What is live at {where}</h1>
          <span className="muted">beside what the book would tell it</span>
        </div>
        <SiteChoice sites={sites} chosen={site} choose={choose} />
        {!sitesAdopted(id).some(({ currency }) => currency === site.dialect.currency) ? (
          <p>
            What is live at {where} cannot be read into the book yet. Line by line it stands beside{' '}
            <Link className="quiet" to={`/channels/${id}`}>
              what it is told
            </Link>
            .
          </p>
        ) : marketTold(book.book, site.dialect) === null ? (
          <p>
            {where} sells in {listed(sitesAdopted(id).map(({ currency }) => currency))}: no{' '}
            <Link className="quiet" to="/rates/markets">
              market
            </Link>{' '}
            of the book does, so that it is told nothing, and nothing there can be held against it.
          </p>
        ) : files && !isThere ? (
          <p className="muted">
            {where} does not answer, or nothing is live there yet
            {sites.length > 1 ? ` in ${site.dialect.currency}` : ''}.
          </p>
        ) : !live || !state ? (
          <p className="muted">Reading what is live at {where} …</p>
        ) : (
          <Differences
            key={site.market.id}
            book={book}
            site={site}
            live={live}
            held={inReview(state, isMain(site) ? undefined : site.dialect.currency)}
            moment={moment}
            isOfSeveral={sites.length > 1}
          />
        )}
      </section>
    </div>
  );
}

/** What is live in one currency, thing by thing, where it parts from what the book would tell. */
function Differences({
  book,
  site: { dialect, market },
  live,
  held,
  moment,
  isOfSeveral,
}: {
  book: OpenBook;
  site: Site;
  live: readonly ChannelFile[];
  held: readonly string[];
  moment: number;
  isOfSeveral: boolean;
}) {
  const id = dialect.id;
  const where = channelName(id);
  const found = useEngine<Result<Adoptable> | null>(
    (engine) => engine.adoptable(id, dialect.currency, live, held, moment),
    [live, held.join(), id, dialect.currency, moment],
    'study',
  );
  const rows = useRows(book, where, found?.ok ? found.value.rows : none);
  const inCurrency = isOfSeveral ? `, in ${market.currency}` : '';
  if (!found) return <p className="muted">Reading what is live at {where} …</p>;
  if (!found.ok) return <NoBook where={where} problems={found.problems} />;
  return (
    <>
      <p className="small muted">
        {found.value.rows.length === 0
          ? `Zones, rates and offers there are as the book would tell them${inCurrency}.`
          : 'What is taken is so in the book; what is not is told, or taken away there, by the next send.'}{' '}
        Goods are compared under “What it lists”
        {held.length > 0 ? `, what ${where} holds for review under “What it is told”` : ''}.
        {rows.some(({ taken }) => taken === null) &&
          ' Where nothing can be taken, the book says it in another way, or for other channels and markets too.'}
      </p>
      <Lost lost={found.value.lost} />
      {found.value.rows.length > 0 && (
        <RecordTable
          label={`What differs at ${where}`}
          of="Thing"
          rows={rows}
          costs={null}
          where={`At ${where}`}
          beside={null}
          acts={[
            {
              words: (count) => `Take ${count} from ${where}`,
              isFor: ({ taken }) => taken !== null,
              act: (keys) =>
                book.editAll(found.value.rows.flatMap((row) => (keys.has(keyOf(row)) ? (row.edits ?? []) : []))),
              isMain: true,
            },
          ]}
        />
      )}
    </>
  );
}

/** The rows as they are told, each with where it is looked at in the book. */
function useRows(book: OpenBook, where: string, found: readonly AdoptRow[]): RecordRow[] {
  const placeOf = usePlaces();
  return useMemo(
    () =>
      found.map((row): RecordRow => {
        const { name, what, here, there, taken } = adoptWords(book.book, row, where);
        const to = row.state === 'new' ? null : (placeOf(row.path)?.to ?? null);
        return { key: keyOf(row), name, to, beside: null, what, here, there, costs: null, taken };
      }),
    [book.book, where, found, placeOf],
  );
}

/** The keys of what a channel holds for review in a currency; none said: in that it counts in. */
const inReview = ({ held }: ChannelState, currency: string | undefined): string[] =>
  held.flatMap((one) => (one.state === 'in review' && one.currency === currency ? one.key : []));

const none: readonly AdoptRow[] = [];
const keyOf = ({ path, state }: AdoptRow): string => `${path.join('/')} ${state}`;
