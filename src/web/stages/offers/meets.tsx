import { useMemo, useState } from 'react';
import type { Meeting } from '../../../core/plan/index.ts';
import { counts, editable, relationWords, secondName } from '../../../words/index.ts';
import { useOrdersQuery } from '../../data/api.ts';
import { type OpenBook, useBook, useEngine, useMoment } from '../../data/book.ts';
import { useHeavy } from '../../data/heavy.ts';
import { smallYear } from '../../data/past.ts';
import type { MeetingLoss } from '../../engine/offers.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { Sampled } from '../../ui/sampled.tsx';
import { useTender } from '../../ui/tender.ts';
import { DeepestBasket } from './deepest.tsx';
import { EitherOr } from './either-or.tsx';
import { MeetingPanel } from './meeting.tsx';
import { keyOf, Legend, MeetingsTable } from './meetings.tsx';
import { OffersTabs } from './tabs.tsx';
import { Working } from './working.tsx';

export function MeetsStage() {
  const book = useBook();
  const moment = useMoment();
  return book && moment !== null ? <Meets book={book} moment={moment} /> : null;
}

/**
 * Every pair of offers, the lanes' own thresholds among them: which acts over the value of the goods, what past orders
 * lose by it, the groups that keep them apart; and the baskets that leave least.
 */
function Meets({ book, moment }: { book: OpenBook; moment: number }) {
  const tender = useTender();
  const meetings = useEngine((engine) => engine.meets(moment, null), [moment], 'study');
  const { data: orders } = useOrdersQuery();
  const work = useHeavy((engine, pace) => engine.meetLosses(moment, pace), {
    // After the meetings themselves, which are looked for in another worker.
    byItself: meetings !== null && orders !== undefined && orders.length <= smallYear,
    by: [book.book, book.goods, orders, moment],
    on: 'orders',
    keptAs: 'losses',
  });
  const losses = work.state.last;
  const [chosen, setChosen] = useState<string | null>(null);
  const pairs = meetings?.filter((one) => one.second.is === 'offer').length ?? 0;
  const surprising = meetings?.filter((one) => one.surprising).length ?? 0;
  const rows = useMemo(() => rowsOf(meetings ?? [], losses ?? []), [meetings, losses]);
  const shown = rows.find(({ meeting }) => keyOf(meeting) === chosen) ?? rows[0];
  return (
    <div className="stage">
      <section className="sheet" aria-label="When offers meet">
        <OffersTabs />
        <div className="head">
          <h1>When they meet</h1>
          <span className="muted">
            {meetings
              ? [
                  `${counts(pairs, 'pair')} of offers, ${meetings.length - pairs} beside a lane’s own threshold`,
                  surprising > 0 ? ` · ${surprising} where shoppers would expect both` : '',
                ].join('')
              : 'looking …'}
          </span>
          <span className="acts items-center">
            <Legend />
            <CsvButton
              file="meetings.csv"
              head={['offer', 'with', 'what happens', 'orders that lose', 'lost']}
              rows={() =>
                rows.map(({ meeting, losing }) => [
                  meeting.first.offer,
                  secondName(book.book, meeting, tender),
                  relationWords(book.book, meeting, tender),
                  losing ? String(losing.orders) : '',
                  losing ? editable(losing.loss, book.home.currency) : '',
                ])
              }
            >
              As CSV
            </CsvButton>
          </span>
        </div>
        <Sampled />
        {orders && orders.length > 0 && !work.isCurrent && <Working work={work} what="Count the orders that lose" />}
        {meetings && <MeetingsTable book={book.book} rows={rows} chosen={shown?.meeting ?? null} choose={setChosen} />}
        <DeepestBasket book={book} moment={moment} />
      </section>
      <aside className="meaning" aria-label="The meeting chosen, and what keeps offers apart">
        {shown && <MeetingPanel key={keyOf(shown.meeting)} book={book} {...shown} />}
        <EitherOr book={book} />
      </aside>
    </div>
  );
}

/** What deserves a look first: what shoppers would not expect, then what competes; a lane beside both is none. */
function rowsOf(meetings: readonly Meeting[], losses: readonly MeetingLoss[]) {
  // Counted a while ago, perhaps: a loss is shown by who meets, and only while they still compete.
  const counted = new Map(losses.map((one) => [keyOf(one), one.losing]));
  const weight = ({ surprising, relation }: Meeting) =>
    surprising ? 0 : relation.is === 'competes' ? 1 : relation.is === 'together' ? 2 : 3;
  return meetings
    .map((meeting) => ({
      meeting,
      losing: meeting.relation.is === 'competes' ? (counted.get(keyOf(meeting)) ?? null) : null,
    }))
    .filter(({ meeting }) => meeting.second.is === 'offer' || meeting.relation.is !== 'together')
    .sort((a, b) => weight(a.meeting) - weight(b.meeting) || (b.losing?.orders ?? 0) - (a.losing?.orders ?? 0));
}
