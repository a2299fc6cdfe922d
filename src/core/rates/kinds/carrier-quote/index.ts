import { z } from 'zod';
import {
  type Currency,
  type Decimal,
  kept,
  type MarketRounding,
  type Minor,
  parseDecimal,
  written,
} from '../../../exact/index.ts';
import type { Quoting } from '../../context.ts';
import { type Box, boxesIn, pack } from '../../packing.ts';
import { type Refused, refused } from '../../refusal.ts';
import { settled, settledExactly } from '../../settle.ts';
import type { Asked, Quoted, Shipment } from '../../shipment.ts';
import { plainly, rateKind, reach } from '../kind.ts';
import { unpacked } from '../unpacked.ts';

const { amount, percent } = written;

interface CarrierQuote {
  readonly is: 'carrier quote';
  readonly service: string;
  readonly percent: Decimal;
  readonly add: Minor;
  readonly fallback: Minor | null;
  readonly boxes: readonly Box[];
  readonly currency: Currency;
  readonly quoting: Quoting;
  readonly rounding: MarketRounding;
}

const [silent, strange, tooLarge] = (['carrier silent', 'carrier currency', 'too large'] as const).map(refused) as [
  number,
  number,
  number,
];
const same = { up: 1n, down: 1n };

/** What the carrier asks for the packed parcels, and a percentage and an amount on top. */
export const carrierQuote = rateKind({
  is: 'carrier quote',
  schema: z.strictObject({
    is: z.literal('carrier quote'),
    /** The carrier's service. */
    service: z.string().min(1).max(40),
    percent: percent.default('0'),
    add: amount.default('0'),
    /** Charged where the carrier is silent; null: not offered then. */
    fallback: amount.nullable(),
  }),
  read({ is, service, percent, add, fallback }, { context, at, problems, amount }): CarrierQuote {
    return {
      is,
      service,
      percent: kept(parseDecimal(percent, 3), [...at, 'percent'], problems, { digits: 0n, scale: 0 }),
      add: amount(add, 'add'),
      fallback: fallback === null ? null : amount(fallback, 'fallback'),
      boxes: [...context.boxes.values()],
      currency: context.currency,
      quoting: context.quotingInto(context.currency),
      rounding: context.rounding,
    };
  },
  charge(rate, shipment, base, _after, by, asked) {
    const quoted = quotedFor(rate, shipment, asked);
    if (typeof quoted === 'number') return quoted;
    if (quoted.charge === null) return rate.fallback === null ? silent : settled(base + rate.fallback, by);
    const { amount, currency } = quoted.charge;
    const into = currency === rate.currency ? same : rate.quoting.get(currency);
    if (!into) return strange;
    const { digits, scale } = rate.percent;
    const over = 100n * 10n ** BigInt(scale);
    if (!Number.isSafeInteger(base + rate.add)) return tooLarge;
    const n = BigInt(base + rate.add) * over * into.down + BigInt(amount) * into.up * (over + digits);
    // What was converted on the way is rounded by the market's rule, wherever it came from.
    return settledExactly(
      n,
      over * into.down,
      by ?? (into === same ? null : { up: 1n, down: 1n, rounding: rate.rounding }),
    );
  },
  reach: ({ add }) => reach(add, Number.POSITIVE_INFINITY),
  isRising: () => false,
  breaks: () => null,
  over: () => 'mass',
  perItem: () => false,
  looksAtLines: () => true,
  came(rate, shipment, _after, asked) {
    const quoted = quotedFor(rate, shipment, asked);
    return typeof quoted === 'number' ? plainly : { ...plainly, parcels: quoted.parcels, quoted: quoted.charge };
  },
});

/**
 * The parcels of a group and what the carrier charges for them; null where it is silent; a refusal where they cannot be
 * packed.
 */
function quotedFor(
  { service, boxes }: CarrierQuote,
  shipment: Shipment,
  asked: Asked,
): { parcels: number; charge: Quoted | null } | Refused {
  const packed = pack(shipment.pieces, boxes);
  if (!packed.ok) return unpacked(packed);
  return {
    parcels: boxesIn(packed.parcels),
    charge: asked.carrier?.charge(service, asked.place, packed.parcels) ?? null,
  };
}
