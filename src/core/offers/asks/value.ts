import { z } from 'zod';
import { minor, written } from '../../exact/index.ts';
import { also, goods, test } from '../off.ts';
import { valueIn } from '../parts.ts';
import { askKind, type ValueAsk } from './kind.ts';

/** At least so much value of a selection, before or after discounts. */
export const value = askKind({
  over: 'value',
  schema: z.strictObject({ over: z.literal('value'), value: written.amount, also, test, goods }),
  read: (body, reader, at): ValueAsk => ({
    over: body.over,
    value: reader.edge(body.value, body.also, [...at, 'value']),
    test: body.test,
    goods: reader.part(body.goods, [...at, 'goods']),
  }),
  figures: (body) => ({ least: [body.value, ...Object.values(body.also)] }),
  missed(ask, lines, whole) {
    const there = ask.goods < 0 ? whole : valueIn(lines, ask.goods);
    return there < ask.value ? { why: 'missed', by: minor(ask.value - there) } : null;
  },
  // A value after discounts is met where the list value is well above it.
  need: (ask) => ({ part: ask.goods, value: ask.test === 'after' ? ask.value * 2 : ask.value, units: 1, above: 0 }),
  value: (ask) => ask,
});
