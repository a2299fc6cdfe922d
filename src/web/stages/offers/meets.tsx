import { useState } from 'react';
import { Link } from 'react-router';
import type { Book } from '../../../core/book/index.ts';
import type { Meeting, Run } from '../../../core/plan/index.ts';
import {
  amountOf,
  counted,
  money,
  offerTitle,
  serviceName,
  type Tender,
  wholeOf,
  zoneName,
} from '../../../words/index.ts';
import { type OpenBook, useBook, useEngine, useHeavy, useMoment } from '../../data/book.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { AmountPart, TextPart } from '../../ui/field.tsx';
import { useTender } from '../../ui/tender.ts';
import { EitherOr } from './either-or.tsx';
import { OffersTabs } from './tabs.tsx';
import { Working } from './working.tsx';

export function MeetsStage() {
  const book = useBook();
  const moment = useMoment();
  return book && moment !== null ? <Meets book={book} moment={moment} /> : null;
}

/**
 * Every pair of offers, the lanes' own thresholds among them: what happens when they meet; and the baskets that leave
 * least.
 */
function Meets({ book, moment }: { book: OpenBook; moment: number }) {
  const tender = useTender();
  const meetings = useEngine((engine, edits) => engine.meets(edits, moment, null), [moment], 'study');
  const surprising = meetings?.filter((one) => one.surprising) ?? [];
  const pairs = meetings?.filter((one) => one.second.is === 'offer') ?? [];
  const lanes = meetings?.filter((one) => one.second.is === 'lane' && one.relation.is !== 'together') ?? [];
  return (
    <div className="stage plain">
      <section className="sheet" aria-label="When offers meet">
        <OffersTabs />
        <div className="head">
          <h1>When they meet</h1>
          <span className="muted">
            {meetings
              ? `${pairs.length} pairs of offers, ${meetings.length - pairs.length} offers beside a lane’s own threshold`
              : 'looking …'}
          </span>
          <span className="acts">
            <CsvButton
              file="meetings.csv"
              head={['offer', 'with', 'what happens']}
              rows={() =>
                (meetings ?? []).map((one) => [
                  one.first.offer,
                  secondName(book.book, one, tender),
                  relationWords(book.book, one, tender),
                ])
              }
            >
              Take away as CSV
            </CsvButton>
          </span>
        </div>
        {surprising.length > 0 && (
          <div className="aside-note off" role="note">
            <strong>Shoppers would expect to have both, and cannot:</strong>
            <ul>
              {surprising.slice(0, 8).map((one) => (
                <li key={keyOf(one)}>
                  {offerTitle(book.book, one.first.offer)} with {secondName(book.book, one, tender)}.{' '}
                  {relationWords(book.book, one, tender)}
                </li>
              ))}
            </ul>
          </div>
        )}
        <EitherOr book={book} />
        <Table book={book.book} label="Offers with offers" list={pairs} />
        {lanes.length > 0 && (
          <>
            <h2 className="mt-5">Beside a lane’s own threshold</h2>
            <Table book={book.book} label="Offers with lanes" list={lanes} />
          </>
        )}
        <Deepest book={book} moment={moment} />
      </section>
    </div>
  );
}

const keyOf = (one: Meeting) =>
  `${one.first.offer} ${one.second.is === 'offer' ? one.second.offer : `${one.second.zone} ${one.second.service}`}`;
const secondName = (book: Book, { second }: Meeting, tender: Tender): string =>
  second.is === 'offer'
    ? offerTitle(book, second.offer)
    : `${serviceName(book, second.service)} to ${zoneName(book, second.zone)}, free from ${money(second.freeFrom, tender)} by itself`;

const apartWords = {
  times: 'they never run at the same time',
  places: 'no place has both',
  markets: 'no market has both',
  channels: 'no channel has both',
  customers: 'no customer has both',
  services: 'no service has both',
} as const;

export function relationWords(book: Book, { relation, first, second }: Meeting, tender: Tender): string {
  switch (relation.is) {
    case 'never':
      return `Never meet: ${apartWords[relation.why]}.`;
    case 'together':
      return 'Both act.';
    case 'competes': {
      const runs = relation.runs.filter((run) => run.acts !== 'none');
      if (runs.length === 0) return 'At most one acts; none of the baskets tried has either.';
      const names = {
        first: offerTitle(book, first.offer),
        second: second.is === 'offer' ? offerTitle(book, second.offer) : 'the lane’s threshold',
        both: 'both',
        none: '',
      };
      const say = (amount: number) => money(amount, tender);
      const span = (run: Run) => (run.from === run.to ? say(run.from) : `${say(run.from)} to ${say(run.to)}`);
      const groups = relation.groups
        .map((id) => `“${book.eitherOr.find((one) => one.id === id)?.name ?? id}”`)
        .join(' and ');
      return `${second.is === 'offer' ? `Both are in ${groups}, so at most one acts` : 'They get in each other’s way'}: ${runs
        .slice(0, 5)
        .map((run) => `${span(run)} ${names[run.acts]}`)
        .join('; ')}${runs.length > 5 ? ' …' : ''}.`;
    }
  }
}

