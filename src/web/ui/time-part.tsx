import { CalendarDateTime, parseDateTime } from '@internationalized/date';
import { useState } from 'react';
import {
  Button,
  Calendar,
  CalendarCell,
  CalendarGrid,
  DateInput,
  DatePicker,
  DateSegment,
  Dialog,
  Group,
  Heading,
  Popover,
} from 'react-aria-components';
import { weekdayOf } from '../../words/index.ts';

/** Years in which a moment may lie: while one is typed it passes through the first centuries. */
const [first, last] = [new CalendarDateTime(1900, 1, 1), new CalendarDateTime(2199, 12, 31, 23, 59)];

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
  const [typed, setTyped] = useState<CalendarDateTime | null>(null);
  const [added, setAdded] = useState(false);
  if (value === null) {
    const add = () => {
      setAdded(true);
      onCommit(begin);
    };
    return (
      <Button className="part cursor-pointer" aria-label={label} onPress={add}>
        {none}
      </Button>
    );
  }
  const commit = (next: CalendarDateTime | null) => {
    setTyped(next);
    if (next && next.compare(first) >= 0 && next.compare(last) <= 0) onCommit(next.toString().slice(0, 16));
  };
  return (
    <DatePicker
      aria-label={label}
      className="time-part"
      granularity={granularity}
      hourCycle={24}
      shouldForceLeadingZeros
      value={typed ?? parseDateTime(value)}
      autoFocus={added}
      onChange={commit}
      onBlur={() => setTyped(null)}
    >
      <span className="muted small">{weekdayOf(value)} </span>
      <Group className="part">
        <DateInput className="time-input">{(segment) => <DateSegment segment={segment} />}</DateInput>
      </Group>
      <Button className="quiet small" aria-label={`${label}, on a calendar`}>
        ▾
      </Button>
      {none !== null && (
        <Button
          slot={null}
          className="quiet small"
          aria-label={`${label}: ${none}`}
          onPress={() => {
            setTyped(null);
            setAdded(false);
            onCommit(null);
          }}
        >
          ×
        </Button>
      )}
      <Popover className="pop-list p-2" placement="bottom start" offset={2}>
        <Dialog>
          <Calendar>
            <div className="flex items-center justify-between">
              <Button slot="previous" className="quiet small">
                ‹
              </Button>
              <Heading className="font-semibold" />
              <Button slot="next" className="quiet small">
                ›
              </Button>
            </div>
            <CalendarGrid>{(date) => <CalendarCell date={date} className="calendar-day" />}</CalendarGrid>
          </Calendar>
        </Dialog>
      </Popover>
    </DatePicker>
  );
}

/** The same time a week later, for an end that is still to be said. */
export const weekAfter = (local: string): string => parseDateTime(local).add({ weeks: 1 }).toString().slice(0, 16);
