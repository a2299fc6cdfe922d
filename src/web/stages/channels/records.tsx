import { Link } from 'react-router';
import type { ChannelId } from '../../../core/book/index.ts';
import { dialectOf } from '../../../core/channels/index.ts';
import { channelName, counts, listed, recordSorts } from '../../../words/index.ts';
import { useRecord } from './listings.tsx';

/** What a channel's own record comes to beside the book's goods, in a line; the rest has a sheet of its own. */
export function ChannelRecords({ id, moment }: { id: ChannelId; moment: number }) {
  const { listings, found } = useRecord(id, dialectOf(id).currency, moment);
  if (!listings || listings.length === 0) return null;
  const rows = found?.rows ?? [];
  const sorts = [...new Set(rows.map(({ finding }) => finding.is))].map(
    (is) => `${rows.filter(({ finding }) => finding.is === is).length} ${recordSorts[is]}`,
  );
  return (
    <section aria-label="Its own record" className="mt-4">
      <h2>Its own record</h2>
      {found === null ? (
        <p className="muted">Comparing {counts(listings.length, 'listing')} …</p>
      ) : rows.length === 0 ? (
        <p className="text-true">
          All {listings.length} listings at {channelName(id)} have the book’s prices and masses.
        </p>
      ) : (
        <p>
          <span className="text-off">{counts(rows.length, 'line differs', 'lines differ')}</span> from the book:{' '}
          {listed(sorts)}. {channelName(id)} charges by its own.{' '}
          <Link className="quiet" to={`/channels/listings/${id}`}>
            Look at them
          </Link>
        </p>
      )}
    </section>
  );
}
