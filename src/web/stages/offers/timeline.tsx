import clsx from 'clsx';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { instantOf, localOf } from '../../../core/exact/index.ts';
import type { OfferBody } from '../../../core/offers/index.ts';
import { benefitWord } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { useDay, useMomentText } from '../../ui/clock.ts';
import { ChoicePart } from '../../ui/field.tsx';

const day = 24 * 3_600_000;
const spans = { 'five weeks': 37, 'a quarter': 92, 'a year': 366 } as const;
type Span = keyof typeof spans;

/** A wall-clock time as a moment; null where it is open or cannot be read. */
export function momentOf(local: string | null, zone: string): number | null {
  const read = local === null ? null : instantOf(local, zone);
  return read?.ok ? read.value : null;
}

interface Props {
  book: OpenBook;
  moment: number;
  offers: readonly OfferBody[];
  chosen: string | null;
  picked: ReadonlySet<string>;
  longestReview: number;
  onChoose: (id: string) => void;
  onPick: (id: string) => void;
}

/** A stretch of time drawn from left to right. */
interface Stretch {
  readonly left: number;
  readonly right: number;
}
const placeOn = ({ left, right }: Stretch, time: number) => ((time - left) / (right - left)) * 100;
/** Where a moment stands, kept within the stretch. */
const shareOf = (stretch: Stretch, time: number) => `${Math.max(0, Math.min(100, placeOn(stretch, time)))}%`;
const across = (stretch: Stretch, from: number, until: number) => ({
  left: shareOf(stretch, from),
  right: `calc(100% - ${shareOf(stretch, until)})`,
});

/**
 * All offers on a time line: review run-up dashed in front, today, events; their ends can be dragged, a day at a time.
 */
export function TimeLine({ offers, chosen, picked, ...all }: Props) {
  const { book, moment } = all;
  const dayOn = useDay();
  const [span, setSpan] = useState<Span>('five weeks');
  const days = spans[span];
  const stretch = { left: moment - (days / 4) * day, right: moment + days * 0.75 * day };
  const ticks = Array.from({ length: 6 }, (_, i) => stretch.left + ((stretch.right - stretch.left) / 6) * i);
  return (
    <div className="times">
      <div className="times-row !cursor-default muted small !border-t-0">
        <span>
          {book.home.timeZone} time,{' '}
          <ChoicePart
            label="How much of the time line"
            value={span}
            choices={Object.keys(spans).map((one) => ({ value: one as Span, label: one }))}
            onCommit={setSpan}
          />
        </span>
        <span className="relative h-full">
          {ticks.map((tick) => (
            <span key={tick} className="absolute top-2" style={{ left: shareOf(stretch, tick) }}>
              {dayOn(tick)}
            </span>
          ))}
        </span>
      </div>
      <EventsRow book={book} stretch={stretch} />
      {offers.map((one) => (
        <div key={one.id} className={clsx('times-row', { chosen: one.id === chosen })}>
          <span className="flex items-center gap-2">
            <input
              type="checkbox"
              aria-label={`Pick ${one.title}`}
              checked={picked.has(one.id)}
              onChange={() => all.onPick(one.id)}
            />
            <button
              type="button"
              className="min-w-0 cursor-pointer overflow-hidden text-left text-ellipsis"
              title={one.title}
              aria-pressed={one.id === chosen}
              onClick={() => all.onChoose(one.id)}
            >
              {one.title}{' '}
              <span className={clsx('small', one.state === 'meant' ? 'muted' : 'text-limit')}>
                {one.state === 'meant' ? benefitWord(one.benefit) : one.state}
              </span>
            </button>
          </span>
          <Bar offer={one} stretch={stretch} {...all} />
        </div>
      ))}
      {offers.length === 0 && (
        <p className="muted p-3">No offers yet. A usual first one: free delivery at home from 60.</p>
      )}
    </div>
  );
}

