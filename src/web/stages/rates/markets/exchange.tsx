import type { OpenBook } from '../../../data/book.ts';
import { TextPart } from '../../../ui/field.tsx';
import { freshId } from '../../../ui/fresh-id.ts';
import { allCurrencies, NamePart } from '../../../ui/name-part.tsx';
import { Listed } from './listed.tsx';

/** What a unit of one currency is in another. */
export function Exchange({ book }: { book: OpenBook }) {
  const { exchange } = book.book;
  return (
    <Listed
      title="Exchange rates"
      note="Each way alone: there is no inverse and no chain."
      all={exchange}
      line={({ id, from, rate, to }) => {
        const set = (field: string) => (value: string) => book.edit(['exchange', id, field], value);
        return (
          <>
            1 <NamePart label={`From, ${id}`} value={from} all={allCurrencies} onCommit={set('from')} /> ={' '}
            <TextPart label={`Rate, ${id}`} value={rate} fault={rateFault} onCommit={set('rate')} />{' '}
            <NamePart label={`To, ${id}`} value={to} all={allCurrencies} onCommit={set('to')} />
          </>
        );
      }}
      onRemove={({ id }) => book.edit(['exchange', id], undefined)}
      add="Add a rate"
      onAdd={() => {
        const id = freshId('rate', exchange);
        book.edit(['exchange', id], { id, from: book.home.currency, to: 'USD', rate: '1.00' });
      }}
    />
  );
}

const rateFault = (text: string) => (/^\d{1,6}(\.\d{1,8})?$/.test(text) ? null : 'a rate such as 0.86');
