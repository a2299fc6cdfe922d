import { z } from 'zod';
import { type Decimal, minor, percentOf, written } from '../../../exact/index.ts';
import { count, selection } from '../../off.ts';
import { lies, type Part } from '../../parts.ts';
import { type LineCut, ofGoods } from '../kind.ts';

interface BuyAndGet {
  readonly is: 'buy and get';
  readonly goods: Part;
  readonly buy: number;
  readonly get: number;
  readonly percent: Decimal;
}

/** Of each so many units bought and so many more, the cheapest ones less a share (100: free). */
export const buyAndGet = ofGoods({
  is: 'buy and get',
  sort: 'goods',
  schema: z.strictObject({
    is: z.literal('buy and get'),
    goods: selection,
    buy: count(999),
    get: count(999),
    percent: written.percent,
  }),
  read: (body, reader): BuyAndGet => ({
    is: body.is,
    goods: reader.part(body.goods, ['benefit', 'goods']),
    buy: body.buy,
    get: body.get,
    percent: reader.percent(body.percent, ['benefit', 'percent']),
  }),
  figures: ({ buy, get, percent }) => ({
    units: [buy, get, buy + get],
    ...(Number(percent) === 100 ? { free: true } : { percents: [percent] }),
  }),
  names: () => ({}),
  part: (benefit) => benefit.goods,
  need: ({ goods: part, buy, get }) => ({ part, value: 0, units: buy + get, above: 0 }),
  cuts({ goods: part, buy, get, percent }, lines) {
    const cuts: LineCut[] = [];
    // The cheapest first, of equal prices the earlier line's.
    const eligible = lines
      .flatMap((line, i) => (lies(line.item, part) ? [{ i, ...line }] : []))
      .sort((a, b) => a.item.price - b.item.price || a.i - b.i);
    let free = Math.floor(eligible.reduce((sum, one) => sum + one.units, 0) / (buy + get)) * get;
    for (const { i, item, units } of eligible) {
      const some = Math.min(free, units);
      const amount = percentOf(minor(item.price * some), percent);
      if (amount > 0) cuts.push({ line: i, amount });
      free -= some;
    }
    return cuts.sort((a, b) => a.line - b.line);
  },
});
