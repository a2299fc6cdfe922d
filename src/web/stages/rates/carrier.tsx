import { Link } from 'react-router';
import type { CarrierAnswer } from '../../../contract/index.ts';
import { type Book, lookedAt } from '../../../core/book/index.ts';
import { localOf } from '../../../core/exact/index.ts';
import { quarterOf } from '../../../core/plan/index.ts';
import { amountOf, counts, money, rateText, serviceInText, templateName, zoneName } from '../../../words/index.ts';
import { useCarrierQuery } from '../../data/api.ts';
import { type OpenBook, useBook, useEngine, useMoment } from '../../data/book.ts';
import { useAppSelector } from '../../data/index.ts';
import type { Records } from '../../engine/study.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { KeyLine } from '../../ui/key-line.tsx';
import { Sampled } from '../../ui/sampled.tsx';
import { useTender } from '../../ui/tender.ts';
import { RatesTabs } from './tabs.tsx';

export function CarrierStage() {
  const book = useBook();
  const moment = useMoment();
  return book && moment !== null ? <CarrierSheet book={book} moment={moment} /> : null;
}

/** Every lane of the book with how it fared over past orders; null where none went by it. */
function reviewedLanes(book: Book, records: Records | null) {
  return book.templates.flatMap((template) =>
    template.zones.flatMap((zone) =>
      book.services.flatMap(({ id: service }) => {
        const lane = template.lanes[zone]?.[service];
        const isIts = (one: Records['lanes'][number]) =>
          one.template === template.id && one.zone === zone && one.service === service;
        return lane
          ? [
              {
                key: `${template.id}/${zone}/${service}`,
                template: template.id,
                zone,
                service,
                lane,
                record: records?.lanes.find(isIts) ?? null,
              },
            ]
          : [];
      }),
    ),
  );
}
type Reviewed = ReturnType<typeof reviewedLanes>[number];

/**
 * The carrier's cards, how each lane fares by them over past orders, and the quarter's review of all rates, lane by
 * lane.
 */
function CarrierSheet({ book, moment }: { book: OpenBook; moment: number }) {
  const { data: carrier } = useCarrierQuery();
  const records = useEngine((engine) => engine.records(moment), [moment], 'orders');
  const today = localOf(moment, book.home.timeZone).slice(0, 10);
  const quarter = quarterOf(today);
  const lanes = reviewedLanes(book.book, records);
  const done = lanes.filter((one) => (lookedAt(book.book, one.key)?.on ?? '') >= quarter).length;
  return (
    <div className="stage plain">
      <section className="sheet" aria-label="Carrier">
        <RatesTabs book={book} />
        {carrier && <Cards carrier={carrier} />}
        <GoesBy book={book} />
        <div className="head mt-4">
          <h2>Review of all rates, quarter from {quarter}</h2>
          <span className={done < lanes.length ? 'text-limit' : 'text-true'}>
            {done} of {lanes.length} ticked off
          </span>
          {records && <NextCard lanes={lanes} records={records} />}
          <span className="acts">
            <ReviewFile book={book} lanes={lanes} currency={records?.market.currency ?? book.home.currency} />
          </span>
        </div>
        <Sampled />
        <ReviewTable
          book={book}
          lanes={lanes}
          next={records?.to ? `By ${records.to}` : 'Carrier next'}
          quarter={quarter}
          today={today}
        />
      </section>
    </div>
  );
}

/** The carrier's price cards and from when they hold; what stands in while it is silent. */
function Cards({ carrier }: { carrier: CarrierAnswer }) {
  return (
    <>
      <div className="head">
        <h1>Ternline</h1>
        <span className="muted">
          {carrier.cards
            .map(({ card, from, until, fuel, home, remote }) => {
              const when = until ? `from ${from} until ${until}` : `from ${from}`;
              return `${card} ${when}: fuel ${fuel} %, home ${home}, remote ${remote}`;
            })
            .join(' · ')}
        </span>
      </div>
      <KeyLine of="ternline" name="Ternline" isCarrier />
      {carrier.down && (
        <p className="aside-note off" role="alert">
          {carrier.down}.
          {carrier.cards.length > 0
            ? ' The last cards it gave stand in.'
            : ' Lanes that ask it charge their fallback, or are not offered.'}
        </p>
      )}
    </>
  );
}

/** By what each of the services goes; said and changed beside the service. */
function GoesBy({ book }: { book: OpenBook }) {
  const { services } = book.book;
  const carried = services.filter((one) => one.carrier !== null || one.lists.length > 0).length;
  return (
    <p className="bg-base-100 p-3">
      {carried} of {counts(services.length, 'service')} {carried === 1 ? 'goes' : 'go'} by carriers that are known.{' '}
      <Link className="quiet" to="/rates/mixing">
        What brings each service
      </Link>{' '}
      ·{' '}
      <Link className="quiet" to="/rates/price-lists">
        Price lists of other carriers
      </Link>
    </p>
  );
}

