import { z } from 'zod';
import { minor, percentOf } from '../../../exact/index.ts';
import { figuresOfOff, type Off, offSchema, selection } from '../../off.ts';
import { type Bought, lies, type Part } from '../../parts.ts';
import { type LineCut, ofGoods } from '../kind.ts';

interface OffGoods {
  readonly is: 'off goods';
  readonly goods: Part;
  readonly off: Off;
}

/** A share of each line, or an amount off each unit. */
export const offGoods = ofGoods({
  is: 'off goods',
  sort: 'goods',
  schema: z.strictObject({ is: z.literal('off goods'), goods: selection, off: offSchema }),
  read: (body, reader): OffGoods => ({
    is: body.is,
    goods: reader.part(body.goods, ['benefit', 'goods']),
    off: reader.off(body.off, ['benefit']),
  }),
  figures: ({ off }) => figuresOfOff(off),
  names: () => ({}),
  part: (benefit) => benefit.goods,
  need: (benefit) => ({ part: benefit.goods, value: 0, units: 1, above: 0 }),
  cuts({ goods: part, off }, lines) {
    const cuts: LineCut[] = [];
    for (let i = 0; i < lines.length; i += 1) {
      const { item, units } = lines[i] as Bought;
      if (!lies(item, part)) continue;
      const amount =
        off.by === 'percent'
          ? percentOf(minor(item.price * units), off.percent)
          : minor(Math.min(off.amount, item.price) * units);
      if (amount > 0) cuts.push({ line: i, amount });
    }
    return cuts;
  },
});
