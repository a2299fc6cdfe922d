import type { ReactNode } from 'react';
import type { RateBody } from '../../core/rates/index.ts';
import { useCurrency } from '../parts/currency.ts';
import { AmountPart, ChoicePart, figureFault, TextPart } from '../parts/field.tsx';
import { amountOf } from '../parts/figures.ts';
import { placesFault, placesIn } from '../parts/places-list.ts';
import { UnitPart } from './unit.tsx';

const kinds: readonly { value: RateBody['is']; label: string }[] = [
  { value: 'flat', label: 'an order' },
  { value: 'built up', label: 'built up' },
  { value: 'table', label: 'by a table, as below' },
  { value: 'free', label: 'nothing' },
  { value: 'carrier quote', label: 'what the carrier asks' },
  { value: 'box', label: 'by the box' },
];

/** What a rate becomes when another kind is chosen for it: as much as can be kept is. */
export function becoming(kind: RateBody['is'], rate: RateBody, boxes: readonly string[], currency: string): RateBody {
  const five = amountOf(5, currency);
  const amount =
    rate.is === 'flat'
      ? rate.amount
      : rate.is === 'box'
        ? (rate.sizes[0]?.amount ?? five)
        : rate.is === 'table'
          ? (rate.breaks[0]?.amount ?? five)
          : rate.is === 'built up'
            ? rate.order
            : five;
  switch (kind) {
    case 'free':
      return { is: 'free' };
    case 'flat':
      return { is: 'flat', amount };
    case 'built up':
      return { is: 'built up', order: amount, first: '0', further: '0', weight: null };
    case 'table':
      return {
        is: 'table',
        unit: 'kg',
        from: null,
        breaks: [
          { to: '1', amount },
          { to: null, amount },
        ],
      };
    case 'carrier quote':
      return { is: 'carrier quote', service: 'ground', percent: '0', add: '0', fallback: amount };
    case 'box':
      return {
        is: 'box',
        sizes: [{ box: boxes[0] ?? 'box', amount }],
        limit: { value: '20', unit: 'kg' },
        places: ['world'],
      };
  }
}

/**
 * A rate as the part of a sentence that says it; a table's breaks follow it. `label` tells one rate of a lane from
 * another.
 */
export function RatePart({
  rate,
  boxes,
  label,
  change,
}: {
  rate: RateBody;
  boxes: readonly { id: string; name: string }[];
  label: string;
  change: (rate: RateBody) => void;
}) {
  const currency = useCurrency();
  const named = (name: string) => (label === '' ? name : `${name}, ${label}`);
  const kind = (
    <ChoicePart
      label={named('Kind of rate')}
      value={rate.is}
      choices={kinds}
      onCommit={(is) =>
        is !== rate.is &&
        change(
          becoming(
            is,
            rate,
            boxes.map((box) => box.id),
            currency,
          ),
        )
      }
    />
  );
  switch (rate.is) {
    case 'free':
    case 'table':
      return kind;
    case 'flat':
      return (
        <>
          <AmountPart
            label={named('Flat amount')}
            value={rate.amount}
            onCommit={(amount) => change({ ...rate, amount })}
          />{' '}
          {kind}
        </>
      );
    case 'built up': {
      const { weight } = rate;
      return (
        <>
          {kind}:{' '}
          <AmountPart label={named('An order')} value={rate.order} onCommit={(order) => change({ ...rate, order })} />{' '}
          an order,{' '}
          <AmountPart
            label={named('The first item')}
            value={rate.first}
            onCommit={(first) => change({ ...rate, first })}
          />{' '}
          the first item,{' '}
          <AmountPart
            label={named('Each further item')}
            value={rate.further}
            onCommit={(further) => change({ ...rate, further })}
          />{' '}
          each further
          {weight ? (
            <>
              , and{' '}
              <AmountPart
                label={named('Amount by weight')}
                value={weight.amount}
                onCommit={(amount) => change({ ...rate, weight: { ...weight, amount } })}
              />{' '}
              <ChoicePart
                label={named('In proportion or started')}
                value={weight.each}
                choices={[
                  { value: 'in proportion', label: 'in proportion, for each' },
                  { value: 'started', label: 'for each started' },
                ]}
                onCommit={(each) => change({ ...rate, weight: { ...weight, each } })}
              />{' '}
              <TextPart
                label={named('Weight of each')}
                value={weight.per}
                fault={figureFault}
                onCommit={(per) => change({ ...rate, weight: { ...weight, per } })}
              />{' '}
              <UnitPart
                label={named('Unit of weight')}
                value={weight.unit}
                units={['g', 'kg', 'oz', 'lb']}
                onCommit={(unit) => change({ ...rate, weight: { ...weight, unit: unit as typeof weight.unit } })}
              />{' '}
              <button type="button" className="quiet small" onClick={() => change({ ...rate, weight: null })}>
                without weight
              </button>
            </>
          ) : (
            <>
              {' '}
              <button
                type="button"
                className="quiet small"
                onClick={() =>
                  change({ ...rate, weight: { amount: amountOf(1, currency), per: '1', unit: 'kg', each: 'started' } })
                }
              >
                and by weight
              </button>
            </>
          )}
        </>
      );
    }
    case 'carrier quote':
      return (
        <>
          {kind} for{' '}
          <TextPart
            label={named('Carrier’s service')}
            value={rate.service}
            onCommit={(service) => service.trim() !== '' && change({ ...rate, service })}
          />{' '}
          plus{' '}
          <TextPart
            label={named('Percentage on top')}
            value={rate.percent}
            fault={figureFault}
            onCommit={(percent) => change({ ...rate, percent })}
          />{' '}
          % and{' '}
          <AmountPart label={named('Amount on top')} value={rate.add} onCommit={(add) => change({ ...rate, add })} />,{' '}
          {rate.fallback === null ? (
            <>
              not offered where it is silent{' '}
              <button
                type="button"
                className="quiet small"
                onClick={() => change({ ...rate, fallback: amountOf(10, currency) })}
              >
                charge a fallback
              </button>
            </>
          ) : (
            <>
              or{' '}
              <AmountPart
                label={named('Fallback')}
                value={rate.fallback}
                onCommit={(fallback) => change({ ...rate, fallback })}
              />{' '}
              where it is silent{' '}
              <button type="button" className="quiet small" onClick={() => change({ ...rate, fallback: null })}>
                not offered then
              </button>
            </>
          )}
        </>
      );
    case 'box':
      return <BoxPart rate={rate} boxes={boxes} named={named} kind={kind} change={change} />;
  }
}

