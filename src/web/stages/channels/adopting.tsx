import { useMemo } from 'react';
import { Link } from 'react-router';
import type { ChannelState } from '../../../contract/index.ts';
import type { ChannelId } from '../../../core/book/index.ts';
import { type AdoptRow, dialectOf } from '../../../core/channels/index.ts';
import type { Result } from '../../../core/exact/index.ts';
import { adoptWords, channelName } from '../../../words/index.ts';
import { usePlaces } from '../../app/rooms.ts';
import { useChannelQuery, useFilesQuery } from '../../data/api.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';
import type { Adoptable } from '../../engine/study.ts';
import { Lost, NoBook } from '../../ui/not-adopted.tsx';
import { type RecordRow, RecordTable } from '../../ui/record-table.tsx';
import { OfChannel } from './of-channel.tsx';
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
  const live = files?.live ?? null;
  const held = useMemo(() => state && inReview(state), [state]);
  const found = useEngine<Result<Adoptable> | null>(
    (engine) => (live && live.length > 0 && held ? engine.adoptable(id, live, held, moment) : null),
    [live, held, id, moment],
    'study',
  );
  const rows = useRows(book, where, found?.ok ? found.value.rows : none);
  return (
    <div className="stage plain">
      <section className="sheet filled" aria-label={`What is live at ${where}`}>
        <ChannelTabs chosen={id} sheet="live/" />
        <div className="head">
          <h1>What is live at {where}</h1>
          <span className="muted">beside what the book would tell it</span>
        </div>
        {dialectOf(id).adopt === null ? (
          <p>
            What is live at {where} cannot be read into the book yet. Line by line it stands beside{' '}
            <Link className="quiet" to={`/channels/${id}`}>
              what it is told
            </Link>
            .
          </p>
        ) : files && !live?.length ? (
          <p className="muted">{where} does not answer, or nothing is live there yet.</p>
        ) : !found ? (
          <p className="muted">Reading what is live at {where} …</p>
        ) : !found.ok ? (
          <NoBook where={where} problems={found.problems} />
        ) : (
          <>
            <p className="small muted">
              {found.value.rows.length === 0
                ? 'Zones, rates and offers there are as the book would tell them.'
                : 'What is taken is so in the book; what is not is told, or taken away there, by the next send.'}{' '}
              Goods are compared under “What it lists”
              {held && held.length > 0 ? `, what ${where} holds for review under “What it is told”` : ''}.
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
        )}
      </section>
    </div>
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

/** The keys of what a channel holds for review, in the currency that it counts in. */
const inReview = ({ held }: ChannelState): string[] =>
  held.flatMap(({ key, currency, state }) => (state === 'in review' && currency === undefined ? key : []));

const none: readonly AdoptRow[] = [];
const keyOf = ({ path, state }: AdoptRow): string => `${path.join('/')} ${state}`;
