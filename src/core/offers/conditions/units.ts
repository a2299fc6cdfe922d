import { z } from 'zod';
import { count, selection } from '../off.ts';
import { type Part, unitsIn } from '../parts.ts';
import { conditionKind } from './kind.ts';

interface UnitsCondition {
  readonly over: 'units';
  readonly units: number;
  readonly goods: Part;
}

/** At least so many units of a selection. */
export const units = conditionKind({
  over: 'units',
  schema: z.strictObject({ over: z.literal('units'), units: count(9999), goods: selection }),
  read: (body, reader, at): UnitsCondition => ({
    over: body.over,
    units: body.units,
    goods: reader.part(body.goods, [...at, 'goods']),
  }),
  figures: (body) => ({ units: [body.units] }),
  missed(condition, lines) {
    const there = unitsIn(lines, condition.goods);
    return there < condition.units ? { why: 'too few', by: condition.units - there } : null;
  },
  need: (condition) => ({ part: condition.goods, value: 0, units: condition.units, above: 0 }),
  value: () => null,
});
