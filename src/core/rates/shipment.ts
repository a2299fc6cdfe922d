import type { Carrier } from '../carrier/index.ts';
import type { Instant, Volume } from '../exact/index.ts';
import type { Place } from '../places/index.ts';
import type { Piece } from './packing.ts';

/** What a lane charges for: a group of goods taken as an order of its own. */
export interface Shipment {
  /** The stock place it is sent from; empty where it is of several, or of none that matters. */
  from: string;
  /** List value, and value after discounts, in the market's minor units. */
  value: number;
  after: number;
  units: number;
  /** In steps of {@link Mass}, gifts among it; NaN where an item has no mass. */
  mass: number;
  /** The same without gifts: what thresholds look at. */
  bought: number;
  /** The longest side of any item, in steps of {@link Length}; NaN where an item has no size. */
  long: number;
  pieces: readonly Piece[];
}

/** What rates ask beyond the goods themselves: where they go and when, and what the carrier answers. */
export interface Asked {
  readonly place: Place;
  readonly moment: Instant;
  /** For whom carriers ask more; a home where nothing is said. */
  readonly address?: 'home' | 'business';
  readonly carrier: Carrier | null;
}

/** The volume of all pieces; null where a size is not known. */
export function volumeOf(shipment: Shipment): Volume | null {
  let sum = 0n;
  for (const { item, units } of shipment.pieces) {
    const { sides } = item;
    if (!sides) return null;
    sum += BigInt(sides[0]) * BigInt(sides[1]) * BigInt(sides[2]) * BigInt(units);
  }
  return sum as Volume;
}