/** What the carrier's next card costs the seller more, over the orders of a year. */
function NextCard({ lanes, records }: { lanes: readonly Reviewed[]; records: Records }) {
  const losses = lanes.flatMap(({ record }) => (record ? [record.lostNext - record.lostNow] : []));
  const worse = losses.filter((loss) => loss > 0);
  const more = money(
    worse.reduce((sum, loss) => sum + loss, 0),
    records.market,
  );
  const lose =
    worse.length === 0
      ? 'no lane loses more'
      : `${worse.length} ${worse.length === 1 ? 'lane loses' : 'lanes lose'} ${more} more a year`;
  return (
    <span className="muted">
      {records.to === null ? 'No other card is known.' : `From ${records.starts}, ${records.to}: ${lose}.`}{' '}
      {records.left > 0 &&
        `${records.left} past orders are left out: not carried, not packed, or stocked by their channel.`}
    </span>
  );
}

function ReviewFile({ book, lanes, currency }: { book: OpenBook; lanes: readonly Reviewed[]; currency: string }) {
  return (
    <CsvButton
      file="review.csv"
      head={[
        'template',
        'zone',
        'service',
        'rate',
        'orders',
        'charged',
        'carrier now',
        'carrier then',
        'lost now',
        'lost then',
        'looked at',
        'by',
      ]}
      rows={() =>
        lanes.map((one) => [
          templateName(book.book, one.template),
          zoneName(book.book, one.zone),
          one.service,
          rateText(one.lane.rate),
          ...(one.record
            ? [
                String(one.record.orders),
                ...[
                  one.record.charged,
                  one.record.costNow,
                  one.record.costNext,
                  one.record.lostNow,
                  one.record.lostNext,
                ].map((amount) => amountOf(amount, currency)),
              ]
            : ['0', '', '', '', '', '']),
          lookedAt(book.book, one.key)?.on ?? '',
          lookedAt(book.book, one.key)?.who ?? '',
        ])
      }
    >
      Review as CSV
    </CsvButton>
  );
}

/** A row a lane: what past orders were charged and what the carrier asked, now and by its next card; when looked at. */
function ReviewTable({
  book,
  lanes,
  next,
  quarter,
  today,
}: {
  book: OpenBook;
  lanes: readonly Reviewed[];
  /** The head of what the carrier asks by its next card. */
  next: string;
  quarter: string;
  today: string;
}) {
  const tender = useTender();
  const say = (amount: number) => money(amount, tender);
  const who = useAppSelector((state) => state.view.who);
  return (
    <div className="wide">
      <table className="ruled" aria-label="Lanes under review">
        <thead>
          <tr>
            <th>Lane</th>
            <th>Rate</th>
            <th className="figure">Past orders</th>
            <th className="figure">Charged</th>
            <th className="figure">Carrier now</th>
            <th className="figure">{next}</th>
            <th className="figure">Lost now</th>
            <th className="figure">Lost then</th>
            <th>Looked at</th>
          </tr>
        </thead>
        <tbody>
          {lanes.map(({ key, template, zone, service, lane, record }) => {
            const looked = lookedAt(book.book, key);
            const ticked = (looked?.on ?? '') >= quarter;
            return (
              <tr key={key}>
                <td>
                  <Link className="quiet" to={`/rates/${zone}/${service}?template=${template}`}>
                    {zoneName(book.book, zone)}, {serviceInText(book.book, service)}
                  </Link>
                  {book.book.templates.length > 1 && (
                    <div className="muted small">{templateName(book.book, template)}</div>
                  )}
                </td>
                <td>{rateText(lane.rate)}</td>
                <td className="figure">{record?.orders ?? 0}</td>
                <td className="figure">{record && say(record.charged)}</td>
                <td className="figure">{record && say(record.costNow)}</td>
                <td className="figure">{record && say(record.costNext)}</td>
                <td className="figure">
                  {record && record.losingNow > 0 && `${say(record.lostNow)} on ${record.losingNow}`}
                </td>
                <td className={`figure ${record && record.lostNext > record.lostNow ? 'text-off' : ''}`}>
                  {record && record.losingNext > 0 && `${say(record.lostNext)} on ${record.losingNext}`}
                </td>
                <td>
                  <label className="whitespace-nowrap">
                    <input
                      type="checkbox"
                      checked={ticked}
                      aria-label={`Looked at ${key}`}
                      onChange={() => book.edit(['reviewed', key], ticked ? undefined : { on: today, who })}
                    />{' '}
                    {looked ? [looked.on, looked.who].filter(Boolean).join(', ') : 'not yet'}
                  </label>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
