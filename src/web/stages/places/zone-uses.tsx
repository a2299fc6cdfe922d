import { Link } from 'react-router';
import type { Book } from '../../../core/book/index.ts';
import { counted, counts } from '../../../words/index.ts';
import { useOrdersQuery } from '../../data/api.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';
import { usePast } from '../../data/past.ts';

/** What uses a zone: templates with lanes in it, offers; and how many of the past orders fell in it. */
export function ZoneUses({ book, zone }: { book: OpenBook; zone: Book['zones'][number] }) {
  const { data: orders } = useOrdersQuery();
  const { count, every } = usePast();
  const by = useEngine((engine) => engine.ordersByZone(), [], 'orders');
  const { templates, offers } = book.book;
  const lanes = templates.filter(({ lanes: all }) => Object.keys(all[zone.id] ?? {}).length > 0);
  const named = offers.filter((offer) => offer.zones?.includes(zone.id));
  return (
    <section className="mt-4" aria-label="What uses it">
      <h2>What uses it</h2>
      <p>
        {lanes.length === 0 ? (
          <span className="text-off">No template has a lane in it: nothing is delivered there. </span>
        ) : (
          lanes.map((template, i) => (
            <span key={template.id}>
              {i > 0 && ', '}
              <Link className="quiet" to={`/rates/${zone.id}?template=${template.id}`}>
                {template.name}
              </Link>{' '}
              ({counts(Object.keys(template.lanes[zone.id] ?? {}).length, 'lane')})
            </span>
          ))
        )}
        {named.map((offer) => (
          <span key={offer.id}>
            ,{' '}
            <Link className="quiet" to={`/offers/${offer.id}`}>
              “{offer.title}”
            </Link>
          </span>
        ))}
      </p>
      {by && orders && orders.length > 0 && (
        <p>
          {every > 1 ? 'About ' : ''}
          <strong>{counted((by[zone.id] ?? 0) * every)}</strong> of {counts(count, 'past order')} fell in it.
        </p>
      )}
      {orders?.length === 0 && (
        <p className="muted">
          How many orders fell in it shows here once there are{' '}
          <Link className="quiet" to="/history">
            past orders
          </Link>
          .
        </p>
      )}
    </section>
  );
}
