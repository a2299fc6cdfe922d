import { z } from 'zod';
import { type Minor, minor, written } from '../../../exact/index.ts';
import { also, selection } from '../../off.ts';
import { type Bought, lies, type Part } from '../../parts.ts';
import { type LineCut, ofGoods } from '../kind.ts';

interface FixedPrice {
  readonly is: 'fixed price';
  readonly goods: Part;
  readonly price: Minor;
}

/** Each unit at a price, where that is less than its own. */
export const fixedPrice = ofGoods({
  is: 'fixed price',
  sort: 'goods',
  schema: z.strictObject({ is: z.literal('fixed price'), goods: selection, price: written.amount, also }),
  read: (body, reader): FixedPrice => ({
    is: body.is,
    goods: reader.part(body.goods, ['benefit', 'goods']),
    price: reader.amount(body.price, body.also, ['benefit', 'price']),
  }),
  figures: (body) => ({ amounts: [body.price, ...Object.values(body.also)] }),
  names: () => ({}),
  part: (benefit) => benefit.goods,
  need: (benefit) => ({ part: benefit.goods, value: 0, units: 1, above: benefit.price }),
  cuts({ goods: part, price }, lines) {
    const cuts: LineCut[] = [];
    for (let i = 0; i < lines.length; i += 1) {
      const { item, units } = lines[i] as Bought;
      if (lies(item, part) && item.price > price) cuts.push({ line: i, amount: minor((item.price - price) * units) });
    }
    return cuts;
  },
});
