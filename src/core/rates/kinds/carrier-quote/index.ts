import { z } from 'zod';
import {
  type ListedService,
  leastOf,
  listedCharge,
  listedServiceSchema,
  type Quoting,
} from '../../../carrier/index.ts';
import {
  type Currency,
  type Decimal,
  kept,
  type MarketRounding,
  type Minor,
  parseDecimal,
  written,
} from '../../../exact/index.ts';
import { type Box, boxesIn, pack } from '../../packing.ts';
import { type Refused, refused } from '../../refusal.ts';
import { settled, settledQuote } from '../../settle.ts';
import type { Asked, Shipment } from '../../shipment.ts';
import { plainly, rateKind, reach } from '../kind.ts';
import { unpacked } from '../unpacked.ts';

const { amount, percent } = written;

interface CarrierQuote {
  readonly is: 'carrier quote';
  readonly service: string | null;
  readonly lists: readonly ListedService[];
  readonly percent: Decimal;
  readonly add: Minor;
  readonly fallback: Minor | null;
  readonly boxes: readonly Box[];
  readonly currency: Currency;
  readonly quoting: Quoting;
  readonly rounding: MarketRounding;
}

const [silent, strange] = (['carrier silent', 'carrier currency'] as const).map(refused) as [number, number];
/** What the cheapest of some carriers asks for the packed parcels, and a percentage and an amount on top. */
export const carrierQuote = rateKind({
  is: 'carrier quote',
  schema: z.strictObject({
    is: z.literal('carrier quote'),
    /** The service of the carrier that is asked; null: none of its. */
    service: z.string().min(1).max(40).nullable(),
    /** Services of price lists. */
    lists: z.array(listedServiceSchema).max(12).default([]),
    percent: percent.default('0'),
    add: amount.default('0'),
    /** Charged where all of them are silent; null: not offered then. */
    fallback: amount.nullable(),
  }),
  read({ is, service, lists, percent, add, fallback }, { context, at, problems, amount }): CarrierQuote {
    return {
      is,
      service,
      lists: lists.flatMap(({ list: id, service }, i): ListedService[] => {
        const list = context.priceLists.get(id);
        if (list) return [{ list, service }];
        const known = [...context.priceLists.keys()];
        problems.push({ at: [...at, 'lists', i, 'list'], is: 'unknown', what: 'price list', id, known });
        return [];
      }),
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
    if (quoted.least === null) return rate.fallback === null ? silent : settled(base + rate.fallback, by);
    if (quoted.least === 'strange') return strange;
    const { amount, currency, into } = quoted.least;
    // What was converted on the way is rounded by the market's rule, wherever it came from.
    const rounded = by ?? (currency === rate.currency ? null : { up: 1n, down: 1n, rounding: rate.rounding });
    return settledQuote(amount, into, rate.percent, base + rate.add, rounded);
  },
  reach: ({ add }) => reach(add, Number.POSITIVE_INFINITY),
  isRising: () => false,
  breaks: () => null,
  over: () => 'mass',
  perItem: () => false,
  summed: () => null,
  asks: ({ service, lists, percent, add, fallback, boxes, currency }) =>
    service === null || lists.length > 0 ? null : { service, percent, add, fallback, boxes, currency },
  looksAtLines: () => true,
  came(rate, shipment, _after, asked) {
    const quoted = quotedFor(rate, shipment, asked);
    if (typeof quoted === 'number') return plainly;
    const { parcels, least } = quoted;
    if (least === null || least === 'strange') return { ...plainly, parcels };
    const list = least.by && { name: least.by.list.name, service: least.by.service };
    return { ...plainly, parcels, quoted: { amount: least.amount, currency: least.currency }, list };
  },
});

/**
 * The parcels of a group and the least that is asked for them, by which list (null: by the carrier that is asked
 * itself); a refusal where they cannot be packed.
 */
function quotedFor(
  { service, lists, boxes, currency, quoting }: CarrierQuote,
  shipment: Shipment,
  asked: Asked,
): { parcels: number; least: ReturnType<typeof leastOf<ListedService | null>> } | Refused {
  const packed = pack(shipment.pieces, boxes);
  if (!packed.ok) return unpacked(packed);
  const { parcels } = packed;
  const { place, moment, address = 'home', carrier } = asked;
  const own = service === null ? null : (carrier?.charge(service, place, parcels) ?? null);
  const sending = { from: shipment.from, place, moment, address };
  const listed = lists.map((by) => ({ by, quoted: listedCharge(by, sending, parcels) }));
  return { parcels: boxesIn(parcels), least: leastOf([{ by: null, quoted: own }, ...listed], currency, quoting) };
}
