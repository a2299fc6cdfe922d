import type { Market } from '../../../core/book/index.ts';
import { lengthUnits, massUnits } from '../../../core/exact/index.ts';
import { parsePlace } from '../../../core/places/index.ts';
import { editable, faultText, findingText, firstFault, pathWords, wholeOf } from '../../../words/index.ts';
import { type OpenBook, useBook, useEngine } from '../../data/book.ts';
import { AmountPart, amountIn, ChoicePart, figureFault, nameFault, TextPart } from '../../ui/field.tsx';
import { freshId } from '../../ui/fresh-id.ts';
import { placesFault, placesIn } from '../../ui/places-list.ts';
import { RatesTabs } from './tabs.tsx';
import { UnitPart } from './unit.tsx';

export function MarketsStage() {
  const book = useBook();
  return book && <Markets book={book} />;
}

/**
 * What shoppers of each market see, the listed exchange rates, taxes by place, what an order costs, and the seller's
 * boxes.
 */
function Markets({ book }: { book: OpenBook }) {
  const computed = useEngine((engine, edits) => engine.compute(edits, 0), []);
  const amiss = useEngine((engine, edits) => engine.amiss(edits), [], 'study');
  const problems = (computed?.problems ?? []).filter((one) =>
    ['markets', 'exchange', 'taxes', 'boxes', 'costs'].includes(String(one.at[0])),
  );
  return (
    <div className="stage plain">
      <section className="sheet" aria-label="Markets and boxes">
        <RatesTabs book={book} />
        <div className="head">
          <h1>Markets</h1>
          <span className="muted">The first is the seller’s own: goods and offers are written in its currency.</span>
          <span className="acts">
            <button
              type="button"
              className="act"
              onClick={() => {
                const id = freshId('market', book.book.markets);
                const market: Market = {
                  id,
                  name: 'New market',
                  currency: book.home.currency,
                  locale: 'en-IE',
                  timeZone: book.home.timeZone,
                  tax: 'inside',
                  assumed: null,
                  decides: 'delivery',
                  rounding: { is: 'nearest' },
                  hides: 'none',
                  oneOfAName: false,
                  most: null,
                };
                book.edit(['markets', id], market);
              }}
            >
              Add a market
            </button>
          </span>
        </div>
        {problems.map((one) => (
          <p key={`${one.at.join()} ${faultText(one)}`} className="fault" role="alert">
            {one.at.slice(1).join(' › ')}: {faultText(one)}
          </p>
        ))}
        {amiss !== null && amiss.length > 0 && (
          <section className="aside-note" aria-label="Amiss in the markets">
            {amiss.slice(0, 8).map((one) => (
              <p key={`${one.at.join()} ${findingText(one)}`}>
                <strong>{book.book.markets.find((market) => market.id === one.market)?.name}</strong>,{' '}
                {pathWords(book.book, one.at)}: {findingText(one)}.
              </p>
            ))}
            {amiss.length > 8 && <p className="muted">and {amiss.length - 8} more</p>}
          </section>
        )}
        {book.book.markets.map((market, i) => (
          <MarketSentence key={market.id} book={book} market={market} first={i === 0} />
        ))}
        <div className="mt-4 grid gap-6 md:grid-cols-2">
          <Exchange book={book} />
          <Taxes book={book} />
        </div>
        <Costs book={book} />
        <Boxes book={book} />
      </section>
    </div>
  );
}

const placeFault = (text: string) => {
  if (text.trim() === '') return null;
  const read = parsePlace(text);
  return firstFault(read);
};

