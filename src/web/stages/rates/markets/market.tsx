import type { Market } from '../../../../core/book/index.ts';
import { parsePlace } from '../../../../core/places/index.ts';
import { editable, firstFault, wholeOf } from '../../../../words/index.ts';
import type { OpenBook } from '../../../data/book.ts';
import { amountIn, ChoicePart, nameFault, TextPart } from '../../../ui/field.tsx';
import { allCurrencies, allLocales, allTimeZones, NamePart } from '../../../ui/name-part.tsx';
import { Remover } from '../../../ui/remover.tsx';

/** A market as one sentence: what its shoppers pay in, read, are taxed by and are shown. */
export function MarketSentence({ book, market, first }: { book: OpenBook; market: Market; first: boolean }) {
  const at = ['markets', market.id];
  const set: SetMarket = (field, value) => book.edit([...at, field], value);
  return (
    <div className="sentence mb-2 bg-base-100 p-3">
      <TextPart
        label="Name of the market"
        value={market.name}
        fault={nameFault}
        onCommit={(name) => set('name', name)}
      />{' '}
      pays in{' '}
      <NamePart
        label="Currency"
        value={market.currency}
        all={allCurrencies}
        onCommit={(currency) => set('currency', currency)}
      />
      , reads{' '}
      <NamePart label="Locale" value={market.locale} all={allLocales} onCommit={(locale) => set('locale', locale)} />,
      on the clock of{' '}
      <NamePart
        label="Time zone"
        value={market.timeZone}
        all={allTimeZones}
        onCommit={(zone) => set('timeZone', zone)}
      />
      . Prices{' '}
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
        <Remover book={book} things={[{ named: 'market', id: market.id }]}>
          Remove the market
        </Remover>
      )}
    </div>
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
        fault={mostFault}
        onCommit={(text) => set('most', text.trim() === '' ? null : Number(text))}
      />{' '}
      are shown.
    </>
  );
}

const placeFault = (text: string) => (text.trim() === '' ? null : firstFault(parsePlace(text)));
const mostFault = (text: string) =>
  /^([1-9]|1[0-2])?$/.test(text.trim()) ? null : 'a count from 1 to 12, or nothing for all';
