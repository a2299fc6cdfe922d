import { DateFormatter, parseDateTime } from '@internationalized/date';
import { type ReactNode, useState } from 'react';
import { useLocale } from 'react-aria-components';
import { weekdayOf } from '../../words/index.ts';
import { type Door, TimeField } from './time-field.tsx';

/**
 * A local time such as 2026-11-29T00:00, or null, which is said in words: by its parts from the keyboard, or on a
 * calendar. It is handed on whenever it is whole.
 */
export const TimePart = (part: Part) => <PointPart {...part} granularity="minute" />;

/** The same of a day, such as 2026-11-29. */
export function DayPart({ value, begin, onCommit, ...part }: Part) {
  const midnight = (day: string) => `${day}T00:00`;
  return (
    <PointPart
      {...part}
      granularity="day"
      value={value === null ? null : midnight(value)}
      begin={midnight(begin)}
      onCommit={(local) => onCommit(local === null ? null : local.slice(0, 10))}
    />
  );
}

interface Part {
  readonly label: string;
  readonly value: string | null;
  /** What is said where there is none; null: there always is one. */
  readonly none: string | null;
  /** What is handed on first where there was none. */
  readonly begin: string;
  readonly onCommit: (local: string | null) => void;
}

function PointPart({ label, value, none, begin, onCommit, granularity }: Part & { granularity: 'minute' | 'day' }) {
  const [door, setDoor] = useState<Door | null>(null);
  if (value === null) {
    const add = () => {
      setDoor('first');
      onCommit(begin);
    };
    return (
      <button type="button" className="part cursor-pointer" aria-label={label} onClick={add}>
        {none}
      </button>
    );
  }
  const takeAway = () => {
    setDoor(null);
    onCommit(null);
  };
  const parts = {
    label,
    value,
    granularity,
    children: none !== null && (
      <button type="button" className="quiet small" aria-label={`${label}: ${none}`} onClick={takeAway}>
        ×
      </button>
    ),
  };
  return door === null ? (
    <Standing {...parts} onEnter={setDoor} />
  ) : (
    <TimeField {...parts} door={door} onCommit={onCommit} onLeave={() => setDoor(null)} />
  );
}

/** How a moment is written: the day before the month or after it as its region has it, hours from 00 to 23. */
const written = {
  day: { year: 'numeric', month: '2-digit', day: '2-digit', timeZone: 'UTC' },
  minute: {
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hour12: false,
    timeZone: 'UTC',
  },
} as const;

/** A moment that nobody is in looks as if one were: the machinery of its field is made when it is entered. */
function Standing({
  label,
  value,
  granularity,
  onEnter,
  children,
}: {
  label: string;
  value: string;
  granularity: 'minute' | 'day';
  onEnter: (door: Door) => void;
  children: ReactNode;
}) {
  const { locale } = useLocale();
  const at = parseDateTime(value);
  const { year, month, day, hour, minute } = at;
  const figures: Partial<Record<Intl.DateTimeFormatPartTypes, number>> = { year, month, day, hour, minute };
  const parts = new DateFormatter(locale, written[granularity]).formatToParts(at.toDate('UTC'));
  return (
    <div className="time-part">
      <span className="muted small">{weekdayOf(value)} </span>
      <div role="group" aria-label={label} className="part">
        <div className="time-input">
          {parts.map(({ type, value: text }, i) =>
            type === 'literal' ? (
              // biome-ignore lint/suspicious/noArrayIndexKey: what stands between parts has no name
              <span key={i} aria-hidden>
                {text}
              </span>
            ) : (
              <span
                key={type}
                role="spinbutton"
                tabIndex={0}
                aria-label={`${type}, ${label}`}
                aria-valuenow={figures[type]}
                aria-valuetext={text}
                onFocus={() => onEnter(type)}
              >
                {text}
              </span>
            ),
          )}
        </div>
      </div>
      <button
        type="button"
        className="quiet small"
        aria-label={`${label}, on a calendar`}
        onClick={() => onEnter('calendar')}
      >
        ▾
      </button>
      {children}
    </div>
  );
}

/** The same time a week later, for an end that is still to be said. */
export const weekAfter = (local: string): string => parseDateTime(local).add({ weeks: 1 }).toString().slice(0, 16);
