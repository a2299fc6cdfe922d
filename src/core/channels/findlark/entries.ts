import { type Minor, minor } from '../../exact/index.ts';
import { type Asked, laneCharge, type Shipment } from '../../rates/index.ts';
import type { Listed } from '../dialect.ts';
import type { Feed } from './feed.ts';
import type { Entry } from './format.ts';
import type { Delivered, DeliveredLane } from './groups.ts';
import { limits } from './limits.ts';
import type { NamedPart } from './named-parts.ts';

/** Items that are charged alike alone: what a lane charges for one of them, and what any weighs, costs and measures. */
export interface Alike {
  readonly charge: number;
  readonly mass: Reach;
  readonly price: Reach;
  readonly long: Reach;
}
/** The least and the most of a figure. */
interface Reach {
  least: number;
  most: number;
}

/** What the entries of a group's goods come to in a lane. */
export interface Entered {
  /** Items that the lane takes alone. */
  readonly alike: () => readonly Alike[];
  least: number;
  most: number;
  /** Some goods pay what no entry says: there were too many. */
  full: boolean;
  /** Some goods are not delivered so by themselves; of those some fall under the entry of a wider place. */
  refused: boolean;
  falls: boolean;
}

/** What an entry says of a service at a place. */
interface Said {
  readonly charge: Minor;
  readonly days: string;
}

/** Items of one list of entries: what they are charged alone, lane by lane, and the most of each figure of theirs. */
interface Shared {
  readonly charges: readonly (Minor | null)[];
  readonly entries: readonly Entry[];
  readonly mass: Reach;
  readonly price: Reach;
  readonly long: Reach;
  handling: number;
}

const none = (): Reach => ({ least: Number.POSITIVE_INFINITY, most: 0 });
function widen(reach: Reach, figure: number): void {
  reach.least = Math.min(reach.least, figure);
  reach.most = Math.max(reach.most, figure);
}

/** What some items are charged in a lane alone, fees of their own aside. */
const alikeIn = (all: readonly Shared[], lane: number): Alike[] =>
  all.flatMap(({ charges, mass, price, long, handling }) => {
    const charge = charges[lane] ?? null;
    return charge === null ? [] : [{ charge: charge - handling, mass, price, long }];
  });

/**
 * The entries of each item, worked out as it would be charged alone; the fewest that say so, as a part of the map needs
 * none of its own where a wider one says the same. Items with the same entries share one list.
 */
