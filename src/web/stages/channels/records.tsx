import { Link } from 'react-router';
import type { ChannelId } from '../../../core/book/index.ts';
import { channelName, counts } from '../../../words/index.ts';
import { useListingsQuery } from '../../data/api.ts';
import { useEngine } from '../../data/book.ts';

const shown = 40;

/** A price as it stands, or grams; a dash where there is none. */
const figureOf = (is: 'price' | 'mass', text: string | null): string =>
  text === null ? '—' : is === 'mass' ? `${text} g` : text;

/** A channel's own record of prices and masses, held against the book's goods. */
export function ChannelRecords({ id }: { id: ChannelId }) {
  const { data } = useListingsQuery(id);
  const listings = data?.listings ?? null;
  const found = useEngine((engine) => (listings ? engine.recordsThere(id, listings) : null), [listings, id], 'study');
  if (!listings || listings.length === 0) return null;
  return (
    <section aria-label="Its own record" className="mt-4">
      <h2>Its own record</h2>
      {found === null ? (
        <p className="muted">Comparing {counts(listings.length, 'listing')} …</p>
      ) : found.length === 0 ? (
        <p className="text-true">
          All {listings.length} listings at {channelName(id)} have the book’s prices and masses.
        </p>
      ) : (
        <>
          <p className="text-off">
            {counts(found.length, 'figure differs', 'figures differ')} from the book’s; {channelName(id)} charges by its
            own.
          </p>
          <table className="ruled">
            <thead>
              <tr>
                <th>Item</th>
                <th>What</th>
                <th className="figure">In the book</th>
                <th className="figure">There</th>
              </tr>
            </thead>
            <tbody>
              {found.slice(0, shown).map((one) => {
                const sku = one.is === 'unknown' ? one.listing : one.sku;
                return (
                  <tr key={`${sku} ${one.is}`}>
                    <td>
                      <Link className="quiet mono" to={`/goods?filter=${encodeURIComponent(sku)}`}>
                        {sku}
                      </Link>
                    </td>
                    <td>
                      {one.is === 'unknown' ? 'not in the book' : one.is === 'missing' ? 'not listed there' : one.is}
                    </td>
                    <td className="figure">{'here' in one ? figureOf(one.is, one.here) : ''}</td>
                    <td className="figure">{'there' in one ? figureOf(one.is, one.there) : ''}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          {found.length > shown && <p className="muted small">and {found.length - shown} more</p>}
        </>
      )}
    </section>
  );
}
