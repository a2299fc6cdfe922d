import { amountOf } from '../../../../words/index.ts';
import { AmountPart, ChoicePart, figureFault, TextPart } from '../../../ui/field.tsx';
import { placesFault, placesIn } from '../../../ui/places-list.ts';
import { useCurrency } from '../../../ui/tender.ts';
import { UnitPart } from '../unit.tsx';
import type { RateEditorFor } from './editor.ts';

/** An amount a box of each of one or several sizes: the cheapest way to pack into some of them is paid. */
const Part: RateEditorFor<'box'>['Part'] = ({ rate, boxes, named, kind, change }) => {
  const currency = useCurrency();
  const { sizes } = rate;
  const rest = boxes.filter((box) => !sizes.some((size) => size.box === box.id));
  const put = (at: number, size: (typeof sizes)[number] | null) =>
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
};

export const box: RateEditorFor<'box'> = {
  label: 'by the box',
  begin: ({ amount, boxes }) => ({
    is: 'box',
    sizes: [{ box: boxes[0] ?? 'box', amount }],
    limit: { value: '20', unit: 'kg' },
    places: ['world'],
  }),
  amount: ({ sizes }) => sizes[0]?.amount ?? null,
  Part,
  Below: null,
  shape: () => null,
};
