import { Link } from 'react-router';
import type { HistoryAnswer } from '../../../../contract/index.ts';
import { channelsOf } from '../../../../core/book/index.ts';
import { channelName, counts, money } from '../../../../words/index.ts';
import { useHistoryQuery } from '../../../data/api.ts';
import { type OpenBook, useEngine } from '../../../data/book.ts';
import { usePast } from '../../../data/past.ts';
import { AmountPart, figureFault, TextPart } from '../../../ui/field.tsx';

/** A channel that takes nothing. */
const none = { percent: '0', amount: '0' };

/** What an order costs the seller besides its goods and its carrier. */
export function OrderCosts({ book }: { book: OpenBook }) {
  const { packing, payment, advertising, channels } = book.book.costs;
  const set = (field: 'packing' | 'advertising') => (value: string) => book.edit(['costs', field], value);
  const setPayment = (field: keyof typeof payment) => (value: string) => book.edit(['costs', 'payment', field], value);
  return (
    <section className="mt-4" aria-label="What an order costs">
      <h2>What an order costs besides goods and carrier</h2>
      <p className="sentence bg-base-100 p-3">
        Packing <AmountPart label="Packing" value={packing} onCommit={set('packing')} />; paying{' '}
        <TextPart
          label="Payment percent"
          value={payment.percent}
          fault={figureFault}
          onCommit={setPayment('percent')}
        />{' '}
        % and <AmountPart label="Payment amount" value={payment.amount} onCommit={setPayment('amount')} />
        {'; advertising '}
        <TextPart label="Advertising percent" value={advertising} fault={figureFault} onCommit={set('advertising')} /> %
        of the goods.
      </p>
      <p className="sentence bg-base-100 px-3 pb-3">
        {channelsOf(book.book).map((id, i) => {
          const fee = channels[id] ?? none;
          const set = (field: keyof typeof fee) => (value: string) =>
            book.edit(['costs', 'channels', id], { ...fee, [field]: value });
          return (
            <span key={id}>
              {i > 0 && '; '}
              {channelName(id)} takes{' '}
              <TextPart
                label={`Percent that ${channelName(id)} takes`}
                value={fee.percent}
                fault={figureFault}
                onCommit={set('percent')}
              />{' '}
              % and{' '}
              <AmountPart label={`Amount that ${channelName(id)} takes`} value={fee.amount} onCommit={set('amount')} />
            </span>
          );
        })}{' '}
        of an order.
      </p>
      <Measured book={book} />
    </section>
  );
}

const noSpend: HistoryAnswer['advertising']['spent'] = [];

/** What advertising took by what was brought in, beside what margins reckon with; a press takes it. */
function Measured({ book }: { book: OpenBook }) {
  const { data: history } = useHistoryQuery();
  const { every } = usePast();
  const spent = history?.advertising.spent ?? noSpend;
  const shares = useEngine(
    (engine) => (spent.length > 0 ? engine.advertising(spent, every) : null),
    [spent, every],
    'orders',
  );
  const { advertising, advertisingAt } = book.book.costs;
  if (spent.length === 0 || !shares)
    return (
      <p className="muted small">
        Advertising brought in by month and channel shows here what it took of the goods sold:{' '}
        <Link className="quiet" to="/history">
          Own history
        </Link>
        .
      </p>
    );
  return (
    <ul aria-label="What advertising took">
      {shares.map(({ channel, months, spent: cost, goods, percent }) => {
        const now = channel === null ? advertising : (advertisingAt[channel] ?? advertising);
        const path = channel === null ? ['costs', 'advertising'] : ['costs', 'advertisingAt', channel];
        return (
          <li key={channel ?? ''} className="flex flex-wrap items-baseline gap-2 px-3">
            {channel === null ? 'In all' : channelName(channel)}, in {counts(months, 'month')}:{' '}
            {`${money(cost, book.home)} on ${money(goods, book.home)} of goods, `}
            <strong>{percent} %</strong>; margins reckon with {now} %.
            {Number(percent) !== Number(now) && (
              <button
                type="button"
                className="quiet small"
                aria-label={`Reckon with ${percent} % ${channel === null ? 'in all' : `at ${channelName(channel)}`}`}
                onClick={() => book.edit(path, percent)}
              >
                Reckon with {percent} %
              </button>
            )}
          </li>
        );
      })}
    </ul>
  );
}
