import { parsePlace } from '../../../../core/places/index.ts';
import { counts, firstFault, listed } from '../../../../words/index.ts';
import type { OpenBook } from '../../../data/book.ts';
import { stockPlacesOf } from '../../../data/stock-places.ts';
import { nameFault, TextPart } from '../../../ui/field.tsx';
import { freshId } from '../../../ui/fresh-id.ts';

/** Goods beyond which a stock place is not called otherwise from here: each would be a change of the draft. */
const most = 5000;

/** Where goods are kept and sent from: each with its address, which carriers go by, and what is there. */
export function StockPlaces({ book }: { book: OpenBook }) {
  const { stockPlaces } = book.book;
  return (
    <section className="mt-4" aria-label="Stock places">
      <div className="head">
        <h2>Stock places</h2>
        <span className="muted">Parcels are sent from here; price lists of carriers go by the address.</span>
        <span className="acts">
          <button
            type="button"
            className="act"
            onClick={() => {
              const id = freshId('stock', stockPlaces);
              book.edit(['stockPlaces', id], { id, name: freshName(book), place: null });
            }}
          >
            Add a stock place
          </button>
        </span>
      </div>
      <table className="ruled">
        <thead>
          <tr>
            <th>Stock place</th>
            <th>Lies at</th>
            <th>Sent from it</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {stockPlacesOf(book).map((name) => (
            <StockPlace key={stockPlaces.find((one) => one.name === name)?.id ?? name} book={book} name={name} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

const freshName = (book: OpenBook): string => {
  const names = stockPlacesOf(book);
  for (let n = 1; ; n += 1) {
    const name = n === 1 ? 'New stock place' : `New stock place ${n}`;
    if (!names.includes(name)) return name;
  }
};

function StockPlace({ book, name }: { book: OpenBook; name: string }) {
  const { stockPlaces, templates } = book.book;
  const own = stockPlaces.find((one) => one.name === name);
  const goods = book.goods.filter((item) => item.origin === name);
  const sending = templates.filter((template) => template.origin === name);
  const put = (change: { name?: string; place?: string | null }) => {
    const id = own?.id ?? freshId('stock', stockPlaces);
    book.edit(['stockPlaces', id], { id, name, place: null, ...own, ...change });
  };
  const rename = (next: string) => {
    for (const { id } of sending) book.edit(['templates', id, 'origin'], next);
    for (const { sku } of goods) book.edit(['goods', sku, 'origin'], next);
    put({ name: next });
  };
  const used = [
    ...(goods.length > 0 ? [counts(goods.length, 'item', 'goods')] : []),
    ...(sending.length > 0
      ? [`what ${listed(sending.map((one) => one.name))} ${sending.length === 1 ? 'takes' : 'take'}`]
      : []),
  ];
  return (
    <tr>
      <td>
        <TextPart
          label={`Name of ${name}`}
          value={name}
          fault={(text) =>
            text !== name && stockPlacesOf(book).includes(text)
              ? 'there is one of this name'
              : goods.length > most
                ? `${counts(goods.length, 'item', 'goods')} name it; change them in the sheet of goods first`
                : nameFault(text)
          }
          onLeave={(next) => next !== name && rename(next)}
        />
      </td>
      <td>
        <TextPart
          label={`Address of ${name}`}
          value={own?.place ?? ''}
          placeholder="country and postcode, such as IE H91 E2K3"
          fault={(text) => (text.trim() === '' ? null : firstFault(parsePlace(text)))}
          onCommit={(text) => put({ place: text.trim() || null })}
        />
      </td>
      <td className="muted">{used.length > 0 ? listed(used) : 'nothing'}</td>
      <td className="figure">
        {used.length === 0 && own && (
          <button
            type="button"
            className="quiet small"
            aria-label={`Remove ${name}`}
            onClick={() => book.edit(['stockPlaces', own.id], undefined)}
          >
            Remove
          </button>
        )}
      </td>
    </tr>
  );
}
