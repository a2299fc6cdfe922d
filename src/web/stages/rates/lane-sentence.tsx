import type { ReactNode } from 'react';
import { type BoundBody, type LaneBody, measureUnits, type Service } from '../../../core/rates/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { AmountPart, amountIn, ChoicePart, figureFault, nameFault, TestPart, TextPart } from '../../ui/field.tsx';
import { TenderContext, useCurrency, useTender } from '../../ui/tender.ts';
import { BroughtByPart } from './brought-by.tsx';
import { RateBelow, RatePart } from './rate.tsx';
import { UnitPart } from './unit.tsx';

/** Writes one field of the lane into the draft. */
export type SetLane = (field: keyof LaneBody, value: unknown) => void;
interface Said {
  lane: LaneBody;
  set: SetLane;
}

/** What shoppers pay on a lane, when it is offered, how long it takes and what it is called, each part a field. */
export function LaneSentence({ book, lane, service, set }: Said & { book: OpenBook; service: Service }) {
  const bounds = (at: number, next: BoundBody | null) =>
    set('bounds', next ? lane.bounds.with(at, next) : lane.bounds.toSpliced(at, 1));
  return (
    <p className="sentence mt-1">
      Shoppers pay <RatePart rate={lane.rate} boxes={book.book.boxes} label="" change={(rate) => set('rate', rate)} />
      <Fees lane={lane} set={set} />
      <FreeFrom lane={lane} set={set} />.
      {lane.bounds.map((bound, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a bound is its place in the list
        <Bound key={i} bound={bound} at={i} change={(next) => bounds(i, next)} />
      ))}
      <Days lane={lane} set={set} />
      {(lane.broughtBy !== null || service.lists.length > 0) && (
        <>
          {' '}
          It is brought by{' '}
          <BroughtByPart book={book} lane={lane} service={service} set={(way) => set('broughtBy', way)} />.
        </>
      )}
      {Object.entries(lane.names).map(([locale, shown]) => (
        <span key={locale}>
          {' '}
          In {locale} it is called “
          <TextPart
            label={`Shown name in ${locale}`}
            value={shown}
            fault={nameFault}
            onCommit={(next) => set('names', { ...lane.names, [locale]: next })}
          />
          ”.
        </span>
      ))}
    </p>
  );
}

/** What the lane charges in other currencies, and for kinds of goods, in place of its rate. */
export function OtherRates({ book, lane, set }: Said & { book: OpenBook }) {
  const tender = useTender();
  const { boxes } = book.book;
  return (
    <>
      {Object.entries(lane.also).map(([also, rate]) => {
        const change = (next: unknown) => set('also', { ...lane.also, [also]: next });
        return (
          <TenderContext key={also} value={{ ...tender, currency: also }}>
            <OtherRate rate={rate} label={also} change={change} less="as converted" drop={() => drop('also', also)}>
              In {also} they pay <RatePart rate={rate} boxes={boxes} label={also} change={change} />, not converted.
            </OtherRate>
          </TenderContext>
        );
      })}
      {Object.entries(lane.kinds).map(([kind, priced]) => {
        const { rate } = priced;
        const change = (next: unknown) => set('kinds', { ...lane.kinds, [kind]: { ...priced, rate: next } });
        return (
          <OtherRate
            key={kind}
            rate={rate}
            label={kind}
            change={change}
            less="as all others"
            drop={() => drop('kinds', kind)}
          >
            Goods of kind {kind} pay <RatePart rate={rate} boxes={boxes} label={kind} change={change} />, as a group of
            their own.
          </OtherRate>
        );
      })}
    </>
  );

  function drop(field: 'also' | 'kinds', key: string) {
    set(field, Object.fromEntries(Object.entries(lane[field]).filter(([one]) => one !== key)));
  }
}

interface OtherRateProps {
  rate: LaneBody['rate'];
  label: string;
  change: (rate: LaneBody['rate']) => void;
  less: string;
  drop: () => void;
  children: ReactNode;
}
function OtherRate({ rate, label, change, less, drop, children }: OtherRateProps) {
  return (
    <div className="mt-1">
      <p className="sentence">
        {children}{' '}
        <button type="button" className="quiet small" onClick={drop}>
          {less}
        </button>
      </p>
      <RateBelow rate={rate} label={label} change={change} />
    </div>
  );
}