function EventsRow({ book, stretch }: { book: OpenBook; stretch: Stretch }) {
  const zone = book.home.timeZone;
  const events = book.book.events
    .map((event) => ({
      ...event,
      begins: momentOf(`${event.from}T00:00`, zone) ?? 0,
      ends: (momentOf(`${event.until}T00:00`, zone) ?? 0) + day,
    }))
    .filter((event) => event.ends > stretch.left && event.begins < stretch.right);
  if (events.length === 0) return null;
  return (
    <div className="times-row !cursor-default small">
      <span className="muted">Events</span>
      <span className="relative h-full overflow-hidden">
        {events.map((event) => (
          <span
            key={event.id}
            className="times-event"
            style={across(stretch, event.begins, event.ends)}
            title={`${event.name}, ${event.from} to ${event.until}`}
          >
            {event.name}
          </span>
        ))}
      </span>
    </div>
  );
}

/** When an offer acts, the longest review drawn in front, and its ends to be moved. */
function Bar({
  offer,
  stretch,
  book,
  moment,
  longestReview,
  onChoose,
}: Pick<Props, 'book' | 'moment' | 'longestReview' | 'onChoose'> & { offer: OfferBody; stretch: Stretch }) {
  const { window } = offer;
  const [begin, end] = [momentOf(window.from, window.zone), momentOf(window.until, window.zone)];
  const ends = [
    { field: 'from', label: `Start of ${offer.title}`, at: begin },
    { field: 'until', label: `End of ${offer.title}`, at: end },
  ] as const;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the button beside it does the same
    // biome-ignore lint/a11y/useKeyWithClickEvents: the same as the button beside it, for a wider mark
    <span className="relative h-full overflow-hidden" onClick={() => onChoose(offer.id)}>
      {begin !== null && <span className="times-review" style={across(stretch, begin - longestReview, begin)} />}
      <span
        className={clsx('times-bar', { code: offer.code, idle: offer.state !== 'meant' })}
        style={across(stretch, begin ?? stretch.left, end ?? stretch.right)}
      />
      {ends.map(
        ({ field, label, at }) =>
          at !== null &&
          placeOn(stretch, at) > 0 &&
          placeOn(stretch, at) < 100 && (
            <Grip
              key={field}
              label={label}
              at={at}
              left={shareOf(stretch, at)}
              scale={stretch.right - stretch.left}
              onMove={(to) =>
                book.edit(['offers', offer.id, 'window'], {
                  ...window,
                  [field]: localOf(to, window.zone).slice(0, 16),
                })
              }
            />
          ),
      )}
      <span className="times-now" style={{ left: shareOf(stretch, moment) }} />
    </span>
  );
}

/** An end of a bar: dragged, or moved by arrows, a day at a time; with Shift a week. */
function Grip({
  label,
  at,
  left,
  scale,
  onMove,
}: {
  label: string;
  at: number;
  left: string;
  scale: number;
  onMove: (to: number) => void;
}) {
  const dated = useMomentText();
  const from = useRef<{ x: number; at: number; width: number } | null>(null);
  const keyed = (event: KeyboardEvent) => {
    const step = { ArrowLeft: -day, ArrowRight: day }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onMove(at + step * (event.shiftKey ? 7 : 1));
  };
  const dragged = (event: PointerEvent) => {
    if (!from.current || event.buttons !== 1) return;
    const days = Math.round(((event.clientX - from.current.x) / from.current.width) * (scale / day));
    const to = from.current.at + days * day;
    if (to !== at) onMove(to);
  };
  return (
    <span
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={at}
      aria-valuetext={dated(at)}
      title={`${dated(at)}: drag, or arrows`}
      className="times-grip"
      style={{ left }}
      onClick={(event) => event.stopPropagation()}
      onKeyDown={keyed}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, at, width: event.currentTarget.parentElement?.clientWidth ?? 1 };
      }}
      onPointerMove={dragged}
      onPointerUp={() => {
        from.current = null;
      }}
    />
  );
}