function MarketSentence({ book, market, first }: { book: OpenBook; market: Market; first: boolean }) {
  const at = ['markets', market.id];
  const set: SetMarket = (field, value) => book.edit([...at, field], value);
  return (
    <p className="sentence mb-2 bg-base-100 p-3">
      <TextPart
        label="Name of the market"
        value={market.name}
        fault={nameFault}
        onCommit={(name) => set('name', name)}
      />{' '}
      pays in{' '}
      <TextPart
        label="Currency"
        value={market.currency}
        fault={(text) => (/^[A-Z]{3}$/.test(text) ? null : 'a code of ISO 4217, such as EUR')}
        onCommit={(currency) => set('currency', currency)}
      />
      , reads{' '}
      <TextPart
        label="Locale"
        value={market.locale}
        onCommit={(locale) => locale.length > 1 && set('locale', locale)}
      />
      , on the clock of{' '}
      <TextPart label="Time zone" value={market.timeZone} onCommit={(zone) => set('timeZone', zone)} />. Prices{' '}
      <ChoicePart
        label="Tax"
        value={market.tax}
        choices={[
          { value: 'inside', label: 'have the tax inside' },
          { value: 'added', label: 'are without tax' },
        ]}
        onCommit={(tax) => set('tax', tax)}
      />
      . Until an address is known it is taken to be{' '}
      <TextPart
        label="Assumed place"
        value={market.assumed ?? ''}
        placeholder="nowhere"
        fault={placeFault}
        onCommit={(text) => set('assumed', text.trim() === '' ? null : text.trim())}
      />
      ; then the{' '}
      <ChoicePart
        label="Address that decides"
        value={market.decides}
        choices={[
          { value: 'delivery', label: 'delivery' },
          { value: 'billing', label: 'billing' },
        ]}
        onCommit={(decides) => set('decides', decides)}
      />{' '}
      address decides. {!first && <Rounding market={market} set={set} />}
      <Shown market={market} set={set} />{' '}
      {!first && (
        <button type="button" className="quiet danger small" onClick={() => book.edit(at, undefined)}>
          Remove the market
        </button>
      )}
    </p>
  );
}

type SetMarket = (field: keyof Market, value: unknown) => void;

/** How what is converted into the market's currency is rounded. */
function Rounding({ market, set }: { market: Market; set: SetMarket }) {
  const { rounding, currency } = market;
  const begun = {
    nearest: () => ({ is: 'nearest' }),
    step: () => ({ is: 'step', step: editable(5, currency) }),
    ending: () => ({ is: 'ending', ending: editable(wholeOf(currency) - 1, currency) }),
  };
  return (
    <>
      What is converted goes{' '}
      <ChoicePart
        label="Rounding"
        value={rounding.is}
        choices={[
          { value: 'nearest', label: 'to the nearest' },
          { value: 'step', label: 'up to a step of' },
          { value: 'ending', label: 'up to an ending of' },
        ]}
        onCommit={(is) => set('rounding', begun[is]())}
      />
      {rounding.is === 'step' && (
        <>
          {' '}
          <TextPart
            label="Step"
            value={rounding.step}
            fault={amountIn(currency)}
            onCommit={(step) => set('rounding', { is: 'step', step })}
          />
        </>
      )}
      {rounding.is === 'ending' && (
        <>
          {' '}
          <TextPart
            label="Ending"
            value={rounding.ending}
            fault={amountIn(currency)}
            onCommit={(ending) => set('rounding', { is: 'ending', ending })}
          />
        </>
      )}
      .{' '}
    </>
  );
}

/** Which of the choices that there are shoppers are shown. */
function Shown({ market, set }: { market: Market; set: SetMarket }) {
  return (
    <>
      Beside a free choice{' '}
      <ChoicePart
        label="Paid choices"
        value={market.hides}
        choices={[
          { value: 'none', label: 'paid ones stay' },
          { value: 'same or slower', label: 'paid ones as slow or slower are hidden' },
          { value: 'all', label: 'all paid ones are hidden' },
        ]}
        onCommit={(hides) => set('hides', hides)}
      />
      ; of choices under one name{' '}
      <ChoicePart
        label="Equal names"
        value={market.oneOfAName ? 'one' : 'all'}
        choices={[
          { value: 'all', label: 'all are shown' },
          { value: 'one', label: 'the one that costs least is shown' },
        ]}
        onCommit={(names) => set('oneOfAName', names === 'one')}
      />
      ; at most{' '}
      <TextPart
        label="Most choices shown"
        value={market.most === null ? '' : String(market.most)}
        placeholder="all"
        fault={(text) => (/^([1-9]|1[0-2])?$/.test(text.trim()) ? null : 'a count from 1 to 12, or nothing for all')}
        onCommit={(text) => set('most', text.trim() === '' ? null : Number(text))}
      />{' '}
      are shown.
    </>
  );
}

