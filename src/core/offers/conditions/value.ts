import { z } from 'zod';
import { minor, written } from '../../exact/index.ts';
import { also, selection, test } from '../off.ts';
import { valueIn } from '../parts.ts';
import { conditionKind, type ValueCondition } from './kind.ts';

/** At least so much value of a selection, before or after discounts. */
export const value = conditionKind({
  over: 'value',
  schema: z.strictObject({ over: z.literal('value'), value: written.amount, also, test, goods: selection }),
  read: (body, reader, at): ValueCondition => ({
    over: body.over,
    value: reader.edge(body.value, body.also, [...at, 'value']),
    test: body.test,
    goods: reader.part(body.goods, [...at, 'goods']),
  }),
  figures: (body) => ({ least: [body.value, ...Object.values(body.also)] }),
  missed(condition, lines, whole) {
    const there = condition.goods < 0 ? whole : valueIn(lines, condition.goods);
    return there < condition.value ? { why: 'missed', by: minor(condition.value - there) } : null;
  },
  // A value after discounts is met where the list value is well above it.
  need: (condition) => ({
    part: condition.goods,
    value: condition.test === 'after' ? condition.value * 2 : condition.value,
    units: 1,
    above: 0,
  }),
  value: (condition) => condition,
});
