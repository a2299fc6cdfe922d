import { type Basket, channelIds } from '../../core/book/index.ts';
import { amountFault, ChoicePart, TextPart } from '../parts/field.tsx';
import { channelNames, offerTitle } from '../parts/words.ts';
import type { OpenBook } from '../store/desk.ts';

const countFault = (text: string): string | null => (/^\d{1,7}$/.test(text) ? null : 'a whole number');

/** What offers know of the shopper: the channel, the customer's segment, and how far limited offers are used up before. */
export function ShopperParts({ book, basket, set }: { book: OpenBook; basket: Basket; set: (field: 'channel' | 'segment' | 'spent', value: unknown) => void }) {
  const { segments, offers } = book.book;
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
      {segments.length > 0 && (
        <>
          , by{' '}
          <ChoicePart
            label="Customer"
            value={basket.segment ?? ''}
            choices={[{ value: '', label: 'anybody' }, ...segments.map((one) => ({ value: one.id, label: `one of ${one.name}` }))]}
            onCommit={(id) => set('segment', id || null)}
          />
        </>
      )}
      .
      {limited.map((offer) => {
        const spent = basket.spent[offer.id] ?? { uses: 0, own: 0, spent: '0' };
        const change = (more: Partial<typeof spent>) => set('spent', { ...basket.spent, [offer.id]: { ...spent, ...more } });
        return (
          <span key={offer.id}>
            {' '}
            Before it, {offerTitle(book.book, offer.id)} was used in{' '}
            <TextPart label={`Uses of ${offer.id}`} value={String(spent.uses)} fault={countFault} onCommit={(text) => change({ uses: Number(text), own: Math.min(spent.own, Number(text)) })} /> orders,{' '}
            <TextPart label={`Own uses of ${offer.id}`} value={String(spent.own)} fault={countFault} onCommit={(text) => change({ own: Number(text) })} /> of them the customer’s own
            {offer.limits.budget !== null && (
              <>
                , and has cost <TextPart label={`Spent by ${offer.id}`} value={spent.spent} fault={amountFault} onCommit={(text) => change({ spent: text })} /> of {offer.limits.budget}
              </>
            )}
            .
          </span>
        );
      })}
    </>
  );
}
