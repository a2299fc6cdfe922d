import { CalendarDateTime, parseDateTime } from '@internationalized/date';
import { type ReactNode, useLayoutEffect, useRef, useState } from 'react';
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

/** Where a moment is entered: at one of its parts, at the first of them, or by its calendar. */
export type Door = Intl.DateTimeFormatPartTypes | 'first' | 'calendar';

/** Years in which a moment may lie: while one is typed it passes through the first centuries. */
const [first, last] = [new CalendarDateTime(1900, 1, 1), new CalendarDateTime(2199, 12, 31, 23, 59)];

/** A moment or a day while one is in it: by its parts from the keyboard, or on a calendar. */
export function TimeField({
  label,
  value,
  granularity,
  door,
  onCommit,
  onLeave,
  children,
}: {
  label: string;
  value: string;
  granularity: 'minute' | 'day';
  /** Where it was entered: there the focus goes on. */
  door: Door;
  onCommit: (local: string) => void;
  onLeave: () => void;
  children: ReactNode;
}) {
  // What lies out of those years is shown, and not handed on.
  const [typed, setTyped] = useState<CalendarDateTime | null>(null);
  const [isOpen, setIsOpen] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const found: Record<string, string> = { first: '[role="spinbutton"]', calendar: 'button' };
    box.current?.querySelector<HTMLElement>(found[door] ?? `[data-type="${door}"]`)?.focus();
    setIsOpen(door === 'calendar');
  }, [door]);
  const commit = (next: CalendarDateTime | null) => {
    const isWhole = next !== null && next.compare(first) >= 0 && next.compare(last) <= 0;
    setTyped(isWhole ? null : next);
    if (isWhole) onCommit(next.toString().slice(0, 16));
  };
  // A program that moves the focus from part to part, as reading aids do, says not where it goes: that is seen after.
  const leave = () =>
    queueMicrotask(() => {
      if (!box.current?.contains(document.activeElement)) onLeave();
    });
  return (
    <DatePicker
      ref={box}
      aria-label={label}
      className="time-part"
      granularity={granularity}
      hourCycle={24}
      shouldForceLeadingZeros
      value={typed ?? parseDateTime(value)}
      isOpen={isOpen}
      onOpenChange={setIsOpen}
      onChange={commit}
      onBlur={leave}
    >
      <span className="muted small">{weekdayOf(value)} </span>
      <Group className="part">
        <DateInput className="time-input">{(segment) => <DateSegment segment={segment} />}</DateInput>
      </Group>
      <Button className="quiet small" aria-label={`${label}, on a calendar`}>
        ▾
      </Button>
      {children}
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
