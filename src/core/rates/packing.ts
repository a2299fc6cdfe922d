import { type Length, largest, type Mass, type Volume } from '../exact/index.ts';

/** One kind of thing to be packed: sides from longest to shortest; null where the size is not known. */
export interface Piece {
  readonly item: {
    readonly sku: string;
    readonly mass: Mass | null;
    readonly sides: readonly [Length, Length, Length] | null;
  };
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

/**
 * So many boxes packed alike: what each holds, what all of one weighs, and its outer measure, taken as the box's own.
 */
export interface Parcel {
  readonly box: Box;
  readonly count: number;
  readonly contents: readonly { readonly sku: string; readonly units: number }[];
  readonly mass: Mass;
  readonly volume: Volume;
}

export type Packed =
  | { readonly ok: true; readonly parcels: readonly Parcel[] }
  | { readonly ok: false; readonly why: 'no mass' | 'no size' | 'no box takes it'; readonly sku: string };

/** A run of open boxes that hold the same. */
interface Open {
  readonly box: Box;
  readonly count: number;
  readonly contents: readonly { readonly sku: string; readonly units: number }[];
  readonly mass: number;
  readonly volume: bigint;
}

interface Unit {
  readonly sku: string;
  readonly mass: Mass;
  readonly sides: readonly [Length, Length, Length];
  readonly volume: bigint;
}

/**
 * Packs units into boxes: sorted by volume, then long side, largest first, then SKU; each goes into the first open box
 * that takes it, else opens the smallest box that does. A box takes what fits by sorted sides, total volume and total
 * mass, so it is never overfilled by volume or mass; that the shapes lie together is not proved, nor is the number of
 * boxes the fewest. Worked in runs: equal units fill a box before they look at the next, and boxes that hold the same
 * are one run, so the work grows with lines and unlike boxes, not with units.
 */
export function pack(pieces: readonly Piece[], boxes: readonly Box[]): Packed {
  const known: (Unit & { readonly units: number })[] = [];
  for (const { item, units } of pieces) {
    const { sku, mass, sides } = item;
    if (mass === null) return { ok: false, why: 'no mass', sku };
    if (!sides) return { ok: false, why: 'no size', sku };
    known.push({ sku, units, mass, sides, volume: BigInt(sides[0]) * BigInt(sides[1]) * BigInt(sides[2]) });
  }
  known.sort((a, b) =>
    a.volume === b.volume
      ? b.sides[0] - a.sides[0] || (a.sku < b.sku ? -1 : a.sku > b.sku ? 1 : 0)
      : a.volume < b.volume
        ? 1
        : -1,
  );
  const bySize = [...boxes].sort((a, b) => (a.volume === b.volume ? 0 : a.volume < b.volume ? -1 : 1));
  let open: Open[] = [];
  for (const { units, ...unit } of known) {
    let left = units;
    const next: Open[] = [];
    for (const run of open) {
      const room = left === 0 ? 0 : roomIn(run, unit);
      if (room === 0) next.push(run);
      else left = spread(run, unit, room, left, next);
    }
    if (left > 0) {
      const fresh = bySize
        .map((box): Open => ({ box, count: left, contents: [], mass: 0, volume: 0n }))
        .find((one) => roomIn(one, unit) > 0);
      if (!fresh) return { ok: false, why: 'no box takes it', sku: unit.sku };
      spread({ ...fresh, count: Math.ceil(left / roomIn(fresh, unit)) }, unit, roomIn(fresh, unit), left, next);
    }
    open = next;
  }
  return {
    ok: true,
    parcels: open.map(({ box, count, contents, mass }) => ({
      box,
      count,
      contents,
      mass: (mass + box.own) as Mass,
      volume: box.volume,
    })),
  };
}

/** How many units more one box of a run takes. */
function roomIn({ box, mass, volume }: Open, unit: Unit): number {
  if (!unit.sides.every((side, i) => side <= (box.sides[i] as number))) return 0;
  const byVolume = Number((box.volume - volume) / unit.volume);
  return Math.max(0, Math.min(byVolume, Math.floor((box.limit - mass) / unit.mass)));
}

/**
 * Puts units into the boxes of a run, each filled to its room before the next; the boxes go to `into`. Gives the units
 * left over.
 */
function spread(run: Open, unit: Unit, room: number, units: number, into: Open[]): number {
  const full = Math.min(run.count, Math.floor(units / room));
  const rest = full < run.count ? units - full * room : 0;
  const holding = (count: number, some: number) => {
    if (count === 0) return;
    const contents = some === 0 ? run.contents : [...run.contents, { sku: unit.sku, units: some }];
    into.push({
      box: run.box,
      count,
      contents,
      mass: run.mass + unit.mass * some,
      volume: run.volume + unit.volume * BigInt(some),
    });
  };
  holding(full, room);
  if (rest > 0) holding(1, rest);
  holding(run.count - full - (rest > 0 ? 1 : 0), 0);
  return units - full * room - rest;
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

/** How many boxes there are in all. */
export const boxesIn = (parcels: readonly Parcel[]): number => parcels.reduce((count, one) => count + one.count, 0);
