import type { PriceExtra, PriceListBody } from '../../../../core/carrier/index.ts';
import { amountOf, extraNames } from '../../../../words/index.ts';
import type { OpenBook } from '../../../data/book.ts';
import { AddPart } from '../../../ui/add-part.tsx';
import { useToday } from '../../../ui/clock.ts';
import { amountIn, ChoicePart, figureFault, TextPart } from '../../../ui/field.tsx';
import { PlacesPart } from '../../../ui/places-part.tsx';
import { DayPart } from '../../../ui/time-part.tsx';
import type { SetList } from './prices.tsx';

interface Props {
  book: OpenBook;
  list: PriceListBody;
  services: readonly string[];
  set: SetList;
}

/** What comes on top of each parcel: of each sort one counts, the later begun. */
export function Extras({ book, list, services, set }: Props) {
  const { extras, currency } = list;
  const today = useToday(book.home.timeZone).slice(0, 10);
  const add = (extra: PriceExtra) => () => set('extras', [...extras, extra]);
  const plain = { service: null, from: null, until: null };
  const amount = amountOf(1, currency);
  return (
    <section className="mt-3" aria-label="On top">
      <div className="head">
        <h2>On top</h2>
        <span className="muted">Of each parcel; of several of a sort the later begun counts.</span>
        <span className="acts">
          <AddPart
            label="Add what comes on top"
            added={{
              'fuel, a share of the price': add({ is: 'fuel', percent: '8', ...plain }),
              'an amount each parcel': add({ is: 'parcel', amount, ...plain }),
              'an amount to a home': add({ is: 'home', amount, ...plain }),
              'an amount to remote places': add({ is: 'remote', amount, places: ['GB HS*'], ...plain }),
            }}
          />
        </span>
      </div>
      {extras.map((extra, at) => (
        <ExtraSentence
          // biome-ignore lint/suspicious/noArrayIndexKey: an extra is its place in the list
          key={at}
          extra={extra}
          at={at + 1}
          currency={currency}
          services={services}
          today={today}
          change={(next) => set('extras', extras.with(at, next))}
          remove={() => set('extras', extras.toSpliced(at, 1))}
        />
      ))}
    </section>
  );
}

function ExtraSentence({
  extra,
  at,
  currency,
  services,
  today,
  change,
  remove,
}: {
  extra: PriceExtra;
  at: number;
  currency: string;
  services: readonly string[];
  today: string;
  change: (extra: PriceExtra) => void;
  remove: () => void;
}) {
  const name = `extra ${at}`;
  return (
    <div className="sentence px-3">
      {extra.is === 'fuel' ? (
        <>
          Fuel is{' '}
          <TextPart
            label={`Percent of ${name}`}
            value={extra.percent}
            fault={figureFault}
            onCommit={(percent) => change({ ...extra, percent })}
          />{' '}
          % of the price
        </>
      ) : (
        <>
          {currency}{' '}
          <TextPart
            label={`Amount of ${name}`}
            value={extra.amount}
            fault={amountIn(currency)}
            onCommit={(amount) => change({ ...extra, amount })}
          />{' '}
          {extraNames[extra.is]}
        </>
      )}
      {extra.is === 'remote' && (
        <>
          {' '}
          (
          <PlacesPart
            label={`Places of ${name}`}
            places={extra.places}
            least={1}
            onCommit={(places) => change({ ...extra, places })}
          />
          )
        </>
      )}{' '}
      by{' '}
      <ChoicePart
        label={`Service of ${name}`}
        value={extra.service ?? ''}
        choices={[
          { value: '', label: 'any service' },
          ...[...new Set([...services, ...(extra.service ? [extra.service] : [])])].map((one) => ({
            value: one,
            label: one,
          })),
        ]}
        onCommit={(service) => change({ ...extra, service: service || null })}
      />
      , from{' '}
      <DayPart
        label={`First day of ${name}`}
        value={extra.from}
        none="ever"
        begin={today}
        onCommit={(from) => change({ ...extra, from })}
      />{' '}
      until{' '}
      <DayPart
        label={`End of ${name}`}
        value={extra.until}
        none="further notice"
        begin={today}
        onCommit={(until) => change({ ...extra, until })}
      />
      .{' '}
      <button type="button" className="quiet danger small" aria-label={`Remove ${name}`} onClick={remove}>
        Remove
      </button>
    </div>
  );
}
