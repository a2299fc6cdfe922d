import { localOf } from '../../../core/exact/index.ts';
import { counts } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { nameFault, TextPart } from '../../ui/field.tsx';
import { freshId } from '../../ui/fresh-id.ts';

const dayFault = (text: string): string | null =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(text)) ? null : 'a day such as 2026-12-05';

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
        <p key={event.id} className="sentence">
          <TextPart
            label={`Name of ${event.id}`}
            value={event.name}
            fault={nameFault}
            onCommit={(name) => set(event.id, 'name', name)}
          />{' '}
          from{' '}
          <TextPart
            label={`First day of ${event.id}`}
            value={event.from}
            fault={dayFault}
            onCommit={(from) => set(event.id, 'from', from)}
          />{' '}
          to{' '}
          <TextPart
            label={`Last day of ${event.id}`}
            value={event.until}
            fault={dayFault}
            onCommit={(until) => set(event.id, 'until', until)}
          />
          .{' '}
          <button
            type="button"
            className="quiet small danger"
            onClick={() => book.edit(['events', event.id], undefined)}
          >
            Take away
          </button>
        </p>
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
