import { z } from 'zod';
import { count, goods } from '../off.ts';
import { type Part, unitsIn } from '../parts.ts';
import { askKind } from './kind.ts';

interface UnitsAsk {
  readonly over: 'units';
  readonly units: number;
  readonly goods: Part;
}

/** At least so many units of a selection. */
export const units = askKind({
  over: 'units',
  schema: z.strictObject({ over: z.literal('units'), units: count(9999), goods }),
  read: (body, reader, at): UnitsAsk => ({
    over: body.over,
    units: body.units,
    goods: reader.part(body.goods, [...at, 'goods']),
  }),
  figures: (body) => ({ units: [body.units] }),
  missed(ask, lines) {
    const there = unitsIn(lines, ask.goods);
    return there < ask.units ? { why: 'too few', by: ask.units - there } : null;
  },
  need: (ask) => ({ part: ask.goods, value: 0, units: ask.units, above: 0 }),
  value: () => null,
});