function Table({ book, label, list }: { book: Book; label: string; list: readonly Meeting[] }) {
  const tender = useTender();
  if (list.length === 0) return <p className="muted mt-2">Nothing to meet.</p>;
  return (
    <table className="ruled mt-2" aria-label={label}>
      <thead>
        <tr>
          <th>Offer</th>
          <th>With</th>
          <th>What happens</th>
          <th>For example</th>
        </tr>
      </thead>
      <tbody>
        {list.slice(0, mostShown).map((one) => (
          <tr key={keyOf(one)}>
            <td>
              <Link to={`/offers/${one.first.offer}`}>{offerTitle(book, one.first.offer)}</Link>
            </td>
            <td>{secondName(book, one, tender)}</td>
            <td className={one.surprising ? 'text-off' : ''}>{relationWords(book, one, tender)}</td>
            <td className="muted">
              {one.relation.is === 'competes' && one.relation.example ? basketWords(one.relation.example, tender) : ''}
            </td>
          </tr>
        ))}
      </tbody>
      {list.length > mostShown && (
        <tfoot>
          <tr>
            <td colSpan={4} className="muted">
              and {list.length - mostShown} more: take them away as CSV
            </td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}
const mostShown = 300;

export const basketWords = (
  one: { lines: readonly { sku: string; units: number }[]; place: string; codes: readonly string[]; value: number },
  tender: Tender,
): string =>
  `${one.lines.map((line) => `${line.units} × ${line.sku}`).join(', ')} to ${one.place}${one.codes.length > 0 ? ` with ${one.codes.join(' and ')}` : ''}, worth ${money(one.value, tender)}`;

/** The baskets that leave the seller least, within units and value. */
function Deepest({ book, moment }: { book: OpenBook; moment: number }) {
  const [units, setUnits] = useState('6');
  const [value, setValue] = useState(amountOf(500, book.home.currency));
  const { state, start, stop } = useHeavy((engine, edits, pace) =>
    engine.deepest(edits, moment, Number(units), Math.round(Number(value) * wholeOf(book.home.currency)), pace),
  );
  const answer = state.is === 'done' ? state.answer : null;
  return (
    <section className="mt-6" aria-label="The baskets that leave least">
      <h2>The baskets that leave least</h2>
      <p className="sentence">
        Among baskets of one item or two, up to{' '}
        <TextPart
          label="Units at most"
          value={units}
          fault={(text) => (/^[1-9]\d?$/.test(text) ? null : '1 to 99')}
          onCommit={setUnits}
        />{' '}
        units worth at most <AmountPart label="Value at most" value={value} onCommit={setValue} /> {book.home.currency},
        to a place in each zone, with every code and every two.
      </p>
      <Working state={state} start={start} stop={stop} what="Look for them" />
      {answer && (
        <>
          <p className="muted small">
            <CsvButton
              file="deepest.csv"
              head={['basket', 'service', 'offers', 'left']}
              rows={() =>
                answer.baskets.map((one) => [
                  basketWords(one.example, book.home),
                  one.service,
                  one.used.join(' '),
                  money(one.margin.left, book.home),
                ])
              }
            >
              Take away as CSV
            </CsvButton>{' '}
            {counted(answer.tried)} baskets were answered: every count of every item alone, and the eight thinnest items
            with each other one, bought by anybody in no channel. The 400 thinnest by price, cost and delivery are
            worked out in full; others may leave less.
          </p>
          <table className="ruled mt-2" aria-label="Deepest baskets">
            <thead>
              <tr>
                <th>Basket</th>
                <th>By</th>
                <th>Offers used</th>
                <th className="figure">Left</th>
              </tr>
            </thead>
            <tbody>
              {answer.baskets.map((one) => (
                <tr key={`${basketWords(one.example, book.home)} ${one.service}`}>
                  <td>{basketWords(one.example, book.home)}</td>
                  <td>{serviceName(book.book, one.service)}</td>
                  <td>{one.used.map((id) => offerTitle(book.book, id)).join(', ') || 'none'}</td>
                  <td className={`figure ${one.margin.left < 0 ? 'text-off' : ''}`}>
                    {money(one.margin.left, book.home)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </section>
  );
}
