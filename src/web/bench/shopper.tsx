import { type Basket, channelIds } from '../../core/book/index.ts';
import { mondayOf } from '../../core/exact/index.ts';
import { parsePlace } from '../../core/places/index.ts';
import { amountIn, ChoicePart, TextPart } from '../parts/field.tsx';
import { channelNames, offerTitle } from '../parts/words.ts';
import type { OpenBook } from '../store/desk.ts';

const countFault = (text: string): string | null => (/^\d{1,7}$/.test(text) ? null : 'a whole number');

const customerFault = (text: string): string | null => (/^[A-Za-z0-9._-]{0,40}$/.test(text) ? null : 'letters, digits, dot, hyphen, underscore, at most 40');
const billingFault = (text: string): string | null => {
  const read = text.trim() === '' ? null : parsePlace(text);
  return read && !read.ok ? `${read.problems[0]?.wrong}; right would be ${read.problems[0]?.right}` : null;
};
/** What the rows say of one week and channel. */
const spentThere = (rows: Basket['spent'][string]['rows'], week: string, channel: string | null): string => rows.find((row) => row.week === week && row.channel === channel)?.amount ?? '0';

/** What offers know of the shopper: the channel, the customer's segment, and how far limited offers are used up before. */
export function ShopperParts({
  book,
  basket,
  own,
  moment,
  set,
}: {
  book: OpenBook;
  basket: Basket;
  /** What the basket itself says was spent; the rest of what it has is from the list of spend. */
  own: Basket['spent'];
  moment: number;
  set: (field: 'channel' | 'customer' | 'segment' | 'billing' | 'spent', value: unknown) => void;
}) {
  const { segments, offers, markets } = book.book;
  const billed = (markets.find((one) => one.id === basket.market) ?? markets[0])?.decides === 'billing' || basket.billing !== null;
  const limited = offers.filter(({ limits }) => limits.uses !== null || limits.each !== null || limits.budget !== null);
  return (
    <>
      , at{' '}
      <ChoicePart
        label="Bought at"
        value={basket.channel ?? ''}
        choices={[{ value: '', label: 'no channel in particular' }, ...channelIds.map((id) => ({ value: id as string, label: channelNames[id] }))]}
        onCommit={(id) => set('channel', id || null)}
      />
      , by customer <TextPart label="Customer’s id" value={basket.customer ?? ''} placeholder="not known" fault={customerFault} onCommit={(id) => set('customer', id || null)} />
      {segments.length > 0 && (
        <>
          ,{' '}
          <ChoicePart
            label="Customer"
            value={basket.segment ?? ''}
            choices={[{ value: '', label: 'anybody' }, ...segments.map((one) => ({ value: one.id, label: `one of ${one.name}` }))]}
            onCommit={(id) => set('segment', id || null)}
          />
        </>
      )}
      {billed && (
        <>
          , billed at <TextPart label="Billing place" value={basket.billing ?? ''} placeholder="the same place" fault={billingFault} onCommit={(place) => set('billing', place.trim() || null)} />
        </>
      )}
      .
      {limited.map((offer) => {
        const spent = basket.spent[offer.id] ?? { uses: 0, own: 0, rows: [] };
        const week = mondayOf(basket.moment === null ? moment : Date.parse(basket.moment), offer.window.zone);
        const change = (more: Partial<typeof spent>) => set('spent', { ...own, [offer.id]: { ...spent, ...more } });
        return (
          <span key={offer.id}>
            {' '}
            Before it, {offerTitle(book.book, offer.id)} was used in{' '}
            <TextPart label={`Uses of ${offer.id}`} value={String(spent.uses)} fault={countFault} onCommit={(text) => change({ uses: Number(text), own: Math.min(spent.own, Number(text)) })} /> orders,{' '}
            <TextPart label={`Own uses of ${offer.id}`} value={String(spent.own)} fault={countFault} onCommit={(text) => change({ own: Number(text) })} /> of them the customer’s own
            {offer.limits.budget !== null && (
              <>
                , and {offer.limits.budget.per === 'week' ? 'this week ' : ''}it has cost{' '}
                <TextPart
                  label={`Spent by ${offer.id}`}
                  value={spentThere(spent.rows, week, basket.channel)}
                  fault={amountIn(book.home.currency)}
                  onCommit={(amount) =>
                    change({ rows: [...spent.rows.filter((row) => row.week !== week || row.channel !== basket.channel), ...(Number(amount) > 0 ? [{ week, channel: basket.channel, amount }] : [])] })
                  }
                />{' '}
                of {offer.limits.budget.split === null ? offer.limits.budget.amount : (offer.limits.budget.split[basket.channel ?? ''] ?? '0')}
              </>
            )}
            .
          </span>
        );
      })}
    </>
  );
}
