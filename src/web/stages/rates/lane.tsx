import { channelIds, defaultTemplateOf } from '../../../core/book/index.ts';
import type { ZoneBody } from '../../../core/places/index.ts';
import { type BoundBody, type LaneBody, measureUnits, type Service } from '../../../core/rates/index.ts';
import { amountOf, channelName, faultText, lostWords } from '../../../words/index.ts';
import { type OpenBook, useEngine, useMoment } from '../../data/book.ts';
import { factsOf } from '../../data/facts.ts';
import { AddPart } from '../../ui/add-part.tsx';
import { AmountPart, amountIn, ChoicePart, figureFault, nameFault, TestPart, TextPart } from '../../ui/field.tsx';
import { freshId } from '../../ui/fresh-id.ts';
import { History } from '../../ui/history.tsx';
import { TenderContext, useCurrency, useTender } from '../../ui/tender.ts';
import { LaneCurve } from './curve.tsx';
import { DatedRows } from './dated.tsx';
import { RateBelow, RatePart } from './rate.tsx';
import { UnitPart } from './unit.tsx';

/** A lane as it is first offered. */
export const plainLane = (amount: string): LaneBody => ({
  rate: { is: 'flat', amount },
  also: {},
  kinds: {},
  bounds: [],
  fees: null,
  freeFrom: null,
  values: 'before',
  names: {},
  days: null,
  dated: [],
});

/** The chosen lane as a sentence whose parts are its fields, its curve, its breaks, and what channels make of it. */
export function LaneMeaning({
  book,
  zone,
  service,
  template,
  lane,
}: {
  book: OpenBook;
  zone: ZoneBody;
  service: Service;
  template: string;
  lane: LaneBody | undefined;
}) {
  const tender = useTender();
  const { currency } = tender;
  const path = ['templates', template, 'lanes', zone.id, service.id];
  const moment = useMoment() ?? 0;
  const curve = useEngine(
    (engine, edits) => engine.curve(edits, template, zone.id, service.id, moment),
    [template, zone.id, service.id, moment],
  );
  const notes = useEngine((engine, edits) => engine.notes(edits, moment), [moment], 'study');
  const computed = useEngine((engine, edits) => engine.compute(edits, 0), []);
  const name = service.name.replace(/ delivery$/, '').toLowerCase();
  const heading = (
    <h2>
      {zone.name}, {name}
    </h2>
  );
  if (!lane) {
    return (
      <>
        {heading}
        <p className="my-3">Not offered: shoppers in this zone do not see it.</p>
        <button type="button" className="act main" onClick={() => book.edit(path, plainLane(amountOf(5, currency)))}>
          Offer it at a flat 5.00
        </button>
      </>
    );
  }
  const set = (field: keyof LaneBody, value: unknown) => book.edit([...path, field], value);
  const isDefault = defaultTemplateOf(book.book).id === template;
  const mine = isDefault
    ? channelIds.flatMap((id) =>
        (notes?.[id] ?? [])
          .filter(
            (note) =>
              note.fidelity.is !== 'exact' &&
              (note.clause.about === 'rate' || note.clause.about === 'threshold') &&
              note.clause.zone === zone.id &&
              note.clause.service === service.id,
          )
          .map((note) => ({ id, note })),
      )
    : [];
  const problems = computed?.problems.filter((one) => path.every((step, i) => one.at[i] === step)) ?? [];

  return (
    <>
      {heading}
      <p className="sentence mt-1">
        Shoppers pay <RatePart rate={lane.rate} boxes={book.book.boxes} label="" change={(rate) => set('rate', rate)} />
        <Fees lane={lane} set={set} />
        <FreeFrom lane={lane} set={set} />.
        {lane.bounds.map((bound, i) => (
          <Bound
            // biome-ignore lint/suspicious/noArrayIndexKey: a bound is its place in the list
            key={i}
            bound={bound}
            at={i}
            change={(next) =>
              set(
                'bounds',
                next ? lane.bounds.map((one, j) => (j === i ? next : one)) : lane.bounds.filter((_, j) => j !== i),
              )
            }
          />
        ))}
        {lane.days && (
          <>
            {' '}
            It takes{' '}
            <TextPart
              label="Shortest days"
              value={String(lane.days[0])}
              fault={daysFault}
              onCommit={(text) => set('days', [Number(text), lane.days?.[1] ?? 0])}
            />{' '}
            to{' '}
            <TextPart
              label="Longest days"
              value={String(lane.days[1])}
              fault={daysFault}
              onCommit={(text) => set('days', [lane.days?.[0] ?? 0, Number(text)])}
            />{' '}
            days.
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
      {Object.entries(lane.also).map(([also, rate]) => (
        <TenderContext key={also} value={{ ...tender, currency: also }}>
          <div className="mt-1">
            <p className="sentence">
              In {also} they pay{' '}
              <RatePart
                rate={rate}
                boxes={book.book.boxes}
                label={also}
                change={(next) => set('also', { ...lane.also, [also]: next })}
              />
              , not converted.{' '}
              <button type="button" className="quiet small" onClick={() => set('also', without(lane.also, also))}>
                as converted
              </button>
            </p>
            <RateBelow rate={rate} label={also} change={(next) => set('also', { ...lane.also, [also]: next })} />
          </div>
        </TenderContext>
      ))}
      {Object.entries(lane.kinds).map(([kind, priced]) => (
        <div key={kind} className="mt-1">
          <p className="sentence">
            Goods of kind {kind} pay{' '}
            <RatePart
              rate={priced.rate}
              boxes={book.book.boxes}
              label={kind}
              change={(rate) => set('kinds', { ...lane.kinds, [kind]: { ...priced, rate } })}
            />
            , as a group of their own.{' '}
            <button type="button" className="quiet small" onClick={() => set('kinds', without(lane.kinds, kind))}>
              as all others
            </button>
          </p>
          <RateBelow
            rate={priced.rate}
            label={kind}
            change={(rate) => set('kinds', { ...lane.kinds, [kind]: { ...priced, rate } })}
          />
        </div>
      ))}
      <p className="mb-2 flex flex-wrap gap-3">
        <Additions book={book} lane={lane} service={service} set={set} />
        <button type="button" className="quiet danger" onClick={() => book.edit(path, undefined)}>
          Stop offering it
        </button>
      </p>
      {problems.map((one) => (
        <p key={faultText(one)} className="fault" role="alert">
          {faultText(one)}
        </p>
      ))}
      {curve && <LaneCurve curve={curve} tender={tender} />}
      <RateBelow rate={lane.rate} label="" change={(rate) => set('rate', rate)} />
      <DatedRows book={book} lane={lane} path={path} />
      <History key={path.join()} book={book} path={path} />
      {mine.map(({ id, note }) => (
        <div
          key={`${id} ${note.clause.about}`}
          className={`aside-note ${note.fidelity.is === 'unsayable' ? 'off' : ''}`}
        >
          <strong>{channelName(id)}.</strong> {lostWords(book.book, note.fidelity, book.home)}
        </div>
      ))}
    </>
  );
}

/** A record less one of its keys. */
const without = <T,>(record: Readonly<Record<string, T>>, key: string): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([one]) => one !== key));

