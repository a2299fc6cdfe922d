import type { OpenBook } from '../../../data/book.ts';
import { AmountPart, figureFault, TextPart } from '../../../ui/field.tsx';

/** What an order costs the seller besides its goods and its carrier. */
export function OrderCosts({ book }: { book: OpenBook }) {
  const { packing, payment, advertising } = book.book.costs;
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
    </section>
  );
}
