import { localOf } from '../../../core/exact/index.ts';
import { counts } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { nameFault, TextPart } from '../../ui/field.tsx';
import { freshId } from '../../ui/fresh-id.ts';
import { DayPart } from '../../ui/time-part.tsx';

/** The events the seller plans by; those that are over are left out. */
export function EventsList({ book, moment }: { book: OpenBook; moment: number }) {
  const today = localOf(moment, book.home.timeZone).slice(0, 10);
  const events = book.book.events.filter((event) => event.until >= today);
  const set = (id: string, field: 'name' | 'from' | 'until', value: string) => book.edit(['events', id, field], value);
  return (
    <details className="small mt-1">
      <summary className="muted cursor-pointer">
        {events.length === 0 ? 'No events to come' : `${counts(events.length, 'event')} to come`}
      </summary>
      {events.map((event) => (
        <div key={event.id} className="sentence">
          <TextPart
            label={`Name of ${event.id}`}
            value={event.name}
            fault={nameFault}
            onCommit={(name) => set(event.id, 'name', name)}
          />{' '}
          from{' '}
          <DayPart
            label={`First day of ${event.id}`}
            value={event.from}
            none={null}
            begin={today}
            onCommit={(from) => from && set(event.id, 'from', from)}
          />{' '}
          to{' '}
          <DayPart
            label={`Last day of ${event.id}`}
            value={event.until}
            none={null}
            begin={today}
            onCommit={(until) => until && set(event.id, 'until', until)}
          />
          .{' '}
          <button
            type="button"
            className="quiet small danger"
            onClick={() => book.edit(['events', event.id], undefined)}
          >
            Take away
          </button>
        </div>
      ))}
      <button
        type="button"
        className="quiet"
        onClick={() => {
          const id = freshId('event', book.book.events);
          book.edit(['events', id], { id, name: 'New event', from: today, until: today });
        }}
      >
        Add an event
      </button>
    </details>
  );
}
