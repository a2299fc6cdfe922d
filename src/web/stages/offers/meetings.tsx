import { memo } from 'react';
import { Link } from 'react-router';
import type { Book } from '../../../core/book/index.ts';
import type { Losing, Meeting, Run } from '../../../core/plan/index.ts';
import { basketWords, losingWords, money, offerTitle, relationWords, secondName } from '../../../words/index.ts';
import { useTender } from '../../ui/tender.ts';

export interface MeetingRow {
  readonly meeting: Meeting;
  /** Null where it is not counted, or nothing competes. */
  readonly losing: Losing | null;
}

export const keyOf = ({ first, second }: Pick<Meeting, 'first' | 'second'>): string =>
  `${first.offer} ${second.is === 'offer' ? second.offer : `${second.zone} ${second.service}`}`;

const mostShown = 300;

/**
 * The meetings, a row each: which acts over the value of the goods, what past orders lose, and a basket bought. Not
 * drawn anew for how far the losses are.
 */
export const MeetingsTable = memo(function MeetingsTable({
  book,
  rows,
  chosen,
  choose,
}: {
  book: Book;
  rows: readonly MeetingRow[];
  chosen: Meeting | null;
  choose: (key: string) => void;
}) {
  const tender = useTender();
  if (rows.length === 0) return <p className="muted mt-2">Nothing to meet.</p>;
  const shown = rows.slice(0, mostShown);
  const most = roundUp(Math.max(1, ...shown.flatMap(({ meeting }) => runsOf(meeting).map((run) => run.to))));
  return (
    <table className="ruled meetings" aria-label="Meetings">
      <thead>
        <tr>
          <th className="w-[17%]">Offer</th>
          <th className="w-[20%]">With</th>
          <th>
            <span className="flex justify-between">
              <span>Worth 0</span>
              <span>{money(most, tender)}</span>
            </span>
          </th>
          <th className="figure w-[154px]">Orders a year</th>
          <th className="w-[17%]">A basket bought</th>
        </tr>
      </thead>
      <tbody>
        {shown.map(({ meeting, losing }) => (
          <tr key={keyOf(meeting)} className={meeting === chosen ? 'chosen' : ''}>
            <td title={offerTitle(book, meeting.first.offer)}>
              <Link to={`/offers/${meeting.first.offer}`}>{offerTitle(book, meeting.first.offer)}</Link>
            </td>
            <td className={isOff(meeting, losing) ? 'text-off' : ''} title={secondName(book, meeting, tender)}>
              {secondName(book, meeting, tender)}
            </td>
            <td>
              <button
                type="button"
                className="acts-bar"
                aria-pressed={meeting === chosen}
                onClick={() => choose(keyOf(meeting))}
              >
                <Acting meeting={meeting} most={most} />
                <span className="sr-only">{relationWords(book, meeting, tender)}</span>
              </button>
            </td>
            <td className="figure whitespace-nowrap">{losing && losingWords(losing, tender)}</td>
            <td className="muted" title={losing?.example ? basketWords(losing.example, tender) : undefined}>
              {losing?.example && basketWords(losing.example, tender)}
            </td>
          </tr>
        ))}
      </tbody>
      {rows.length > mostShown && (
        <tfoot>
          <tr>
            <td colSpan={5} className="muted">
              and {rows.length - mostShown} more: take them away as CSV
            </td>
          </tr>
        </tfoot>
      )}
    </table>
  );
});

/** Whether shoppers would expect to have both and cannot, as far as orders of the past tell. */
const isOff = ({ surprising }: Meeting, losing: Losing | null): boolean =>
  surprising && (losing === null || losing.orders > 0);

const runsOf = ({ relation }: Meeting): readonly Run[] => (relation.is === 'competes' ? relation.runs : []);

/** A bar over the value of the goods, in the colours of who acts; words where one thing is true all along. */
function Acting({ meeting, most }: { meeting: Meeting; most: number }) {
  const { relation } = meeting;
  if (relation.is !== 'competes')
    return (
      <span className={relation.is === 'together' ? 'acts-both' : 'muted'} style={{ width: '100%' }} aria-hidden>
        {relation.is === 'never' && 'never'}
      </span>
    );
  return relation.runs.map((run, i) => {
    // Between two baskets that were tried the earlier stands.
    const [from, to] = [i === 0 ? 0 : run.from, relation.runs[i + 1]?.from ?? most];
    return (
      <span
        key={run.from}
        className={`acts-${run.acts}`}
        style={{ width: `${(100 * (to - from)) / most}%` }}
        aria-hidden
      />
    );
  });
}

/** What the colours of the bars say. */
export function Legend() {
  return (
    <span className="small flex gap-3" role="note" aria-label="What the bars say">
      {(['first', 'second', 'both', 'none'] as const).map((acts) => (
        <span key={acts} className="flex items-center gap-1">
          <i className={`acts-${acts} inline-block h-3 w-4`} aria-hidden />
          {{ first: 'the first acts', second: 'the second', both: 'both', none: 'neither' }[acts]}
        </span>
      ))}
    </span>
  );
}

/** To one or two leading figures, so that the end of the axis is a round one. */
function roundUp(value: number): number {
  const step = 10 ** Math.floor(Math.log10(value)) / 2;
  return Math.ceil(value / step) * step;
}
