import type { LaneBody, LaneRowBody } from '../../../core/rates/index.ts';
import { amountOf, freeText, rateText } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { useToday } from '../../ui/clock.ts';
import { amountIn, TextPart } from '../../ui/field.tsx';
import { allTimeZones, NamePart } from '../../ui/name-part.tsx';
import { TimePart, weekAfter } from '../../ui/time-part.tsx';
import { RateBelow, RatePart } from './rate.tsx';

/** What of a lane is given for a time: of the rows in force the later begun counts. */
export function DatedRows({ book, lane, path }: { book: OpenBook; lane: LaneBody; path: readonly string[] }) {
  if (lane.dated.length === 0) return null;
  return (
    <section className="mt-3" aria-label="Dated rows">
      <h2>For a time</h2>
      {lane.dated.map((row) => (
        <DatedRow key={row.id} book={book} row={row} path={[...path, 'dated', row.id]} />
      ))}
    </section>
  );
}

function DatedRow({ book, row, path }: { book: OpenBook; row: LaneRowBody; path: readonly string[] }) {
  const { window, sets } = row;
  const today = useToday(window.zone);
  const change = (field: 'window' | 'sets', value: unknown) => book.edit([...path, field], value);
  return (
    <>
      <div className="sentence">
        From{' '}
        <TimePart
          label={`Start of ${row.id}`}
          none="always"
          begin={today}
          value={window.from}
          onCommit={(from) => change('window', { ...window, from })}
        />{' '}
        until{' '}
        <TimePart
          label={`End of ${row.id}`}
          none="further notice"
          begin={weekAfter(window.from ?? today)}
          value={window.until}
          onCommit={(until) => change('window', { ...window, until })}
        />{' '}
        <NamePart
          label={`Time zone of ${row.id}`}
          value={window.zone}
          all={allTimeZones}
          onCommit={(zone) => change('window', { ...window, zone })}
        />{' '}
        time <Sets book={book} row={row} change={(next) => change('sets', next)} />.{' '}
        <button type="button" className="quiet danger small" onClick={() => book.edit(path, undefined)}>
          Remove the row
        </button>
      </div>
      {sets.is === 'rate' && (
        <RateBelow rate={sets.rate} label={row.id} change={(rate) => change('sets', { ...sets, rate })} />
      )}
    </>
  );
}

function Sets({
  book,
  row,
  change,
}: {
  book: OpenBook;
  row: LaneRowBody;
  change: (sets: LaneRowBody['sets']) => void;
}) {
  const { id, sets } = row;
  const fault = amountIn(book.home.currency);
  switch (sets.is) {
    case 'rate': {
      const apart = Object.entries(sets.kinds).map(([kind, one]) => `${kind} ${rateText(one.rate)}`);
      return (
        <>
          shoppers pay{' '}
          <RatePart rate={sets.rate} boxes={book.book.boxes} label={id} change={(rate) => change({ ...sets, rate })} />
          {apart.length > 0 && `; ${apart.join(', ')}`}
        </>
      );
    }
    case 'fees': {
      const { fees } = sets;
      if (!fees)
        return (
          <>
            there are no lane fees{' '}
            <button
              type="button"
              className="quiet small"
              onClick={() => change({ ...sets, fees: { order: amountOf(1, book.home.currency), item: '0', also: {} } })}
            >
              give some
            </button>
          </>
        );
      return (
        <>
          lane fees are{' '}
          <TextPart
            label={`Fee an order, ${id}`}
            value={fees.order}
            fault={fault}
            onCommit={(order) => change({ ...sets, fees: { ...fees, order } })}
          />{' '}
          an order and{' '}
          <TextPart
            label={`Fee an item, ${id}`}
            value={fees.item}
            fault={fault}
            onCommit={(item) => change({ ...sets, fees: { ...fees, item } })}
          />{' '}
          an item{' '}
          <button type="button" className="quiet small" onClick={() => change({ ...sets, fees: null })}>
            none then
          </button>
        </>
      );
    }
    case 'free from': {
      const free = sets.freeFrom;
      if (!free)
        return (
          <>
            it is never free{' '}
            <button
              type="button"
              className="quiet small"
              onClick={() =>
                change({
                  ...sets,
                  freeFrom: {
                    value: amountOf(64, book.home.currency),
                    test: 'after',
                    unit: 'value',
                    of: 'basket',
                    also: {},
                  },
                })
              }
            >
              give a threshold
            </button>
          </>
        );
      return (
        <>
          it is {freeText(free, book.home.currency).replace(free.value, '').trim()}{' '}
          <TextPart
            label={`Free from, ${id}`}
            value={free.value}
            onCommit={(value) => change({ ...sets, freeFrom: { ...free, value } })}
          />{' '}
          <button type="button" className="quiet small" onClick={() => change({ ...sets, freeFrom: null })}>
            never free then
          </button>
        </>
      );
    }
  }
}
