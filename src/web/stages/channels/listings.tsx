import { useMemo } from 'react';
import { type ChannelId, itemAt } from '../../../core/book/index.ts';
import { type RecordFinding, recordEdits } from '../../../core/channels/index.ts';
import type { Currency } from '../../../core/exact/index.ts';
import { completer } from '../../../core/goods/index.ts';
import { channelName, counts, overOrdersWords, recordWords } from '../../../words/index.ts';
import { useFilesQuery, useListingsQuery } from '../../data/api.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';
import type { Recorded } from '../../engine/study.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { itemAddress, type RecordRow, RecordTable } from '../../ui/record-table.tsx';
import { OfChannel } from './of-channel.tsx';
import { isMain, SiteChoice, sitesWithFiles, useSite } from './sites.tsx';
import { ChannelTabs } from './tabs.tsx';

/** What a channel lists by its own record, held against the book. */
export function ListingsSheet() {
  return (
    <OfChannel sheet="listings/">
      {(book, id, moment) => <Listings key={id} book={book} id={id} moment={moment} />}
    </OfChannel>
  );
}

/** A channel's record held against the goods of the draft; null until both have come. */
export function useRecord(id: ChannelId, currency: Currency, moment: number) {
  const { data } = useListingsQuery({ id, currency });
  const { data: files } = useFilesQuery({ id, moment: new Date(moment).toISOString() });
  const listings = data?.listings ?? null;
  const live = files?.live ?? null;
  const found = useEngine(
    (engine) => (listings && live ? engine.recordsThere(id, currency, listings, live, moment) : null),
    [listings, live, id, currency, moment],
    'orders',
  );
  return { listings, live, found };
}

function Listings({ book, id, moment }: { book: OpenBook; id: ChannelId; moment: number }) {
  const sites = sitesWithFiles(book, id);
  const [site, choose] = useSite(sites);
  const { listings, live, found } = useRecord(id, site.dialect.currency, moment);
  const where = channelName(id);
  return (
    <div className="stage plain">
      <section className="sheet filled" aria-label={`What ${where} lists`}>
        <ChannelTabs chosen={id} sheet="listings/" />
        <div className="head">
          <h1>What {where} lists</h1>
          {listings && found && (
            <span className="muted">
              {counts(listings.length, 'listing')} by its own record
              {found.hidden > 0 && ` · ${counts(found.hidden, 'item', 'goods')} of the book hidden there`}
            </span>
          )}
        </div>
        <SiteChoice sites={sites} chosen={site} choose={choose} />
        {!listings || (live && !found) ? (
          <p className="muted">Comparing {listings ? counts(listings.length, 'listing') : `with ${where}`} …</p>
        ) : !live || !found ? (
          <p className="muted">{where} does not answer, or nothing is live there yet.</p>
        ) : found.rows.length === 0 ? (
          <p className="text-true">All listings at {where} are the book’s, with its prices and masses.</p>
        ) : (
          <Differences book={book} id={id} market={isMain(site) ? null : site.market.id} found={found} />
        )}
      </section>
    </div>
  );
}

function Differences({
  book,
  id,
  market,
  found: { rows: found, every },
}: {
  book: OpenBook;
  id: ChannelId;
  /** Of a site in another currency than the first, else null. */
  market: string | null;
  found: Recorded;
}) {
  const where = channelName(id);
  const edits = useMemo(() => {
    const complete = completer((sku) => itemAt(book.goods, sku), []);
    const whole = (sku: string) => {
      const item = itemAt(book.goods, sku);
      return item && complete(item);
    };
    return new Map(found.map(({ finding }) => [keyOf(finding), recordEdits(book.book, id, finding, whole, market)]));
  }, [found, book.book, book.goods, id, market]);
  const rows = useMemo(
    () =>
      found.map(({ finding, cost }): RecordRow => {
        const key = keyOf(finding);
        return {
          key,
          ...goodsRow(finding),
          ...recordWords(finding, Boolean(edits.get(key))),
          costs: cost && (cost.orders > 0 ? overOrdersWords(cost, every, book.home) : 'no order'),
        };
      }),
    [found, edits, every, book.home],
  );
  return (
    <>
      <p className="small muted">
        {where} charges by its own figures. What is not taken from there is told it by the next send, as the book has
        it.
      </p>
      <RecordTable
        beside={
          <CsvButton
            file={`${id}-listings.csv`}
            head={['sku', 'listing', 'what', 'in the book', 'there', 'over past orders']}
            rows={() =>
              rows.map((row) => [row.name, row.beside ?? row.name, row.what, row.here, row.there, row.costs ?? ''])
            }
          >
            As CSV
          </CsvButton>
        }
        label={`What ${where} lists otherwise`}
        of="Item"
        rows={rows}
        costs="Over past orders"
        where={`At ${where}`}
        acts={[
          {
            words: (count) => `Take ${count} from ${where}`,
            isFor: ({ taken }) => taken !== null,
            act: (keys) => book.editAll([...keys].flatMap((key) => edits.get(key) ?? [])),
            isMain: true,
          },
        ]}
      />
    </>
  );
}

const keyOf = (finding: RecordFinding): string => {
  const { name, beside } = goodsRow(finding);
  return `${finding.is} ${name} ${beside ?? ''}`;
};

/** What a finding is about, and the id it is listed under where that is another. */
function goodsRow(finding: RecordFinding): Pick<RecordRow, 'name' | 'to' | 'beside'> {
  if (finding.is === 'unknown') return { name: finding.listing.listing, to: null, beside: null };
  const { sku, listing } = finding;
  return { name: sku, to: itemAddress(sku), beside: listing === sku ? null : listing };
}
