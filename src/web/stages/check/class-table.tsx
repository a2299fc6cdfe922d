import { type KeyboardEvent, useRef } from 'react';
import { useNavigate } from 'react-router';
import { channelIds } from '../../../core/book/index.ts';
import { channelName, className, counts, signed } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { arrows } from '../../ui/arrows.ts';
import { placeOfZone, useMomentText } from '../../ui/clock.ts';
import { type Hang, hangInk, Plumb } from '../../ui/plumb.tsx';
import { useScreenFirst } from '../../ui/screen-first.ts';
import { useTender } from '../../ui/tender.ts';
import { widest } from '../../ui/widest.ts';
import type { Cell, Cells, Row } from './rows.ts';

/** Classes of baskets by channel, each cell as it hangs; Tab stops at one of them, arrows move among them. */
export function ClassTable({
  book,
  isChecked,
  rows,
  cells,
  isShown,
}: {
  book: OpenBook;
  /** Whether a check has been made: a class that a channel does not know of is then empty, not still to come. */
  isChecked: boolean;
  rows: readonly Row[];
  cells: Cells;
  /** Whether the findings of a cell stand beside the table. */
  isShown: (channel: string, row: Row) => boolean;
}) {
  const go = useNavigate();
  const box = useRef<HTMLTableElement>(null);
  const drawn = useScreenFirst(rows);
  const places = rows.flatMap((row, down) =>
    channelIds.flatMap((id, across) => (cells.get(row.key)?.has(id) ? [{ id, row, at: [down, across] }] : [])),
  );
  const stop = places.find(({ id, row }) => isShown(id, row)) ?? places[0];
  const open = (id: string, row: Row, how = {}) => go(`/check/${id}/${encodeURIComponent(row.key)}`, how);
  /** On by an arrow, over gaps; what is moved to is shown, and the address before stays the one to go back to. */
  const moved = (event: KeyboardEvent, down: number, across: number) => {
    const by = arrows[event.key];
    if (!by) return;
    event.preventDefault();
    const ahead = (at: readonly number[]) => {
      const [d, a] = [(at[0] ?? 0) - down, (at[1] ?? 0) - across];
      return d * by[0] + a * by[1] > 0 && (by[0] === 0 ? d : a) === 0;
    };
    const on = by[0] + by[1] > 0 ? places.find(({ at }) => ahead(at)) : places.findLast(({ at }) => ahead(at));
    if (!on) return;
    open(on.id, on.row, { replace: true });
    box.current?.querySelector<HTMLElement>(`[data-cell="${on.at.join()}"]`)?.focus();
  };
  return (
    <div className="wide">
      <table
        ref={box}
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
          {drawn.map((row, down) => (
            <tr key={row.key}>
              <ClassHead book={book} row={row} />
              {channelIds.map((id, across) => {
                const cell = cells.get(row.key)?.get(id);
                return (
                  <td key={id} className="!p-0">
                    {cell ? (
                      <ClassCell
                        cell={cell}
                        channel={id}
                        at={`${down},${across}`}
                        active={isShown(id, row)}
                        stop={stop?.id === id && stop.row === row}
                        onOpen={() => open(id, row)}
                        onKey={(event) => moved(event, down, across)}
                      />
                    ) : (
                      <span className="class-cell !cursor-default muted">{isChecked ? '' : '…'}</span>
                    )}
                  </td>
                );
              })}
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
  cell: { findings, hang, toldAbove },
  channel,
  at,
  active,
  stop,
  onOpen,
  onKey,
}: {
  cell: Cell;
  channel: string;
  /** Its row and column. */
  at: string;
  active: boolean;
  /** Whether Tab stops at it. */
  stop: boolean;
  onOpen: () => void;
  onKey: (event: KeyboardEvent) => void;
}) {
  const tender = useTender();
  const above = hang.is === 'matches' && toldAbove > 0;
  const one = findings.some((finding) => finding.largest === null && finding.meant === null) ? 'extra' : 'missing';
  return (
    <button
      type="button"
      className={`class-cell ${hang.is === 'off' ? 'off' : ''} ${hangInk(hang)}`}
      data-cell={at}
      tabIndex={stop ? 0 : -1}
      aria-pressed={active}
      title={above ? 'nothing beyond what the rows above tell' : ''}
      onClick={onOpen}
      onKeyDown={onKey}
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