function Exchange({ book }: { book: OpenBook }) {
  const { exchange } = book.book;
  return (
    <section aria-label="Exchange rates">
      <h2>Exchange rates</h2>
      <p className="muted small">Each way alone: there is no inverse and no chain.</p>
      <table className="ruled">
        <tbody>
          {exchange.map((one) => (
            <tr key={one.id}>
              <td>
                1{' '}
                <TextPart
                  label={`From, ${one.id}`}
                  value={one.from}
                  fault={currencyFault}
                  onCommit={(from) => book.edit(['exchange', one.id, 'from'], from)}
                />{' '}
                ={' '}
                <TextPart
                  label={`Rate, ${one.id}`}
                  value={one.rate}
                  fault={(text) => (/^\d{1,6}(\.\d{1,8})?$/.test(text) ? null : 'a rate such as 0.86')}
                  onCommit={(rate) => book.edit(['exchange', one.id, 'rate'], rate)}
                />{' '}
                <TextPart
                  label={`To, ${one.id}`}
                  value={one.to}
                  fault={currencyFault}
                  onCommit={(to) => book.edit(['exchange', one.id, 'to'], to)}
                />
              </td>
              <td className="figure">
                <button
                  type="button"
                  className="quiet small"
                  onClick={() => book.edit(['exchange', one.id], undefined)}
                >
                  Remove
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <button
        type="button"
        className="quiet"
        onClick={() => {
          const id = freshId('rate', exchange);
          book.edit(['exchange', id], { id, from: book.home.currency, to: 'USD', rate: '1.00' });
        }}
      >
        Add a rate
      </button>
    </section>
  );
}
const currencyFault = (text: string) => (/^[A-Z]{3}$/.test(text) ? null : 'a code of ISO 4217, such as EUR');

function Taxes({ book }: { book: OpenBook }) {
  const { taxes } = book.book;
  return (
    <section aria-label="Taxes">
      <h2>Taxes</h2>
      <p className="muted small">
        The most specific place decides, of equals the first listed; goods and delivery have classes.
      </p>
      <table className="ruled">
        <tbody>
          {taxes.map((one) => (
            <tr key={one.id}>
              <td>
                <TextPart
                  label={`Percent, ${one.id}`}
                  value={one.percent}
                  fault={figureFault}
                  onCommit={(percent) => book.edit(['taxes', one.id, 'percent'], percent)}
                />{' '}
                % on{' '}
                <TextPart
                  label={`Class, ${one.id}`}
                  value={one.class}
                  fault={(text) => (/^[a-z0-9][a-z0-9-]{0,39}$/.test(text) ? null : 'a class such as standard')}
                  onCommit={(text) => book.edit(['taxes', one.id, 'class'], text)}
                />{' '}
                in{' '}
                <TextPart
                  label={`Places, ${one.id}`}
                  value={one.places.join(', ')}
                  fault={placesFault(1)}
                  onCommit={(text) => book.edit(['taxes', one.id, 'places'], placesIn(text))}
                />
              </td>
              <td className="figure">
                <button type="button" className="quiet small" onClick={() => book.edit(['taxes', one.id], undefined)}>
                  Remove
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <button
        type="button"
        className="quiet"
        onClick={() => {
          const id = freshId('tax', taxes);
          book.edit(['taxes', id], { id, class: 'standard', places: ['EU'], percent: '20' });
        }}
      >
        Add a tax
      </button>
    </section>
  );
}

function Costs({ book }: { book: OpenBook }) {
  const { costs } = book.book;
  const set = (next: Partial<typeof costs>) => book.edit(['costs'], { ...costs, ...next });
  const setPacking = (packing: string) => set({ packing });
  return (
    <section className="mt-4" aria-label="What an order costs">
      <h2>What an order costs besides goods and carrier</h2>
      <p className="sentence bg-base-100 p-3">
        Packing <AmountPart label="Packing" value={costs.packing} onCommit={setPacking} />; paying{' '}
        <TextPart
          label="Payment percent"
          value={costs.payment.percent}
          fault={figureFault}
          onCommit={(percent) => set({ payment: { ...costs.payment, percent } })}
        />{' '}
        % and{' '}
        <AmountPart
          label="Payment amount"
          value={costs.payment.amount}
          onCommit={(amount) => set({ payment: { ...costs.payment, amount } })}
        />
        ; advertising{' '}
        <TextPart
          label="Advertising percent"
          value={costs.advertising}
          fault={figureFault}
          onCommit={(advertising) => set({ advertising })}
        />{' '}
        % of the goods.
      </p>
    </section>
  );
}

function Boxes({ book }: { book: OpenBook }) {
  const { boxes } = book.book;
  return (
    <section className="mt-4" aria-label="Boxes">
      <div className="head">
        <h2>Boxes</h2>
        <span className="muted">
          Parcels are packed into these: the largest units first, into the first open box that takes them.
        </span>
        <span className="acts">
          <button
            type="button"
            className="act"
            onClick={() => {
              const id = freshId('box', boxes);
              book.edit(['boxes', id], {
                id,
                name: 'New box',
                length: '40',
                width: '30',
                height: '20',
                unit: 'cm',
                limit: { value: '10', unit: 'kg' },
                own: null,
              });
            }}
          >
            Add a box
          </button>
        </span>
      </div>
      <table className="ruled">
        <thead>
          <tr>
            <th>Box</th>
            <th>Inner sides</th>
            <th>May hold</th>
            <th>Weighs empty</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {boxes.map((box) => {
            const set = (field: keyof typeof box, value: unknown) => book.edit(['boxes', box.id, field], value);
            return (
              <tr key={box.id}>
                <td>
                  <TextPart
                    label={`Name of ${box.id}`}
                    value={box.name}
                    fault={nameFault}
                    onCommit={(name) => set('name', name)}
                  />
                </td>
                <td>
                  {(['length', 'width', 'height'] as const).map((side, i) => (
                    <span key={side}>
                      {i > 0 && ' × '}
                      <TextPart
                        label={`${side} of ${box.id}`}
                        value={box[side]}
                        fault={figureFault}
                        onCommit={(text) => set(side, text)}
                      />
                    </span>
                  ))}{' '}
                  <UnitPart
                    label={`Unit of ${box.id}`}
                    value={box.unit}
                    units={lengthUnits}
                    onCommit={(unit) => set('unit', unit)}
                  />
                </td>
                <td>
                  <TextPart
                    label={`Limit of ${box.id}`}
                    value={box.limit.value}
                    fault={figureFault}
                    onCommit={(value) => set('limit', { ...box.limit, value })}
                  />{' '}
                  <UnitPart
                    label={`Unit of the limit of ${box.id}`}
                    value={box.limit.unit}
                    units={massUnits}
                    onCommit={(unit) => set('limit', { ...box.limit, unit })}
                  />
                </td>
                <td>
                  <TextPart
                    label={`Own weight of ${box.id}`}
                    value={box.own?.value ?? ''}
                    placeholder="nothing"
                    fault={(text) => (text === '' ? null : figureFault(text))}
                    onCommit={(value) => set('own', value === '' ? null : { value, unit: box.own?.unit ?? 'g' })}
                  />{' '}
                  {box.own?.unit}
                </td>
                <td className="figure">
                  <button type="button" className="quiet small" onClick={() => book.edit(['boxes', box.id], undefined)}>
                    Remove
                  </button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
