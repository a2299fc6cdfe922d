import { z } from 'zod';
import { kept, type Mass, type Minor, massUnits, naming, parseMass, written } from '../../../exact/index.ts';
import { matches, type Pattern, parsePattern } from '../../../places/index.ts';
import { type Box, boxesIn, pack } from '../../packing.ts';
import { type Refused, refused } from '../../refusal.ts';
import { settled } from '../../settle.ts';
import type { Shipment } from '../../shipment.ts';
import { plainly, rateKind, reach } from '../kind.ts';
import { unpacked } from '../unpacked.ts';

const { amount, figure, place } = written;

/** A box that a rate charges for, with the lower of both limits. */
interface Size {
  readonly box: Box;
  readonly amount: Minor;
}
interface ByTheBox {
  readonly is: 'box';
  readonly sizes: readonly Size[];
  readonly places: readonly Pattern[];
}

const [noBox, notForPlace] = (['no box takes it', 'box not for this place'] as const).map(refused) as [number, number];

/** An amount a box of each of some sizes: the cheapest way to pack into some of them counts. */
export const box = rateKind({
  is: 'box',
  schema: z.strictObject({
    is: z.literal('box'),
    /** An amount a box of each size; the cheapest way to pack into some of them counts. */
    sizes: z
      .array(z.strictObject({ box: naming('box', 'row'), amount }))
      .min(1)
      .max(6),
    /** The most a box may weigh, contents alone, where that is less than its own limit. */
    limit: z.strictObject({ value: figure, unit: z.enum(massUnits) }),
    /** Places it serves: patterns of places. */
    places: z.array(place).min(1),
  }),
  read(body, { context, at, problems, amount }): ByTheBox {
    const limit = kept(parseMass(body.limit.value, body.limit.unit), [...at, 'limit'], problems, 0 as Mass);
    const places = body.places.map((text, i) =>
      kept(parsePattern(text), [...at, 'places', i], problems, { is: 'world' } as Pattern),
    );
    const sizes = body.sizes.map((size, i) => {
      const found = context.boxes.get(size.box);
      if (!found)
        problems.push({
          at: [...at, 'sizes', i, 'box'],
          is: 'unknown',
          what: 'box',
          id: size.box,
          known: [...context.boxes.keys()],
        });
      if (body.sizes.findIndex((one) => one.box === size.box) < i)
        problems.push({ at: [...at, 'sizes', i, 'box'], is: 'repeated', what: 'box', id: size.box, line: null });
      return {
        box: { ...(found ?? nowhere), limit: Math.min(limit, found?.limit ?? limit) as Mass },
        amount: amount(size.amount, 'sizes', i, 'amount'),
      };
    });
    return { is: body.is, sizes, places };
  },
  charge(rate, shipment, base, _after, by, asked) {
    if (!rate.places.some((pattern) => matches(pattern, asked.place))) return notForPlace;
    const boxed = boxedFor(rate, shipment);
    return typeof boxed === 'number' ? boxed : settled(base + boxed.amount, by);
  },
  reach: ({ sizes }) => reach(Math.min(...sizes.map((size) => size.amount)), Number.POSITIVE_INFINITY),
  isRising: () => false,
  breaks: () => null,
  over: () => 'mass',
  perItem: () => false,
  summed: () => null,
  asks: () => null,
  looksAtLines: () => true,
  came(rate, shipment) {
    const boxed = boxedFor(rate, shipment);
    return typeof boxed === 'number' ? plainly : { ...plainly, parcels: boxed.boxes };
  },
});

/** Stands in for a box that is not there, while its problem is told. */
const nowhere: Box = {
  id: '',
  name: '',
  sides: [0, 0, 0] as unknown as Box['sides'],
  volume: 0n as Box['volume'],
  limit: 0 as Mass,
  own: 0 as Mass,
};

/**
 * The cheapest way to pack a group into some of a rate's sizes, of equal ones that with fewer boxes; a refusal where
 * there is none.
 */
function boxedFor({ sizes }: ByTheBox, shipment: Shipment): { amount: number; boxes: number } | Refused {
  const whole = pack(
    shipment.pieces,
    sizes.map((size) => size.box),
  );
  if (!whole.ok) return unpacked(whole);
  let best: { amount: number; boxes: number } | null = null;
  for (let set = 1; set < 1 << sizes.length; set += 1) {
    const some = sizes.filter((_, i) => set & (1 << i));
    const packed = pack(
      shipment.pieces,
      some.map((size) => size.box),
    );
    if (!packed.ok) continue;
    let amount = 0;
    for (const { box, count } of packed.parcels) amount += count * (some.find((size) => size.box === box)?.amount ?? 0);
    const boxes = boxesIn(packed.parcels);
    if (best === null || amount < best.amount || (amount === best.amount && boxes < best.boxes))
      best = { amount, boxes };
  }
  return best ?? noBox;
}
