import { type Basket, channelIds } from '../../../core/book/index.ts';
import { amountText, type Currency, minor, mondayOf, parseAmount, unwrap } from '../../../core/exact/index.ts';
import type { OfferBody } from '../../../core/offers/index.ts';
import { parsePlace } from '../../../core/places/index.ts';
import { channelName, firstFault, offerTitle } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { amountIn, ChoicePart, TextPart } from '../../ui/field.tsx';

const countFault = (text: string): string | null => (/^\d{1,7}$/.test(text) ? null : 'a whole number');

const customerFault = (text: string): string | null =>
  /^[A-Za-z0-9._-]{0,40}$/.test(text) ? null : 'letters, digits, dot, hyphen, underscore, at most 40';
const billingFault = (text: string): string | null => {
  const read = text.trim() === '' ? null : parsePlace(text);
  return read && firstFault(read);
};
type Spent = Basket['spent'][string];
type Budget = NonNullable<OfferBody['limits']['budget']>;

/**
 * Whether a row of spend counts against a budget in a week and channel: all of them, or those of the week, or of the
 * channel's share.
 */
const counts =
  ({ per, split }: Budget, week: string, channel: string | null) =>
  (row: Spent['rows'][number]) =>
    (per === 'all' || row.week === week) && (split === null || row.channel === channel);
const sumOf = (rows: Spent['rows'], currency: Currency): string =>
  amountText(minor(rows.reduce((sum, row) => sum + unwrap(parseAmount(row.amount, currency)), 0)), currency);

/**
 * What offers know of the shopper: the channel, the customer's segment, and how far limited offers are used up before.
 */
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
  const billed =
    (markets.find((one) => one.id === basket.market) ?? markets[0])?.decides === 'billing' || basket.billing !== null;
  const limited = offers.filter(({ limits }) => limits.uses !== null || limits.each !== null || limits.budget !== null);
  return (
    <>
      , at{' '}
      <ChoicePart
        label="Bought at"
        value={basket.channel ?? ''}
        choices={[
          { value: '', label: 'no channel in particular' },
          ...channelIds.map((id) => ({ value: id as string, label: channelName(id) })),
        ]}
        onCommit={(id) => set('channel', id || null)}
      />
      , by customer{' '}
      <TextPart
        label="Customer’s id"
        value={basket.customer ?? ''}
        placeholder="not known"
        fault={customerFault}
        onCommit={(id) => set('customer', id || null)}
      />
      {segments.length > 0 && (
        <>
          ,{' '}
          <ChoicePart
            label="Customer"
            value={basket.segment ?? ''}
            choices={[
              { value: '', label: 'anybody' },
              ...segments.map((one) => ({ value: one.id, label: `one of ${one.name}` })),
            ]}
            onCommit={(id) => set('segment', id || null)}
          />
        </>
      )}
      {billed && (
        <>
          , billed at{' '}
          <TextPart
            label="Billing place"
            value={basket.billing ?? ''}
            placeholder="the same place"
            fault={billingFault}
            onCommit={(place) => set('billing', place.trim() || null)}
          />
        </>
      )}
      .
      {limited.map((offer) => {
        const spent = basket.spent[offer.id] ?? { uses: 0, own: 0, rows: [] };
        const week = mondayOf(basket.moment === null ? moment : Date.parse(basket.moment), offer.window.zone);
        const { budget } = offer.limits;
        const isCounted = budget && counts(budget, week, basket.channel);
        const change = (more: Partial<typeof spent>) => set('spent', { ...own, [offer.id]: { ...spent, ...more } });
        return (
          <span key={offer.id}>
            {' '}
            Before it, {offerTitle(book.book, offer.id)} was used in{' '}
            <TextPart
              label={`Uses of ${offer.id}`}
              value={String(spent.uses)}
              fault={countFault}
              onCommit={(text) => change({ uses: Number(text), own: Math.min(spent.own, Number(text)) })}
            />{' '}
            orders,{' '}
            <TextPart
              label={`Own uses of ${offer.id}`}
              value={String(spent.own)}
              fault={countFault}
              onCommit={(text) => change({ own: Number(text) })}
            />{' '}
            of them the customer’s own
            {budget && isCounted && (
              <>
                , and {budget.per === 'week' ? 'this week ' : ''}it has cost{' '}
                <TextPart
                  label={`Spent by ${offer.id}`}
                  value={sumOf(spent.rows.filter(isCounted), book.home.currency as Currency)}
                  fault={amountIn(book.home.currency)}
                  onCommit={(amount) =>
                    change({
                      rows: [
                        ...spent.rows.filter((row) => !isCounted(row)),
                        ...(Number(amount) > 0 ? [{ week, channel: basket.channel, amount }] : []),
                      ],
                    })
                  }
                />{' '}
                of {budget.split === null ? budget.amount : (budget.split[basket.channel ?? ''] ?? '0')}
              </>
            )}
            .
          </span>
        );
      })}
    </>
  );
}
