import clsx from 'clsx';
import { useState } from 'react';
import type { PriceLine, PriceListBody } from '../../../../core/carrier/index.ts';
import { massUnits } from '../../../../core/exact/index.ts';
import { daysText } from '../../../../words/index.ts';
import type { OpenBook } from '../../../data/book.ts';
import { useToday } from '../../../ui/clock.ts';
import { amountIn, ChoicePart, figureFault, TextPart } from '../../../ui/field.tsx';
import { LongList } from '../../../ui/long-list.tsx';
import { PlacesPart } from '../../../ui/places-part.tsx';
import { DayPart } from '../../../ui/time-part.tsx';
import { UnitPart } from '../unit.tsx';

export type SetList = (field: keyof PriceListBody, value: unknown) => void;
interface Props {
  book: OpenBook;
  list: PriceListBody;
  set: SetList;
}

export const wordFault = (text: string): string | null =>
  text.trim() === '' || text.length > 40 ? 'one to 40 letters' : null;

/** The zones of a list and its prices, line by line; the chosen one can be changed. */
export function Prices({ book, list, set }: Props) {
  const [chosen, setChosen] = useState<number | null>(null);
  const { prices, zones } = list;
  const today = useToday(book.home.timeZone).slice(0, 10);
  const line = chosen === null ? undefined : prices[chosen];
  const add = () => {
    const [like] = prices.slice(-1);
    const zone = like?.zone ?? zones[0]?.zone ?? 'Home';
    if (zones.length === 0) set('zones', [{ zone, places: [book.home.assumed ?? 'world'] }]);
    set('prices', [
      ...prices,
      { service: 'Parcel', most: { value: '1', unit: 'kg' }, price: '5', from: null, until: null, ...like, zone },
    ]);
    setChosen(prices.length);
  };
  return (
    <>
      <Zones list={list} set={set} />
      {line && chosen !== null && (
        <ChosenPrice
          list={list}
          line={line}
          today={today}
          change={(next) => set('prices', prices.with(chosen, next))}
          remove={() => {
            set('prices', prices.toSpliced(chosen, 1));
            setChosen(null);
          }}
        />
      )}
      <p>
        <button type="button" className="quiet" onClick={add}>
          Add a price
        </button>
      </p>
      {prices.length > 0 && (
        <LongList label="Prices" count={prices.length}>
          {(index) => {
            const one = prices[index];
            return (
              one && (
                <button
                  type="button"
                  className={clsx(
                    'flex w-full cursor-pointer items-baseline gap-3 text-left',
                    index === chosen && 'chosen',
                  )}
                  aria-pressed={index === chosen}
                  onClick={() => setChosen(index)}
                >
                  <span className="w-48 shrink-0 truncate">{one.service}</span>
                  <span className="w-40 shrink-0 truncate">{one.zone}</span>
                  <span className="figure w-28 shrink-0">
                    up to {one.most.value} {one.most.unit}
                  </span>
                  <span className="figure w-24 shrink-0">
                    {list.currency} {one.price}
                  </span>
                  <span className="muted">{daysText(one)}</span>
                </button>
              )
            );
          }}
        </LongList>
      )}
    </>
  );
}

/** What places each zone has. */
function Zones({ list: { zones, prices }, set }: Pick<Props, 'list' | 'set'>) {
  const used = new Set(prices.map(({ zone }) => zone));
  return (
    <ul aria-label="Zones of the list">
      {zones.map(({ zone, places }, at) => (
        <li key={zone} className="flex items-baseline gap-3 px-2">
          <strong className="w-40 shrink-0 truncate">{zone}</strong>
          <span>
            <PlacesPart
              label={`Places of ${zone}`}
              places={places}
              least={1}
              onCommit={(next) => set('zones', zones.with(at, { zone, places: next }))}
            />
          </span>
          {!used.has(zone) && (
            <button type="button" className="quiet small" onClick={() => set('zones', zones.toSpliced(at, 1))}>
              Remove
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}

function ChosenPrice({
  list: { zones, currency },
  line,
  today,
  change,
  remove,
}: {
  list: PriceListBody;
  line: PriceLine;
  today: string;
  change: (line: PriceLine) => void;
  remove: () => void;
}) {
  return (
    <div className="sentence bg-base-100 p-3">
      <TextPart
        label="Service of the price"
        value={line.service}
        fault={wordFault}
        onCommit={(service) => change({ ...line, service })}
      />{' '}
      to{' '}
      <ChoicePart
        label="Zone of the price"
        value={line.zone}
        choices={zones.map(({ zone }) => ({ value: zone, label: zone }))}
        onCommit={(zone) => change({ ...line, zone })}
      />{' '}
      up to{' '}
      <TextPart
        label="Most mass of the price"
        value={line.most.value}
        fault={figureFault}
        onCommit={(value) => change({ ...line, most: { ...line.most, value } })}
      />{' '}
      <UnitPart
        label="Unit of the price"
        value={line.most.unit}
        units={massUnits}
        onCommit={(unit) => change({ ...line, most: { ...line.most, unit: unit as PriceLine['most']['unit'] } })}
      />{' '}
      costs {currency}{' '}
      <TextPart
        label="Amount of the price"
        value={line.price}
        fault={amountIn(currency)}
        onCommit={(price) => change({ ...line, price })}
      />
      , from{' '}
      <DayPart
        label="First day of the price"
        value={line.from}
        none="ever"
        begin={today}
        onCommit={(from) => change({ ...line, from })}
      />{' '}
      until{' '}
      <DayPart
        label="End of the price"
        value={line.until}
        none="further notice"
        begin={today}
        onCommit={(until) => change({ ...line, until })}
      />
      .{' '}
      <button type="button" className="quiet danger small" onClick={remove}>
        Remove
      </button>
    </div>
  );
}