export function entriesOf(
  feed: Feed,
  { lanes }: Delivered,
): {
  readonly of: (item: Listed) => readonly Entry[];
  readonly entered: ReadonlyMap<DeliveredLane, Entered>;
} {
  const { parts, spoken, say } = feed;
  const shared = new Map<string, Shared>();
  const entered = new Map<DeliveredLane, Entered>();
  const told = lanes.filter(({ lost }) => lost === null);
  const at = (part: number, service: string) =>
    told.find((lane) => lane.part === part && lane.service === service) ?? null;
  const grid = parts.map((_, part) => spoken.map(({ id }) => at(part, id)));
  const { asked, placeOf } = askedOnce(feed, told);
  for (const lane of told)
    entered.set(lane, {
      alike: () => alikeIn([...shared.values()], placeOf.get(lane) ?? 0),
      least: Number.POSITIVE_INFINITY,
      most: 0,
      full: false,
      refused: false,
      falls: false,
    });

  function of(item: Listed): readonly Entry[] {
    const alone = aloneOf(item);
    const fee = item.handling?.each ?? 0;
    const charges = asked.map(({ by: { lane, price }, bit, at }) => {
      const charge = (item.serves & bit) === 0 ? -1 : laneCharge(lane, price, alone, at);
      return charge < 0 ? null : minor(charge + fee);
    });
    // Items that are charged alike everywhere have the same entries.
    const key = charges.join();
    const reaches = { mass: none(), price: none(), long: none() };
    const known = shared.get(key) ?? { charges, entries: entriesBy(charges), ...reaches, handling: 0 };
    shared.set(key, known);
    widen(known.mass, item.mass ?? 0);
    widen(known.price, item.price);
    widen(known.long, Math.max(0, ...(item.sides ?? [])));
    known.handling = Math.max(known.handling, item.handling?.each ?? 0);
    return known.entries;
  }

  function entriesBy(charges: readonly (Minor | null)[]): readonly Entry[] {
    const effective: (Said | null)[][] = [];
    const found: { part: NamedPart; said: Said; lane: DeliveredLane }[] = [];
    parts.forEach((part, p) => {
      const row = grid[p] ?? [];
      effective.push(
        row.map((lane, s) => {
          const inherited = part.wider < 0 ? null : (effective[part.wider]?.[s] ?? null);
          if (!lane) return inherited;
          const charge = charges[placeOf.get(lane) ?? 0] ?? null;
          const seen = entered.get(lane) as Entered;
          if (charge === null) {
            seen.refused = true;
            seen.falls ||= inherited !== null;
            return inherited;
          }
          seen.least = Math.min(seen.least, charge);
          seen.most = Math.max(seen.most, charge);
          const said =
            inherited?.charge === charge && inherited.days === lane.days ? inherited : { charge, days: lane.days };
          if (said !== inherited) found.push({ part, said, lane });
          return said;
        }),
      );
    });
    const kept = found.slice(0, limits.entries);
    if (kept.length < found.length) markFull(new Set(kept.map(({ lane }) => lane)), effective);
    return kept.map(({ part: { country, within }, said: { charge, days }, lane: { speed } }) => ({
      country,
      within,
      speed,
      price: say(charge),
      days,
    }));
  }

  /** Where entries are left out, those places pay otherwise, and those that lean on them. */
  function markFull(kept: ReadonlySet<DeliveredLane>, meant: readonly (readonly (Said | null)[])[]): void {
    const told: (Said | null)[][] = [];
    grid.forEach((row, p) => {
      const wider = parts[p]?.wider ?? -1;
      told.push(
        row.map((lane, s) => {
          const inherited = wider < 0 ? null : (told[wider]?.[s] ?? null);
          const here = lane && kept.has(lane) ? (meant[p]?.[s] ?? null) : inherited;
          if (lane && here?.charge !== meant[p]?.[s]?.charge) (entered.get(lane) as Entered).full = true;
          return here;
        }),
      );
    });
  }
  return { of, entered };
}

/** A lane to ask: the service's bit among those that an item may have, and where it goes. */
interface AskedLane extends Pick<DeliveredLane, 'by'> {
  readonly bit: number;
  readonly at: Asked;
}

/** The lanes to ask, each once for all parts of its zone, and which of them speaks for a lane. */
function askedOnce(
  { book, parts }: Feed,
  told: readonly DeliveredLane[],
): {
  readonly asked: readonly AskedLane[];
  readonly placeOf: ReadonlyMap<DeliveredLane, number>;
} {
  const bits = new Map(book.services.map(({ id }, i) => [id, 1 << i]));
  const asked: AskedLane[] = [];
  const placeOf = new Map<DeliveredLane, number>();
  const byLane = new Map<DeliveredLane['by'], number>();
  for (const lane of told) {
    const { kind, rate } = lane.by.price;
    // What goes by the place itself, not by its zone alone, is asked at each.
    const isZonal = (kind.summed(rate) ?? kind.breaks(rate)) !== null;
    const known = isZonal ? byLane.get(lane.by) : undefined;
    const { place: to } = parts[lane.part] as NamedPart;
    const at = { place: to, moment: book.at, carrier: null };
    const place = known ?? asked.push({ by: lane.by, bit: bits.get(lane.service) ?? 0, at }) - 1;
    byLane.set(lane.by, place);
    placeOf.set(lane, place);
  }
  return { asked, placeOf };
}

/** One unit of an item as it is sent alone. */
const aloneOf = (item: Listed): Shipment => ({
  from: item.origin,
  value: item.price,
  after: item.price,
  units: 1,
  mass: item.mass ?? Number.NaN,
  bought: item.mass ?? Number.NaN,
  long: item.sides ? Math.max(...item.sides) : Number.NaN,
  pieces: [{ item, units: 1 }],
});
