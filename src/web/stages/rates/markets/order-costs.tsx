import { channelsOf } from '../../../../core/book/index.ts';
import { channelName } from '../../../../words/index.ts';
import type { OpenBook } from '../../../data/book.ts';
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
    </section>
  );
}
