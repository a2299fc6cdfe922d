import { z } from 'zod';
import { type Decimal, minor, percentOf, written } from '../../src/core/exact/index.ts';
import { type LineCut, ofGoods } from '../../src/core/offers/benefits/kind.ts';
import { selection } from '../../src/core/offers/off.ts';
import { lies, type Part } from '../../src/core/offers/parts.ts';

export interface SecondUnit {
  readonly is: 'second unit';
  readonly goods: Part;
  readonly percent: Decimal;
}
export const secondUnitSchema = z.strictObject({
  is: z.literal('second unit'),
  goods: selection,
  percent: written.percent,
});

/** A benefit that only the tests know: every second unit of a line less a share. */
export const secondUnit = ofGoods({
  is: 'second unit',
  sort: 'goods',
  schema: secondUnitSchema,
  read: (body, reader): SecondUnit => ({
    is: body.is,
    goods: reader.part(body.goods, ['benefit', 'goods']),
    percent: reader.percent(body.percent, ['benefit', 'percent']),
  }),
  figures: ({ percent }) => ({ percents: [percent] }),
  names: () => ({}),
  part: (benefit) => benefit.goods,
  need: (benefit) => ({ part: benefit.goods, value: 0, units: 2, above: 0 }),
  cuts: ({ goods: part, percent }, lines) =>
    lines.flatMap(({ item, units }, line): LineCut[] => {
      const amount = percentOf(minor(item.price * Math.floor(units / 2)), percent);
      return lies(item, part) && amount > 0 ? [{ line, amount }] : [];
    }),
});
