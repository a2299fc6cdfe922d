import type { Length, Mass, Minor } from '../exact/index.ts';
import { type FreeFrom, isFreed, type Lane, laneCharge } from './lane.ts';
import type { Over } from './measure.ts';
import { breaksOf, measuredOver, type Rate } from './rate.ts';
import type { Asked, Shipment } from './shipment.ts';

/** What a lane charges along one measure, everything else held small; null where it is not offered. */
export interface Curve {
  readonly over: Over;
  readonly points: readonly { readonly at: number; readonly charge: Minor | null }[];
}

/** The measure along which a lane's charge changes most tellingly. */
export function curveOver(lane: Lane): Over {
  const { freeFrom, price } = lane;
  const { rate } = price;
  return measuredOver(rate) ?? freeFrom?.over ?? lane.bounds[0]?.over ?? 'value';
}

/**
 * A charge at both sides of every edge, and in between on a grid: straight lines from point to point tell all of it.
 */
export function curveOf(lane: Lane, asked: Asked): Curve {
  const over = curveOver(lane);
  const edges = edgesOf(lane, over);
  const top = Math.max(defaults[over], ...edges.map((edge) => edge * 1.25));
  const grid = Array.from({ length: 41 }, (_, i) =>
    over === 'units' ? Math.ceil((top * i) / 40) : Math.floor((top * i) / 40),
  );
  const marks = [...new Set([...edges.flatMap((edge) => [edge - 1, edge, edge + 1]), ...grid])]
    .filter((at) => at >= (over === 'units' ? 1 : 0))
    .sort((a, b) => a - b);
  return { over, points: marks.map((at) => ({ at, charge: chargeAlong(lane, over, at, asked) })) };
}

function chargeAlong(lane: Lane, over: Over, at: number, asked: Asked): Minor | null {
  const shipment = shipmentWith(over, at);
  const charge = laneCharge(lane, lane.price, shipment, asked);
  if (charge < 0) return null;
  return (lane.freeFrom && isFreed(lane.freeFrom, shipment, shipment) ? 0 : charge) as Minor;
}

const gram = 1_600_000_000;
/** Where a curve ends that has no edges: 10 kg, 8 units, 100.00, 200 cm, 100 l. */
const defaults: Record<Over, number> = {
  mass: 10_000 * gram,
  units: 8,
  value: 10_000,
  'long side': 10_000_000,
  volume: 100,
};

/** A small order that measures so much; a volume counts litres. */
function shipmentWith(over: Over, at: number): Shipment {
  const mass = (over === 'mass' ? Math.max(1, at) : 100 * gram) as Mass;
  const long = over === 'long side' ? Math.max(1, at) : 1_000_000;
  const side = (over === 'volume' ? Math.max(1, Math.cbrt(at) * 500_000) : long) as Length;
  const sides = [
    Math.round(side),
    Math.round(over === 'volume' ? side : 500_000),
    Math.round(over === 'volume' ? side : 500_000),
  ].sort((a, b) => b - a) as unknown as readonly [Length, Length, Length];
  const value = over === 'value' ? at : 0;
  const units = over === 'units' ? at : 1;
  return {
    from: '',
    value,
    after: value,
    units,
    mass,
    bought: mass,
    long,
    pieces: [{ item: { sku: '', mass: (mass / units) as Mass, sides }, units }],
  };
}

function edgesOf(lane: Lane, over: Over): number[] {
  const ofRate = (rate: Rate): number[] => {
    const breaks = breaksOf(rate);
    return breaks?.over === over && breaks.over !== 'volume' ? [breaks.from, ...breaks.edges] : [];
  };
  const ofBounds = lane.bounds
    .filter((bound) => bound.over === over && over !== 'volume')
    .flatMap(({ from, to }) => [from, to].filter((end): end is number => typeof end === 'number'));
  const ofFree = (free: FreeFrom | null): number[] => (free?.over === over ? [free.value] : []);
  return [...ofRate(lane.price.rate), ...ofBounds, ...ofFree(lane.freeFrom)];
}
