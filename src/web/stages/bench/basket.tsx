import { useNavigate } from 'react-router';
import type { Basket } from '../../../core/book/index.ts';
import { instantOf, localOf } from '../../../core/exact/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { ChoicePart, nameFault, TextPart } from '../../ui/field.tsx';
import { ItemBox } from '../../ui/item-box.tsx';
import { TimePart } from '../../ui/time-part.tsx';
import { ShopperParts } from './shopper.tsx';

/** Several codes with spaces between, as they are typed. */
const codesIn = (text: string): string[] => text.split(/\s+/).filter(Boolean);
const codesFault = (text: string): string | null =>
  codesIn(text).every((code) => /^[A-Z0-9]{3,20}$/.test(code)) ? null : 'codes are 3 to 20 capital letters and digits';

/** Copies a pinned basket, or takes it from the strip. */
export function BasketActs({ book, basket, pinned }: { book: OpenBook; basket: Basket; pinned: Basket }) {
  const go = useNavigate();
  const copy = () => {
    const id = `${basket.id.slice(0, 28)}-${Date.now().toString(36).slice(-4)}`;
    book.edit(['pinned', id], { ...pinned, id, name: `${basket.name}, again` });
    go(`/bench/${id}`);
  };
  const unpin = () => {
    book.edit(['pinned', basket.id], undefined);
    go('/check');
  };
  return (
    <span className="acts">
      <button type="button" className="act" onClick={copy}>
        Copy
      </button>
      <button type="button" className="act" onClick={unpin}>
        Unpin
      </button>
    </span>
  );
}

/** Who buys where, when and with what, as one sentence. */
export function BasketSentence({
  book,
  basket,
  pinned,
  moment,
}: {
  book: OpenBook;
  basket: Basket;
  pinned: Basket;
  moment: number;
}) {
  const zone = book.home.timeZone;
  const assumed = book.book.markets.find((one) => one.id === (basket.market ?? book.home.id))?.assumed ?? null;
  const set = (field: keyof Basket, value: unknown) => book.edit(['pinned', basket.id, field], value);
  return (
    <div className="sentence bg-base-100 p-3">
      <TextPart
        label="Name of the basket"
        value={basket.name}
        fault={nameFault}
        onCommit={(name) => set('name', name)}
      />
      : to <TextPart label="Place" value={basket.place} onCommit={(place) => place.length > 1 && set('place', place)} />
      {assumed !== null && assumed !== basket.place && (
        <>
          {' '}
          <button
            type="button"
            className="quiet small"
            title="What the shopper sees before the address is known"
            onClick={() => set('place', assumed)}
          >
            as assumed, {assumed}
          </button>
        </>
      )}
      , a{' '}
      <ChoicePart
        label="Home or business"
        value={basket.address}
        choices={[
          { value: 'home', label: 'home' },
          { value: 'business', label: 'business' },
        ]}
        onCommit={(address) => set('address', address)}
      />
      , with{' '}
      <TextPart
        label="Codes"
        placeholder="no code"
        value={basket.codes.join(' ')}
        fault={codesFault}
        onCommit={(codes) => set('codes', codesIn(codes))}
      />{' '}
      at{' '}
      <TimePart
        label="Moment"
        none="the moment above"
        begin={localOf(moment, zone)}
        value={basket.moment === null ? null : localOf(Date.parse(basket.moment), zone)}
        onCommit={(local) => {
          const at = local === null ? null : instantOf(local, zone);
          if (!at || at.ok) set('moment', at && new Date(at.value).toISOString());
        }}
      />
      {book.book.markets.length > 1 && (
        <>
          , bought in{' '}
          <ChoicePart
            label="Market"
            value={basket.market ?? book.home.id}
            choices={book.book.markets.map((one) => ({ value: one.id, label: `${one.name} (${one.currency})` }))}
            onCommit={(id) => set('market', id === book.home.id ? null : id)}
          />
        </>
      )}
      <ShopperParts book={book} basket={basket} own={pinned.spent} moment={moment} set={set} />
    </div>
  );
}

/** The lines of the basket: units, and items found by their words. */
export function Lines({
  book,
  basket,
  priceOf,
  change,
}: {
  book: OpenBook;
  basket: Basket;
  /** What an item costs in the basket's market; null where that is not known. */
  priceOf: (sku: string) => string | null;
  change: (lines: Basket['lines']) => void;
}) {
  const add = (sku: string) => {
    const there = basket.lines.some((line) => line.sku === sku);
    change(
      there
        ? basket.lines.map((line) => (line.sku === sku ? { ...line, units: line.units + 1 } : line))
        : [...basket.lines, { sku, units: 1 }],
    );
  };
  return (
    <>
      <table className="ruled mt-2" aria-label="Lines">
        <tbody>
          {basket.lines.map((line) => {
            const item = book.goods.find((one) => one.sku === line.sku);
            return (
              <tr key={line.sku}>
                <td className="w-20">
                  <input
                    type="number"
                    min={1}
                    max={10000}
                    aria-label={`Units of ${line.sku}`}
                    className="search !w-16"
                    value={line.units}
                    onChange={(event) => {
                      const units = Number(event.target.value);
                      if (Number.isInteger(units) && units >= 1 && units <= 10_000)
                        change(basket.lines.map((one) => (one === line ? { ...one, units } : one)));
                    }}
                  />
                </td>
                <td>
                  {item?.name ?? 'no such item'} <span className="muted mono">{line.sku}</span>
                </td>
                <td className="figure">{priceOf(line.sku)}</td>
                <td className="figure">
                  {basket.lines.length > 1 && (
                    <button
                      type="button"
                      className="quiet"
                      aria-label={`Take ${line.sku} out`}
                      onClick={() => change(basket.lines.filter((one) => one !== line))}
                    >
                      Take out
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="mt-2">
        Add{' '}
        <ItemBox
          goods={book.goods}
          label="Add an item"
          placeholder="words of a name or SKU"
          shows={null}
          className="search"
          onChoose={add}
        />
      </div>
    </>
  );
}
