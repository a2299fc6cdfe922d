import type { MarginPart } from '../../../core/plan/index.ts';
import { money, type Tender } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import type { SidedMargin } from '../../engine/quick.ts';

const partWords: Record<MarginPart, string> = {
  goods: 'Received for goods',
  delivery: 'Received for delivery',
  tax: 'Tax',
  cost: 'Cost of the goods',
  carrier: 'The carrier',
  packing: 'Packing',
  channel: 'The channel',
  payment: 'Payment',
  advertising: 'Advertising',
};

/** What is left of the basket, part by part and line by line, and the largest free delivery it can bear. */
export function MarginTable({
  book,
  margin: { carrier, margin },
  market,
}: {
  book: OpenBook;
  margin: SidedMargin;
  market: Tender;
}) {
  const say = (amount: number) => money(amount, market);
  const name = (sku: string) => book.goods.find((item) => item.sku === sku)?.name ?? sku;
  return (
    <section aria-label="What is left">
      <h2 className="mt-5">What is left</h2>
      <table className="ruled mt-1">
        <tbody>
          {margin.parts.map((one) => (
            <tr key={one.part}>
              <td>{partWords[one.part]}</td>
              <td className="figure">{say(one.amount)}</td>
            </tr>
          ))}
          <tr className="font-semibold">
            <td>{carrier === null ? 'Left before the carrier' : 'Left'}</td>
            <td className={`figure ${margin.left < 0 ? 'text-off' : ''}`}>{say(margin.left)}</td>
          </tr>
          <tr>
            <td>The dearest delivery it could give free</td>
            <td className="figure">{say(margin.bears)}</td>
          </tr>
        </tbody>
      </table>
      <details className="small muted">
        <summary className="cursor-pointer">Line by line</summary>
        <table className="ruled">
          <tbody>
            {margin.lines.map((line) => (
              <tr key={line.sku}>
                <td>
                  {line.units} × {name(line.sku)}
                </td>
                <td className="figure">
                  {say(line.received)} less tax {say(line.tax)} and{' '}
                  {line.cost === null ? 'a cost not known' : `cost ${say(line.cost)}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
      {margin.uncosted.length > 0 && (
        <p className="text-limit small">Counted as costing nothing: {margin.uncosted.join(', ')}.</p>
      )}
      {carrier === null && (
        <p className="muted small">
          What the carrier asks is not known: it is silent, the goods fit no box, or the service has no carrier’s
          service.
        </p>
      )}
    </section>
  );
}
