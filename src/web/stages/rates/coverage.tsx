import { Link } from 'react-router';
import { stated } from '../../../core/channels/index.ts';
import type { CoverageFinding } from '../../../core/check/index.ts';
import {
  counted,
  countryName,
  figureWords,
  massOf,
  money,
  serviceName,
  templateName,
  zoneName,
} from '../../../words/index.ts';
import { useVisitsQuery } from '../../data/api.ts';
import { type OpenBook, useBook, useEngine } from '../../data/book.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { RatesTabs } from './tabs.tsx';

export function CoverageStage() {
  const book = useBook();
  return book && <Coverage book={book} />;
}

/**
 * What shoppers cannot buy or have delivered, found by reasoning over the rules, each with the smallest example and a
 * way to mend it.
 */
function Coverage({ book }: { book: OpenBook }) {
  const { data } = useVisitsQuery();
  const visits = Object.fromEntries((data?.visits ?? []).map((one) => [one.country, one.visits]));
  const found = useEngine((engine, edits) => engine.coverage(edits, visits), [data], 'study');
  const told = (found ?? []).map((one) => sayOf(book, one));
  const grave = told.filter((one) => one.grave);
  const rest = told.filter((one) => !one.grave);
  return (
    <div className="stage plain">
      <section className="sheet" aria-label="Coverage">
        <RatesTabs book={book} />
        <div className="head">
          <h1>Coverage</h1>
          <span className="muted">
            {found === null
              ? 'Working it out …'
              : found.length === 0
                ? 'Everything can be bought everywhere it is delivered to.'
                : `${grave.length} where shoppers see nothing, ${rest.length} to know of`}{' '}
            · to {massOf(stated.mass)}, {money(stated.value, book.home)}, {stated.units} units
          </span>
          {told.length > 0 && (
            <span className="acts">
              <CsvButton
                file="coverage.csv"
                head={['what', 'example', 'mend']}
                rows={() => told.map((one) => [one.what, one.example, one.mend])}
              >
                Coverage as CSV
              </CsvButton>
            </span>
          )}
        </div>
        {[grave, rest].map((list, i) =>
          list.length === 0 ? null : (
            <table
              key={i === 0 ? 'grave' : 'rest'}
              className="ruled mb-4"
              aria-label={i === 0 ? 'Where shoppers see nothing' : 'To know of'}
            >
              <thead>
                <tr>
                  <th>{i === 0 ? 'Shoppers see nothing' : 'To know of'}</th>
                  <th>Smallest example</th>
                  <th>To mend it</th>
                </tr>
              </thead>
              <tbody>
                {list.map((one) => (
                  <tr key={`${one.what} ${one.example}`}>
                    <td className={i === 0 ? 'text-off' : ''}>{one.what}</td>
                    <td>{one.example}</td>
                    <td>
                      <Link className="quiet" to={one.to}>
                        {one.mend}
                      </Link>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          ),
        )}
      </section>
    </div>
  );
}

/** A name within a sentence. */
const inText = (name: string) => name.charAt(0).toLowerCase() + name.slice(1);

interface Said {
  readonly what: string;
  readonly example: string;
  readonly mend: string;
  readonly to: string;
  readonly grave: boolean;
}

function sayOf(book: OpenBook, one: CoverageFinding): Said {
  const itemName = (sku: string) => book.goods.find((item) => item.sku === sku)?.name ?? sku;
  const lane = (template: string, zone: string, service?: string) =>
    `/rates/${zone}${service ? `/${service}` : ''}?template=${template}`;
  const where = (template: string, zone: string) =>
    `${zoneName(book.book, zone)}${book.book.templates.length > 1 ? `, ${templateName(book.book, template)}` : ''}`;
  switch (one.is) {
    case 'visited':
      return {
        what: `${countryName(one.country)}: nothing is delivered there, and ${counted(one.visits)} visits came from it in a year`,
        example: `any basket to ${one.country}`,
        mend: 'Take it into a zone',
        to: '/places',
        grave: true,
      };
    case 'zone without lanes':
      return {
        what: `${where(one.template, one.zone)}: no lane at all`,
        example: `any basket to ${one.place}`,
        mend: 'Offer a service there',
        to: lane(one.template, one.zone),
        grave: true,
      };
    case 'gap': {
      const figure = (at: number) => figureWords(one.over, at, (amount) => money(amount, book.home));
      const range = one.to === null ? `from ${figure(one.from)} up` : `from ${figure(one.from)} to ${figure(one.to)}`;
      return {
        what: `${where(one.template, one.zone)}: orders ${range} are not offered`,
        example: one.example
          ? one.example.map((line) => `${line.units} × ${itemName(line.sku)}`).join(' and ')
          : 'no basket of up to two different goods weighs so much',
        mend: one.to === null ? 'Open the last break' : 'Close the gap',
        to: lane(one.template, one.zone, one.service),
        grave: one.example !== null,
      };
    }
    case 'lane ends': {
      const figure = (at: number) => figureWords(one.over, at, (amount) => money(amount, book.home));
      return {
        what: `${where(one.template, one.zone)}, ${inText(serviceName(book.book, one.service))}: not offered ${one.to === null ? `from ${figure(one.from)} up` : `from ${figure(one.from)} to ${figure(one.to)}`}; other services are`,
        example: figure(one.from),
        mend: 'Open the lane',
        to: lane(one.template, one.zone, one.service),
        grave: false,
      };
    }
    case 'left out':
      return {
        what: `${one.goods} goods of ${templateName(book.book, one.template)} are not delivered to ${one.places.slice(0, 5).join(', ')}${one.places.length > 5 ? ` and ${one.places.length - 5} more` : ''}; other goods are`,
        example: `1 × ${itemName(one.example)} to ${one.places[0]}`,
        mend: 'Serve a zone',
        to: `/rates?template=${one.template}`,
        grave: false,
      };
    case 'never sold':
      return {
        what: `${one.skus.length} goods cannot be bought anywhere: ${one.why}`,
        example: itemName(one.skus[0] ?? ''),
        mend: 'Open the item',
        to: `/goods?filter=${encodeURIComponent(one.skus[0] ?? '')}`,
        grave: true,
      };
    case 'clash':
      return {
        what: `${itemName(one.a)} and ${itemName(one.b)} (and ${one.pairs - 1} such pairs) cannot be bought in one order in ${one.zones === 1 ? zoneName(book.book, one.zone) : `${one.zones} zones`}: ${one.services[0].map((id) => inText(serviceName(book.book, id))).join(', ')} against ${one.services[1].map((id) => inText(serviceName(book.book, id))).join(', ')}`,
        example: `one of each to ${zoneName(book.book, one.zone)}; two orders would do`,
        mend: 'Let them share a service',
        to: `/goods?filter=${encodeURIComponent(one.b)}`,
        grave: true,
      };
  }
}