type Set = (field: keyof LaneBody, value: unknown) => void;
export const daysFault = (text: string) => (/^\d{1,2}$/.test(text) ? null : 'a count of days');

function Fees({ lane, set }: { lane: LaneBody; set: Set }) {
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

function FreeFrom({ lane, set }: { lane: LaneBody; set: Set }) {
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

/** A field of the lane given for a time, beginning as it stands. */
function datedAdditions(lane: LaneBody, zone: string, set: Set): Record<string, () => void> {
  const window = { from: null, until: null, zone };
  const add = (sets: LaneBody['dated'][number]['sets']) =>
    set('dated', [...lane.dated, { id: freshId('row', lane.dated), window, sets }]);
  return {
    'another rate for a time': () => add({ is: 'rate', rate: lane.rate, also: lane.also, kinds: lane.kinds }),
    'other lane fees for a time': () => add({ is: 'fees', fees: lane.fees }),
    'another threshold for a time': () => add({ is: 'free from', freeFrom: lane.freeFrom }),
  };
}

/** What is not said of the lane yet, to be added at the end of its sentence. */
function Additions({ book, lane, service, set }: { book: OpenBook; lane: LaneBody; service: Service; set: Set }) {
  const currency = useCurrency();
  const free = lane.freeFrom;
  const kinds = factsOf(book.goods).kinds.filter((kind) => !(kind in lane.kinds));
  const locales = book.book.markets.map((market) => market.locale).filter((locale) => !(locale in lane.names));
  const currencies = book.book.markets
    .map((market) => market.currency)
    .filter((one) => one !== book.home.currency && free && !(one in free.also));
  const elsewhere = [...new Set(book.book.markets.map((market) => market.currency))].filter(
    (one) => one !== book.home.currency && !(one in lane.also),
  );
  const added: Record<string, () => void> = {
    'free from a value': () =>
      set('freeFrom', { value: amountOf(60, currency), test: 'after', unit: 'value', of: 'basket', also: {} }),
    'never free': () => set('freeFrom', null),
    'a bound on weight': () => set('bounds', [...lane.bounds, { unit: 'kg', from: null, to: '20' }]),
    'lane fees': () => set('fees', { order: amountOf(1, currency), item: '0', also: {} }),
    'no fees': () => set('fees', null),
    ...datedAdditions(lane, book.home.timeZone, set),
    'transit days of its own': () => set('days', service.days),
    'the service’s transit days': () => set('days', null),
    'value after discounts in its table and bounds': () => set('values', 'after'),
    'value before discounts in its table and bounds': () => set('values', 'before'),
    ...Object.fromEntries(
      kinds.map((kind) => [
        `a rate for kind ${kind}`,
        () =>
          set('kinds', { ...lane.kinds, [kind]: { rate: { is: 'flat', amount: amountOf(5, currency) }, also: {} } }),
      ]),
    ),
    ...Object.fromEntries(
      locales.map((locale) => [
        `a shown name in ${locale}`,
        () => set('names', { ...lane.names, [locale]: service.name }),
      ]),
    ),
    ...Object.fromEntries(
      elsewhere.map((own) => [
        `the rate in ${own}`,
        () => set('also', { ...lane.also, [own]: { is: 'flat', amount: amountOf(5, own) } }),
      ]),
    ),
    ...Object.fromEntries(
      currencies.map((own) => [
        `free from in ${own}`,
        () => set('freeFrom', { ...free, also: { ...free?.also, [own]: amountOf(Number(free?.value ?? 60), own) } }),
      ]),
    ),
  };
  const unwanted = new Set([
    free ? 'free from a value' : 'never free',
    lane.fees ? 'lane fees' : 'no fees',
    lane.days ? 'transit days of its own' : 'the service’s transit days',
    lane.values === 'after'
      ? 'value after discounts in its table and bounds'
      : 'value before discounts in its table and bounds',
  ]);
  return <AddPart added={Object.fromEntries(Object.entries(added).filter(([one]) => !unwanted.has(one)))} />;
}