type BoxRate = RateBody & { is: 'box' };

/** An amount a box of each of one or several sizes: the cheapest way to pack into some of them is paid. */
function BoxPart({
  rate,
  boxes,
  named,
  kind,
  change,
}: {
  rate: BoxRate;
  boxes: readonly { id: string; name: string }[];
  named: (name: string) => string;
  kind: ReactNode;
  change: (rate: RateBody) => void;
}) {
  const currency = useCurrency();
  const { sizes } = rate;
  const rest = boxes.filter((box) => !sizes.some((size) => size.box === box.id));
  const put = (at: number, size: BoxRate['sizes'][number] | null) =>
    change({
      ...rate,
      sizes: size === null ? sizes.filter((_, i) => i !== at) : sizes.map((one, i) => (i === at ? size : one)),
    });
  return (
    <>
      {kind}:{' '}
      {sizes.map((size, i) => {
        const nth = sizes.length > 1 ? ` ${i + 1}` : '';
        return (
          <span key={size.box}>
            {i > 0 && (i === sizes.length - 1 ? ' or ' : ', ')}
            <AmountPart
              label={named(`Amount a box${nth}`)}
              value={size.amount}
              onCommit={(amount) => put(i, { ...size, amount })}
            />{' '}
            a{' '}
            <ChoicePart
              label={named(`Box${nth}`)}
              value={size.box}
              choices={boxes
                .filter((box) => box.id === size.box || rest.includes(box))
                .map((box) => ({ value: box.id, label: box.name }))}
              onCommit={(box) => put(i, { ...size, box })}
            />
            {sizes.length > 1 && (
              <button
                type="button"
                className="quiet small"
                aria-label={named(`Without box${nth}`)}
                title="without this size"
                onClick={() => put(i, null)}
              >
                ×
              </button>
            )}
          </span>
        );
      })}
      {rest[0] && sizes.length < 6 && (
        <>
          {' '}
          <button
            type="button"
            className="quiet small"
            onClick={() =>
              change({
                ...rate,
                sizes: [...sizes, { box: rest[0]?.id ?? '', amount: sizes.at(-1)?.amount ?? amountOf(5, currency) }],
              })
            }
          >
            one more size
          </button>
        </>
      )}
      , each up to{' '}
      <TextPart
        label={named('Weight limit')}
        value={rate.limit.value}
        fault={figureFault}
        onCommit={(value) => change({ ...rate, limit: { ...rate.limit, value } })}
      />{' '}
      <UnitPart
        label={named('Unit of the limit')}
        value={rate.limit.unit}
        units={['g', 'kg', 'oz', 'lb']}
        onCommit={(unit) => change({ ...rate, limit: { ...rate.limit, unit: unit as 'kg' } })}
      />
      , to{' '}
      <TextPart
        label={named('Places it serves')}
        value={rate.places.join(', ')}
        fault={placesFault(1)}
        onCommit={(text) => change({ ...rate, places: placesIn(text) })}
      />
    </>
  );
}
