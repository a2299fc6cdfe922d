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

/**
 * All offers on a time line: review run-up dashed in front, today, events; their ends can be dragged, a day at a time.
 */
export function TimeLine({
  book,
  moment,
  offers,
  chosen,
  picked,
  longestReview,
  onChoose,
  onPick,
}: {
  book: OpenBook;
  moment: number;
  offers: readonly OfferBody[];
  chosen: string | null;
  picked: ReadonlySet<string>;
  longestReview: number;
  onChoose: (id: string) => void;
  onPick: (id: string) => void;
}) {
  const dayOn = useDay();
  const [span, setSpan] = useState<Span>('five weeks');
  const days = spans[span];
  const [left, right] = [moment - (days / 4) * day, moment + days * 0.75 * day];
  const place = (time: number) => ((time - left) / (right - left)) * 100;
  const share = (time: number) => `${Math.max(0, Math.min(100, place(time)))}%`;
  const ticks = Array.from({ length: 6 }, (_, i) => left + ((right - left) / 6) * i);
  const zone = book.home.timeZone;
  const events = book.book.events
    .map((event) => ({
      ...event,
      begins: momentOf(`${event.from}T00:00`, zone) ?? 0,
      ends: (momentOf(`${event.until}T00:00`, zone) ?? 0) + day,
    }))
    .filter((event) => event.ends > left && event.begins < right);
  return (
    <div className="times">
      <div className="times-row !cursor-default muted small !border-t-0">
        <span>
          {zone} time,{' '}
          <ChoicePart
            label="How much of the time line"
            value={span}
            choices={Object.keys(spans).map((one) => ({ value: one as Span, label: one }))}
            onCommit={setSpan}
          />
        </span>
        <span className="relative h-full">
          {ticks.map((tick) => (
            <span key={tick} className="absolute top-2" style={{ left: share(tick) }}>
              {dayOn(tick)}
            </span>
          ))}
        </span>
      </div>
      {events.length > 0 && (
        <div className="times-row !cursor-default small">
          <span className="muted">Events</span>
          <span className="relative h-full overflow-hidden">
            {events.map((event) => (
              <span
                key={event.id}
                className="times-event"
                style={{ left: share(event.begins), right: `calc(100% - ${share(event.ends)})` }}
                title={`${event.name}, ${event.from} to ${event.until}`}
              >
                {event.name}
              </span>
            ))}
          </span>
        </div>
      )}
      {offers.map((one) => {
        const [begin, end] = [momentOf(one.window.from, one.window.zone), momentOf(one.window.until, one.window.zone)];
        const moved = (field: 'from' | 'until', to: number) =>
          book.edit(['offers', one.id, 'window'], {
            ...one.window,
            [field]: localOf(to, one.window.zone).slice(0, 16),
          });
        return (
          <div key={one.id} className={`times-row ${one.id === chosen ? 'chosen' : ''}`}>
            <span className="flex items-center gap-2">
              <input
                type="checkbox"
                aria-label={`Pick ${one.title}`}
                checked={picked.has(one.id)}
                onChange={() => onPick(one.id)}
              />
              <button
                type="button"
                className="min-w-0 cursor-pointer overflow-hidden text-left text-ellipsis"
                title={one.title}
                aria-pressed={one.id === chosen}
                onClick={() => onChoose(one.id)}
              >
                {one.title}{' '}
                <span className={`small ${one.state === 'meant' ? 'muted' : 'text-limit'}`}>
                  {one.state === 'meant' ? benefitWord(one.benefit) : one.state}
                </span>
              </button>
            </span>
            {/* biome-ignore lint/a11y/noStaticElementInteractions: the button beside it does the same */}
            {/* biome-ignore lint/a11y/useKeyWithClickEvents: the same as the button beside it, for a wider mark */}
            <span className="relative h-full overflow-hidden" onClick={() => onChoose(one.id)}>
              {begin !== null && (
                <span
                  className="times-review"
                  style={{ left: share(begin - longestReview), right: `calc(100% - ${share(begin)})` }}
                />
              )}
              <span
                className={`times-bar ${one.code ? 'code' : ''} ${one.state === 'meant' ? '' : 'idle'}`}
                style={{ left: share(begin ?? left), right: `calc(100% - ${share(end ?? right)})` }}
              />
              {begin !== null && place(begin) > 0 && place(begin) < 100 && (
                <Grip
                  label={`Start of ${one.title}`}
                  at={begin}
                  left={share(begin)}
                  scale={right - left}
                  onMove={(to) => moved('from', to)}
                />
              )}
              {end !== null && place(end) > 0 && place(end) < 100 && (
                <Grip
                  label={`End of ${one.title}`}
                  at={end}
                  left={share(end)}
                  scale={right - left}
                  onMove={(to) => moved('until', to)}
                />
              )}
              <span className="times-now" style={{ left: share(moment) }} />
            </span>
          </div>
        );
      })}
      {offers.length === 0 && (
        <p className="muted p-3">No offers yet. A usual first one: free delivery at home from 60.</p>
      )}
    </div>
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
