import type { Currency, Minor, Volume } from '../exact/index.ts';
import type { Place } from '../places/index.ts';
import type { Parcel, Piece } from './packing.ts';

/** What a lane charges for: a group of goods taken as an order of its own. */
export interface Shipment {
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

/** What rates ask beyond the goods themselves: where they go, and what the carrier answers. */
export interface Asked {
  readonly place: Place;
  readonly carrier: Carrier | null;
}

/** What a carrier asks, in a currency of its own choice. */
export interface Quoted {
  readonly amount: Minor;
  readonly currency: Currency;
}

/** A carrier's answers for all parcels of a group together; null is silence for any of them. */
export interface Carrier {
  charge(service: string, place: Place, parcels: readonly Parcel[]): Quoted | null;
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
