import { useState } from 'react';
import { Link } from 'react-router';
import { parsePlace } from '../../../core/places/index.ts';
import type { Beginning, BeginningService } from '../../../core/plan/index.ts';
import { amountOf, countryName, counts, firstFault, rateText } from '../../../words/index.ts';
import { useCarrierQuery, useHistoryQuery, useLastCheckQuery } from '../../data/api.ts';
import { type OpenBook, useBook, useEngine, useMoment } from '../../data/book.ts';
import { countriesByName, countryChoices } from '../../ui/countries.ts';
import { amountIn, ChoicePart, figureFault, nameFault, PickPart, Several, TextPart } from '../../ui/field.tsx';
import { allCurrencies, allTimeZones, NamePart } from '../../ui/name-part.tsx';
import { FromChannels } from './from-channel.tsx';

/** The first hour: a book of a few answers, and what comes next until a first check. */
export function BeginStage() {
  const book = useBook();
  const moment = useMoment();
  if (!book || moment === null) return null;
  return (
    <div className="stage plain">
      <section className="sheet" aria-label="Begin">
        <div className="head">
          <h1>Begin</h1>
          <span className="muted">A few answers make a first book; all of it can be changed afterwards.</span>
        </div>
        {book.book.zones.length === 0 && book.book.services.length === 0 ? (
          <>
            <Answers book={book} moment={moment} />
            <FromChannels book={book} moment={moment} />
          </>
        ) : (
          <Seller book={book} />
        )}
        <Next book={book} />
      </section>
    </div>
  );
}

/** Of a book that has begun, who sells. */
function Seller({ book }: { book: OpenBook }) {
  return (
    <p className="sentence bg-base-100 p-3">
      <TextPart
        label="The seller"
        value={book.book.seller}
        fault={nameFault}
        onCommit={(name) => book.edit(['seller'], name)}
      />{' '}
      sells in {book.home.currency}, by the clock of {book.home.timeZone}; both, and taxes, are changed at{' '}
      <Link className="quiet" to="/rates/markets">
        Markets
      </Link>
      .
    </p>
  );
}