export const daysFault = (text: string) => (/^\d{1,2}$/.test(text) ? null : 'a count of days');

function Days({ lane: { days }, set }: Said) {
  if (!days) return null;
  const [shortest, longest] = days;
  return (
    <>
      {' '}
      It takes{' '}
      <TextPart
        label="Shortest days"
        value={String(shortest)}
        fault={daysFault}
        onCommit={(text) => set('days', [Number(text), longest])}
      />{' '}
      to{' '}
      <TextPart
        label="Longest days"
        value={String(longest)}
        fault={daysFault}
        onCommit={(text) => set('days', [shortest, Number(text)])}
      />{' '}
      days.
    </>
  );
}

function Fees({ lane, set }: Said) {
  const { fees } = lane;
  if (!fees) return null;
  const fee = (field: keyof typeof fees) => (amount: string) => set('fees', { ...fees, [field]: amount });
  return (
    <>
      , and lane fees of <AmountPart label="Fee an order" value={fees.order} onCommit={fee('order')} /> for the order
      and <AmountPart label="Fee an item" value={fees.item} onCommit={fee('item')} /> for each item
    </>
  );
}

function FreeFrom({ lane, set }: Said) {
  const currency = useCurrency();
  const free = lane.freeFrom;
  if (!free) return null;
  return (
    <>
      , and nothing once{' '}
      <ChoicePart
        label="Basket or group"
        value={free.of}
        choices={[
          { value: 'basket', label: 'goods' },
          { value: 'group', label: 'its own goods' },
        ]}
        onCommit={(of) => set('freeFrom', { ...free, of })}
      />{' '}
      come to{' '}
      <TextPart
        label="Free from"
        value={free.value}
        fault={free.unit === 'value' ? amountIn(currency) : figureFault}
        onCommit={(value) => set('freeFrom', { ...free, value })}
      />{' '}
      <UnitPart
        label="Free from counts"
        value={free.unit}
        units={['value', 'units', 'g', 'kg', 'oz', 'lb']}
        onCommit={(unit) => set('freeFrom', { ...free, unit })}
      />
      {free.unit === 'value' && (
        <>
          {' '}
          <TestPart value={free.test} onCommit={(test) => set('freeFrom', { ...free, test })} /> discounts
          {Object.entries(free.also).map(([own, value]) => (
            <span key={own}>
              {' '}
              (
              <TextPart
                label={`Free from in ${own}`}
                value={value}
                fault={amountIn(own)}
                onCommit={(next) => set('freeFrom', { ...free, also: { ...free.also, [own]: next } })}
              />{' '}
              {own})
            </span>
          ))}
        </>
      )}
    </>
  );
}

function Bound({ bound, at, change }: { bound: BoundBody; at: number; change: (bound: BoundBody | null) => void }) {
  const end = (text: string) => (text.trim() === '' ? null : text.trim());
  const fault = (text: string) => (text.trim() === '' ? null : figureFault(text));
  return (
    <>
      {' '}
      It is offered from{' '}
      <TextPart
        label={`Least of bound ${at + 1}`}
        value={bound.from ?? ''}
        placeholder="0"
        fault={fault}
        onCommit={(text) => change({ ...bound, from: end(text) })}
      />{' '}
      to{' '}
      <TextPart
        label={`Most of bound ${at + 1}`}
        value={bound.to ?? ''}
        placeholder="any"
        fault={fault}
        onCommit={(text) => change({ ...bound, to: end(text) })}
      />{' '}
      <UnitPart
        label={`Unit of bound ${at + 1}`}
        value={bound.unit}
        units={measureUnits}
        onCommit={(unit) => change({ ...bound, unit })}
      />{' '}
      <button type="button" className="quiet small" onClick={() => change(null)}>
        no bound
      </button>
      .
    </>
  );
}
