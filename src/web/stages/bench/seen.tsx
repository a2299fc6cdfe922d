import type { Answer, Hidden } from '../../../core/quote/index.ts';
import { counts, money, serviceName, type Tender } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';

const hiddenWords: Record<Hidden['why'], string> = {
  'same name': 'behind the same name, by',
  'beside free': 'hidden beside the free',
  'beyond the most': 'beyond the most that are shown, after',
};

/**
 * What the shopper sees of the choices, in order; what is hidden and why; and where items clash, the orders that would
 * do.
 */
export function Seen({ book, answer, market }: { book: OpenBook; answer: Answer; market: Tender }) {
  const { choices, hidden, clash } = answer;
  const name = (id: string) => serviceName(book.book, id);
  return (
    <>
      {(choices.length > 0 || hidden.length > 0) && (
        <section aria-label="What the shopper sees">
          <h2 className="mt-5">What the shopper sees</h2>
          <table className="ruled mt-1">
            <tbody>
              {choices.map((one) => (
                <tr key={one.service}>
                  <td>
                    {one.name}{' '}
                    <span className="muted">
                      {one.days[0] === one.days[1] ? one.days[0] : `${one.days[0]}–${one.days[1]}`} days
                      {one.tax > 0 && `, tax ${money(one.tax, market)}`}
                    </span>
                  </td>
                  <td className="figure">{one.delivery === 0 ? 'free' : money(one.delivery, market)}</td>
                </tr>
              ))}
              {hidden.map((one) => (
                <tr key={one.choice.service} className="muted">
                  <td>
                    <s>{one.choice.name}</s> {hiddenWords[one.why]} {name(one.by)}
                  </td>
                  <td className="figure">{money(one.choice.delivery, market)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {clash && (
        <section className="aside-note off" aria-label="Items that clash">
          <p>
            <strong>No one service takes all of this basket.</strong>
            {clash.orders.length > 0 && ` ${counts(clash.orders.length, 'order')} would do:`}
          </p>
          {clash.orders.map((order) => (
            <p key={order.service}>
              {name(order.service)}:{' '}
              {order.skus.map((sku) => book.goods.find((item) => item.sku === sku)?.name ?? sku).join(' and ')}
            </p>
          ))}
          {clash.never.length > 0 && <p>No service takes {clash.never.join(', ')} there at all.</p>}
        </section>
      )}
    </>
  );
}
