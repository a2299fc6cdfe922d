import { useNavigate } from 'react-router';
import type { CheckReport } from '../../../contract/index.ts';
import { channelIds } from '../../../core/book/index.ts';
import { channelName, className, counts, signed } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { placeOfZone, useMomentText } from '../../ui/clock.ts';
import { type Hang, hangInk, Plumb } from '../../ui/plumb.tsx';
import { useTender } from '../../ui/tender.ts';
import { widest } from '../../ui/widest.ts';
import { hangOf } from './hang.ts';
import { findingsIn, type Row, toldAbove } from './rows.ts';

/** Classes of baskets by channel, each cell as it hangs. */
export function ClassTable({
  book,
  report,
  rows,
  isShown,
}: {
  book: OpenBook;
  report: CheckReport | null;
  rows: readonly Row[];
  /** Whether the findings of a cell stand beside the table. */
  isShown: (channel: string, row: Row) => boolean;
}) {
  const go = useNavigate();
  return (
    <div className="wide">
      <table
        className="ruled"
        style={{ maxWidth: widest(channelIds.length) }}
        aria-label="Classes of baskets by channel"
      >
        <thead>
          <tr>
            <th>Class of basket</th>
            {channelIds.map((id) => (
              <th key={id} className="figure">
                {channelName(id)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.key}>
              <ClassHead book={book} row={row} />
              {channelIds.map((id) => (
                <td key={id} className="!p-0">
                  {report?.classes.some((one) => one.channel === id && one.key === row.key) ? (
                    <ClassCell
                      report={report}
                      channel={id}
                      row={row}
                      active={isShown(id, row)}
                      onOpen={() => go(`/check/${id}/${encodeURIComponent(row.key)}`)}
                    />
                  ) : (
                    <span className="class-cell !cursor-default muted">{report?.check ? '' : '…'}</span>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What a class is, and how many corners stand for it. */
function ClassHead({ book, row }: { book: OpenBook; row: Row }) {
  const dated = useMomentText();
  const of = row.class;
  const which = () => {
    if (of.is === 'offer' || of.is === 'apart') return 'real baskets';
    if (of.is === 'edge') return `${dated(of.at)} ${placeOfZone(book.home.timeZone)}`;
    if (of.is === 'zone' && of.codes.length > 0) return 'what the code changes';
    return of.is === 'zone' && of.zone === null ? 'places left out' : 'all baskets';
  };
  return (
    <td>
      <strong>{className(book.book, of)}</strong>
      <div className="muted small">
        {which()}, {counts(row.corners, 'corner')}
      </div>
    </td>
  );
}

/** How a class hangs at a channel, with the gravest difference; pressed, its findings are shown. */
function ClassCell({
  report,
  channel,
  row,
  active,
  onOpen,
}: {
  report: CheckReport;
  channel: string;
  row: Row;
  active: boolean;
  onOpen: () => void;
}) {
  const tender = useTender();
  const findings = findingsIn(report, channel, row.key);
  const hang = hangOf(findings);
  const above = hang.is === 'matches' && toldAbove(report, channel, row.key) > 0;
  const one = findings.some((finding) => finding.largest === null && finding.meant === null) ? 'extra' : 'missing';
  return (
    <button
      type="button"
      className={`class-cell ${hang.is === 'off' ? 'off' : ''} ${hangInk(hang)}`}
      aria-pressed={active}
      title={above ? 'nothing beyond what the rows above tell' : ''}
      onClick={onOpen}
    >
      {above ? <span className="muted small">as above</span> : figureOf(hang, one, (by) => signed(by, tender))}
      <Plumb hang={hang} where={channelName(channel)} />
    </button>
  );
}

/** What stands beside a glyph: the difference, or what is offered on one side only. */
function figureOf(hang: Hang, oneSided: string, say: (by: number) => string): string {
  if (hang.is === 'not sold there') return '–';
  if (hang.is !== 'off' && hang.is !== 'known limit') return '';
  return hang.by === null ? oneSided : say(hang.by);
}