/** The answers, as sentences, and the lanes they come to. */
function Answers({ book, moment }: { book: OpenBook; moment: number }) {
  const { data: history } = useHistoryQuery();
  const { data: carrier } = useCarrierQuery();
  const { home } = book;
  const [said, setSaid] = useState<Omit<Beginning, 'services'>>({
    seller: book.book.seller,
    country: home.assumed ?? 'IE',
    currency: home.currency,
    locale: home.locale,
    timeZone: home.timeZone,
    tax: home.tax,
    stockPlaces:
      book.book.stockPlaces.length > 0
        ? book.book.stockPlaces
        : [{ name: book.book.templates[0]?.origin ?? 'Home', place: home.assumed ?? 'IE' }],
    countries: [],
    margin: '20',
    freeFrom: null,
    flat: amountOf(5, home.currency),
  });
  const [chosen, setChosen] = useState<readonly string[] | null>(null);
  const offered =
    useEngine((engine) => engine.offeredAt(said.currency, moment), [said.currency, moment], 'study') ?? [];
  const own: BeginningService = { id: 'standard', name: 'Standard', days: [2, 4], carrier: null };
  const all = offered.length > 0 ? offered : [own];
  const services = all.filter(({ id }, i) => (chosen === null ? i === 0 : chosen.includes(id)));
  const answers: Beginning = { ...said, services };
  const asked = JSON.stringify(answers);
  const made = useEngine(
    (engine) => engine.begun(answers, moment).then((begun) => begun && { ...begun, asked }),
    [asked, moment],
    'study',
  );
  // What is seen may still be by the answers before; nothing is begun with by those.
  const isCurrent = made?.asked === asked;
  const set = (change: Partial<typeof said>) => setSaid({ ...said, ...change });
  const ordered = (history?.countries ?? []).flatMap(({ country, orders }) =>
    orders > 0 && country !== said.country ? country : [],
  );
  return (
    <>
      <div className="sentence bg-base-100 p-3">
        <div>
          <TextPart label="The seller" value={said.seller} fault={nameFault} onCommit={(seller) => set({ seller })} />
          {' sells from '}
          <ChoicePart
            label="Country"
            value={said.country}
            choices={countryChoices}
            onCommit={(country) =>
              set({
                country,
                countries: said.countries.filter((one) => one !== country),
                stockPlaces: said.stockPlaces.map((one) =>
                  one.place === said.country ? { ...one, place: country } : one,
                ),
              })
            }
          />
          , in{' '}
          <NamePart
            label="Currency"
            value={said.currency}
            all={allCurrencies}
            onCommit={(currency) => set({ currency, flat: amountOf(5, currency), freeFrom: null })}
          />
          , by the clock of{' '}
          <NamePart
            label="Time zone"
            value={said.timeZone}
            all={allTimeZones}
            onCommit={(timeZone) => set({ timeZone })}
          />
          ; prices{' '}
          <ChoicePart
            label="Tax"
            value={said.tax}
            choices={[
              { value: 'inside', label: 'include tax' },
              { value: 'added', label: 'are without tax' },
            ]}
            onCommit={(tax) => set({ tax })}
          />
          . Parcels are sent from <StockPlaces said={said.stockPlaces} set={(stockPlaces) => set({ stockPlaces })} />.
        </div>
        <p>
          It delivers to {countryName(said.country)}
          {said.countries.length > 0 && ' and to '}
          {said.countries.map((country, i) => (
            <span key={country}>
              {i > 0 && ', '}
              {countryName(country)}{' '}
              <button
                type="button"
                className="quiet small"
                aria-label={`Not to ${countryName(country)}`}
                onClick={() => set({ countries: said.countries.filter((one) => one !== country) })}
              >
                ×
              </button>
            </span>
          ))}{' '}
          <PickPart
            label="Another country"
            shown="and to …"
            from={countriesByName.filter(({ id }) => id !== said.country && !said.countries.includes(id))}
            onPick={(country) => set({ countries: [...said.countries, country] })}
          />
          {ordered.some((country) => !said.countries.includes(country)) && (
            <button
              type="button"
              className="quiet ml-2"
              onClick={() => set({ countries: [...new Set([...said.countries, ...ordered])] })}
            >
              all {counts(ordered.length, 'country', 'countries')} of past orders
            </button>
          )}
          .
        </p>
        <p>
          By{' '}
          <Several
            label="Services"
            all={all.map(({ id, name, days }) => ({ id, name: `${name}, ${days[0]} to ${days[1]} days` }))}
            chosen={services.map(({ id }) => id)}
            onCommit={setChosen}
          />
          {offered.length > 0 ? (
            <>
              , at what the carrier asks plus{' '}
              <TextPart label="Margin" value={said.margin} fault={figureFault} onCommit={(margin) => set({ margin })} />
              {' percent'}
            </>
          ) : (
            <>
              , at a flat{' '}
              <TextPart
                label="Flat amount"
                value={said.flat}
                fault={amountIn(said.currency)}
                onCommit={(flat) => set({ flat })}
              />{' '}
              {said.currency} an order, as no card of a carrier is known in that currency
              {carrier?.down && (
                <>
                  {' '}
                  ({carrier.down}:{' '}
                  <Link className="quiet" to="/rates/carrier">
                    see to it
                  </Link>
                  )
                </>
              )}
            </>
          )}
          ; the slowest is free from{' '}
          <TextPart
            label="Free from"
            value={said.freeFrom ?? ''}
            placeholder="nowhere"
            fault={(text) => (text === '' ? null : amountIn(said.currency)(text))}
            onCommit={(text) => set({ freeFrom: text === '' ? null : text })}
          />
          .
        </p>
      </div>
      {made && (
        <table className="ruled mt-2" aria-label="The lanes it begins with">
          <thead>
            <tr>
              <th>Zone</th>
              {services.map(({ id, name }) => (
                <th key={id}>{name}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {made.zones.map(({ id, name }) => (
              <tr key={id}>
                <td>{name}</td>
                {services.map((service) => {
                  const lane = made.lanes[id]?.[service.id];
                  return (
                    <td key={service.id}>{lane ? rateText(lane.rate) : <span className="muted">not served</span>}</td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-2">
        <button
          type="button"
          className="act main"
          disabled={!isCurrent || services.length === 0}
          onClick={() => made && book.editAll(made.edits)}
        >
          Begin with {counts(made?.zones.length ?? 0, 'zone')} and {counts(services.length, 'service')}
        </button>
      </p>
    </>
  );
}

/** What comes next until a first check, each with how far it is. */
function Next({ book }: { book: OpenBook }) {
  const { data: history } = useHistoryQuery();
  const { data: checked } = useLastCheckQuery();
  const { zones, services, templates, offers, pinned } = book.book;
  const lanes = templates.flatMap(({ lanes: all }) => Object.values(all).flatMap((row) => Object.keys(row))).length;
  const unweighed = book.goods.filter(({ mass, parent }) => mass === null && parent === null).length;
  const steps: readonly { readonly done: boolean; readonly to: string; readonly what: string; readonly how: string }[] =
    [
      {
        done: zones.length > 0 && services.length > 0,
        to: '/begin',
        what: 'Who sells, where to, by what',
        how: `${counts(zones.length, 'zone')}, ${counts(services.length, 'service')}`,
      },
      {
        done: book.goods.length > 0 && unweighed === 0,
        to: '/goods',
        what: 'Goods: a CSV of yours, or one by one',
        how:
          book.goods.length === 0
            ? 'none yet'
            : `${counts(book.goods.length, 'item', 'goods')}${unweighed > 0 ? `, ${unweighed} without a mass` : ''}`,
      },
      {
        done: (history?.orders.count ?? 0) > 0,
        to: '/history',
        what: 'Own history: past orders, so that costs are yours',
        how: history && history.orders.count > 0 ? counts(history.orders.count, 'order') : 'none yet; it can wait',
      },
      { done: lanes > 0, to: '/rates', what: 'Rates: what each lane charges', how: counts(lanes, 'lane') },
      { done: offers.length > 0, to: '/offers', what: 'Offers', how: counts(offers.length, 'offer') },
      { done: pinned.length > 0, to: '/bench', what: 'A basket to keep in view', how: `${pinned.length} pinned` },
      { done: false, to: '/channels', what: 'Channels: send it', how: 'each channel says what it takes' },
      {
        done: checked?.check?.state === 'done',
        to: '/check',
        what: 'Check: are shoppers charged what was meant?',
        how: checked?.check?.state === 'done' ? 'checked' : 'not yet',
      },
    ];
  return (
    <section className="mt-4" aria-label="What comes next">
      <h2>What comes next</h2>
      <table className="ruled">
        <tbody>
          {steps.map(({ done, to, what, how }) => (
            <tr key={what}>
              <td className={`w-8 ${done ? 'text-true' : 'muted'}`}>{done ? 'there' : 'next'}</td>
              <td>
                <Link className="quiet" to={to}>
                  {what}
                </Link>
              </td>
              <td className="muted">{how}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

type Said = Beginning['stockPlaces'];

/** The stock places, each with where it lies: a country, or a country and a postcode. */
function StockPlaces({ said, set }: { said: Said; set: (said: Said) => void }) {
  return (
    <>
      {said.map(({ name, place }, i) => {
        const which = i === 0 ? 'Stock place' : `Stock place ${i + 1}`;
        const put = (change: Partial<Said[number]>) => set(said.with(i, { name, place, ...change }));
        const taken = (text: string) => said.some((one, other) => other !== i && one.name === text);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a stock place is its place in the list
          <span key={i}>
            {i > 0 && ', and from '}
            <TextPart
              label={which}
              value={name}
              fault={(text) => (taken(text) ? 'there is one of this name' : nameFault(text))}
              onCommit={(next) => put({ name: next })}
            />
            , at{' '}
            <TextPart
              label={`Address of ${which.toLowerCase()}`}
              value={place ?? ''}
              placeholder="country and postcode"
              fault={(text) => (text.trim() === '' ? null : firstFault(parsePlace(text)))}
              onCommit={(text) => put({ place: text.trim() || null })}
            />
            {i > 0 && (
              <button
                type="button"
                className="quiet small"
                aria-label={`Not from ${name}`}
                onClick={() => set(said.toSpliced(i, 1))}
              >
                ×
              </button>
            )}
          </span>
        );
      })}{' '}
      <button
        type="button"
        className="quiet small"
        onClick={() => set([...said, { name: `Stock place ${said.length + 1}`, place: null }])}
      >
        and from another
      </button>
    </>
  );
}
