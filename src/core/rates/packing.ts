import { type Length, largest, type Mass, type Volume } from '../exact/index.ts';

/** One kind of thing to be packed: sides from longest to shortest; null where the size is not known. */
export interface Piece {
  readonly item: { readonly sku: string; readonly mass: Mass | null; readonly sides: readonly [Length, Length, Length] | null };
  readonly units: number;
}

/** A box of the seller's, ready to be packed: inner sides from longest to shortest. */
export interface Box {
  readonly id: string;
  readonly name: string;
  readonly sides: readonly [Length, Length, Length];
  readonly volume: Volume;
  /** The most its contents may weigh. */
  readonly limit: Mass;
  /** What the empty box weighs. */
  readonly own: Mass;
}

/** A packed box: what it holds, what all of it weighs, and its outer measure, taken as the box's own. */
export interface Parcel {
  readonly box: Box;
  readonly contents: readonly { readonly sku: string; readonly units: number }[];
  readonly mass: Mass;
  readonly volume: Volume;
}

export type Packed = { readonly ok: true; readonly parcels: readonly Parcel[] } | { readonly ok: false; readonly why: 'no mass' | 'no size' | 'no box takes it'; readonly sku: string };

interface Open {
  readonly box: Box;
  readonly units: Map<string, number>;
  mass: number;
  volume: bigint;
}

/**
 * Packs units into boxes: sorted by volume, then long side, largest first, then SKU; each goes into the first open box that
 * takes it, else opens the smallest box that does. A box takes what fits by sorted sides, total volume and total mass, so it
 * is never overfilled by volume or mass; that the shapes lie together is not proved, nor is the number of boxes the fewest.
 */
export function pack(pieces: readonly Piece[], boxes: readonly Box[]): Packed {
  const known: { sku: string; units: number; mass: Mass; sides: readonly [Length, Length, Length]; volume: bigint }[] = [];
  for (const { item, units } of pieces) {
    const { sku, mass, sides } = item;
    if (mass === null) return { ok: false, why: 'no mass', sku };
    if (!sides) return { ok: false, why: 'no size', sku };
    known.push({ sku, units, mass, sides, volume: BigInt(sides[0]) * BigInt(sides[1]) * BigInt(sides[2]) });
  }
  known.sort((a, b) => (a.volume === b.volume ? b.sides[0] - a.sides[0] || (a.sku < b.sku ? -1 : 1) : a.volume < b.volume ? 1 : -1));
  const bySize = [...boxes].sort((a, b) => (a.volume === b.volume ? 0 : a.volume < b.volume ? -1 : 1));
  const open: Open[] = [];
  for (const piece of known) {
    const fits = ({ sides }: Box) => piece.sides.every((side, i) => side <= (sides[i] ?? 0));
    const takes = (one: Open) => fits(one.box) && one.volume + piece.volume <= one.box.volume && one.mass + piece.mass <= one.box.limit;
    for (let n = 0; n < piece.units; n += 1) {
      let into = open.find(takes);
      if (!into) {
        const box = bySize.find((one) => fits(one) && piece.volume <= one.volume && piece.mass <= one.limit);
        if (!box) return { ok: false, why: 'no box takes it', sku: piece.sku };
        into = { box, units: new Map(), mass: 0, volume: 0n };
        open.push(into);
      }
      into.mass += piece.mass;
      into.volume += piece.volume;
      into.units.set(piece.sku, (into.units.get(piece.sku) ?? 0) + 1);
    }
  }
  return {
    ok: true,
    parcels: open.map(({ box, units, mass }) => ({ box, contents: [...units].map(([sku, count]) => ({ sku, units: count })), mass: (mass + box.own) as Mass, volume: box.volume })),
  };
}

/** The fewest boxes that any packing could need, by volume and mass alone: what a packing is held against. */
export function fewestBoxes(pieces: readonly Piece[], boxes: readonly Box[]): number {
  let [volume, mass] = [0n, 0];
  for (const { item, units } of pieces) {
    if (!item.sides || item.mass === null) return 0;
    volume += BigInt(item.sides[0]) * BigInt(item.sides[1]) * BigInt(item.sides[2]) * BigInt(units);
    mass += item.mass * units;
  }
  const room = largest(boxes.map((box): bigint => box.volume));
  const limit = Math.max(0, ...boxes.map((box) => box.limit));
  return room === 0n || limit === 0 ? 0 : Math.max(Number((volume + room - 1n) / room), Math.ceil(mass / limit));
}
