import { type ChannelId, type CompiledBook, orderPercents } from '../book/index.ts';
import { apartBy, type Listed, type Probe, type Rendition, type Rules, stated } from '../channels/index.ts';
import { type Decimal, gram, type Instant, type Mass, type Minor, minor } from '../exact/index.ts';
import { type Offer, sharedCode } from '../offers/index.ts';
import type { Place } from '../places/index.ts';
import { anybody, type Question } from '../quote/index.ts';
import { type Cell, cellsOf, endsOf } from './cells.ts';
import type { CarrierAt } from './channel.ts';
import type { ClassOfBasket, Corner } from './classes.ts';
import { crowdsOf, startsOf, valueCuts } from './cuts.ts';
import { realCorners } from './real-corners.ts';
import { type Region, regionsOf } from './regions.ts';

/** The corners of a check: counted beforehand, and made as they are asked for, as there may be millions. */
export interface Corners {
  readonly count: number;
  /** Those of each part of the map. */
  readonly parts: readonly CornersOfPart[];
}

/** The corners of one part of the map. */
export interface CornersOfPart {
  readonly count: number;
  /**
   * Runs of corners of one moment, none longer than `most`: now, then what is to come; within a moment baskets without
   * codes first.
   */
  batches(most: number): Iterable<Corner[]>;
}

/**
 * Every vertex of every cell that the book and some rules cut, within the stated bounds: on each side of every
 * threshold and break of either, in every part of the map, with no code, each and every two, now and on each side of
 * every start and end to come.
 */
export function cornersOf(
  book: CompiledBook,
  goods: readonly Listed[],
  sides: readonly Rules[],
  said: Rendition['said'],
  now: Instant,
  channel: ChannelId,
  carrierAt: CarrierAt,
): Corners {
  const seller = sellerOf(book, goods, sides, said, now, channel, carrierAt);
  const real = realCorners(book, goods, said, now, channel, carrierAt);
  const parts = regionsOf(book, sides).map((region) =>
    partOf([...real(region).map(alone), ...(seller ? plainCorners(seller, region) : [])]),
  );
  return { count: parts.reduce((sum, part) => sum + part.count, 0), parts };
}

/** Corners of one moment and one count of codes that are made when they are asked for. */
interface Run {
  readonly moment: Instant;
  readonly codes: number;
  readonly count: number;
  corners(): Iterable<Corner>;
}

const alone = (corner: Corner): Run => ({
  moment: corner.question.moment,
  codes: corner.question.codes.length,
  count: 1,
  corners: () => [corner],
});

function partOf(runs: readonly Run[]): CornersOfPart {
  const sorted = [...runs].sort((a, b) => a.moment - b.moment || a.codes - b.codes);
  return {
    count: runs.reduce((sum, run) => sum + run.count, 0),
    *batches(most) {
      let batch: Corner[] = [];
      for (const [i, run] of sorted.entries()) {
        for (const corner of run.corners()) {
          batch.push(corner);
          if (batch.length < most) continue;
          yield batch;
          batch = [];
        }
        if (batch.length > 0 && sorted[i + 1]?.moment !== run.moment) {
          yield batch;
          batch = [];
        }
      }
    },
  };
}

/** What is the same in every part of the map. */
interface Seller {
  readonly book: CompiledBook;
  readonly sides: readonly Rules[];
  readonly now: Instant;
  readonly shopper: Question['shopper'];
  readonly carrierAt: CarrierAt;
  /** The offers that the channel is told. */
  readonly told: readonly Offer[];
  /** Plain goods that stand for listings treated alike; the first of all, and the first whose mass is not known. */
  readonly stands: readonly Standing[];
  readonly anyListing: Listed;
  readonly unweighed: Listed | undefined;
  /** The choices of codes, by how many they are. */
  readonly codeSets: readonly (readonly (readonly string[])[])[];
  /** What percentages may come off the order together. */
  readonly percents: readonly (readonly Decimal[])[];
  /** Whether a percentage and a free delivery may stand in each other's way. */
  readonly rivals: boolean;
}

/** Null where the channel lists no plain goods. */
function sellerOf(
  book: CompiledBook,
  goods: readonly Listed[],
  sides: readonly Rules[],
  said: Rendition['said'],
  now: Instant,
  channel: ChannelId,
  carrierAt: CarrierAt,
): Seller | null {
  const plain = goods.filter((item) => apartBy(book, item) === null);
  const [anyListing] = plain;
  if (!anyListing) return null;
  const told = book.offers.filter(({ id }) => said.has(id));
  const sets = setsOf([...new Set(told.flatMap((offer) => sharedCode(offer) ?? []))], stated.codes);
  return {
    book,
    sides,
    now,
    shopper: { ...anybody, channel },
    carrierAt,
    told,
    stands: standingsOf(sides, new Map(plain.map((item) => [item.listing, item]))),
    anyListing,
    unweighed: plain.find((item) => item.mass === null),
    codeSets: Array.from({ length: stated.codes + 1 }, (_, size) => sets.filter((set) => set.length === size)),
    percents: setsOf(orderPercents(book), stated.codes).map((set) => set.map((one) => one.percent)),
    rivals: told.some((a) =>
      told.some(
        (b) =>
          a.level === 'order' &&
          b.level === 'delivery' &&
          (book.exclusions(a, b) !== 'none' || b.values.some(({ test }) => test === 'after')),
      ),
    ),
  };
}

/** The corners of plain goods in a part of the map: of each moment, set of codes, listing, cell and count of units. */
function plainCorners(seller: Seller, region: Region): Run[] {
  const { book, sides, shopper, codeSets } = seller;
  const edges = sides.map((side) => side.edgesAt(region.part.place));
  const eras = region.zone === null ? [] : [...(book.defaultTemplate.eras.get(region.zone)?.values() ?? [])];
  const lanes = eras.flatMap((all) => all.map((era) => era.lane));
  const offers = seller.told.filter((offer) => !offer.zones || (region.zone !== null && offer.zones.has(region.zone)));
  const asks = offers.flatMap((offer) => offer.values);
  const values = [...edges.flatMap((edge) => edge.values), ...valueCuts(lanes, asks, seller.percents, seller.rivals)];
  const masses = [
    ...edges.flatMap((edge) => edge.masses.map((mass) => mass + 1)),
    ...lanes.flatMap((lane) => startsOf(lane, 'mass')),
  ];
  const crowds = crowdsOf(
    lanes,
    edges.some((edge) => edge.perItem),
  );
  const stands = standsAt(seller, region.part.place, values, masses);
  const baskets = () => basketsOf(stands, seller.unweighed !== undefined, crowds);
  let count = 0;
  for (const _ of baskets()) count += 1;
  const moments = momentsOf(
    seller,
    offers,
    edges.flatMap((edge) => edge.moments),
  );
  const place = region.part.place;
  return moments.flatMap(({ at, edge }) =>
    codeSets.map((sets, size) => ({
      moment: at,
      codes: size,
      count: sets.length * count,
      *corners() {
        const carrier = seller.carrierAt(at);
        for (const codes of sets) {
          const klass: ClassOfBasket = edge ?? { is: 'zone', zone: region.zone, codes };
          for (const { lines, value, mass } of baskets())
            yield { class: klass, question: { lines, place, codes, moment: at, carrier, shopper }, value, mass };
        }
      },
    })),
  );
}

/** Now, and both sides of each moment to come at which something begins or ends, with what that is. */
function momentsOf(
  { book, now }: Seller,
  offers: readonly Offer[],
  turns: readonly Instant[],
): { at: Instant; edge: ClassOfBasket | null }[] {
  const own = new Map<Instant, ClassOfBasket>();
  for (const { id, from, until } of offers) {
    if (from !== null) own.set(from, { is: 'edge', offer: id, edge: 'start', at: from });
    if (until !== null) own.set(until, { is: 'edge', offer: id, edge: 'end', at: until });
  }
  const later = [...new Set([...own.keys(), ...book.turns, ...turns])].filter((at) => at > now);
  return [
    { at: now, edge: null },
    ...later.flatMap((at) => {
      const edge = own.get(at) ?? { is: 'moment', at };
      return [
        { at: at - 1000, edge },
        { at, edge },
      ];
    }),
  ];
}

/** One line at the vertices of each cell of value and mass, of each listing that stands for others. */
function* basketsOf(
  stands: readonly Stand[],
  unweighed: boolean,
  crowds: readonly number[],
): Generator<Pick<Corner, 'value' | 'mass'> & Pick<Question, 'lines'>> {
  for (const stand of stands) {
    const heavy = stand.masses.length > 0;
    const cells: (Cell | null)[] = heavy ? cellsOf(stand.masses, gram, stated.mass) : [{ from: gram, to: stated.mass }];
    if (unweighed) cells.push(null);
    for (const value of cellsOf(stand.values, 1, stated.value))
      for (const mass of cells)
        for (const units of crowds)
          for (const v of endsFrom(value, stand.leastValue))
            for (const m of massesFrom(mass, stand.leastMass, heavy)) {
              const item = stand.itemOf(m);
              if (item) yield { lines: linesOf(item, units, minor(v), m as Mass | null), value, mass };
            }
  }
}

/** A listing that stands for all that are treated alike, from a value and a mass on, and the edges of its charges. */
interface Stand {
  readonly leastValue: Minor;
  readonly leastMass: Mass | null;
  readonly values: readonly number[];
  readonly masses: readonly number[];
  /** The item that stands for a mass, or for one not known (null); null where none does. */
  itemOf(mass: number | null): Listed | null;
}

/** Where listings are told apart those that stand for others; else any. */
function standsAt(seller: Seller, place: Place, values: readonly number[], masses: readonly number[]): Stand[] {
  const distinct = (list: readonly number[]) => [...new Set(list)];
  const { stands, anyListing, unweighed } = seller;
  if (stands.length === 0)
    return [
      {
        leastValue: minor(1),
        leastMass: gram as Mass,
        values: distinct(values),
        masses: distinct(masses),
        itemOf: (mass) => (mass === null ? (unweighed ?? anyListing) : anyListing),
      },
    ];
  return stands.map(({ item, by, among }) => {
    const own = among.map((probe) => probe.edgesAt(place));
    return {
      leastValue: by.leastValue,
      leastMass: by.leastMass,
      values: distinct([...values, ...own.flatMap((edges) => edges.values)]),
      masses: distinct([...masses, ...own.flatMap((edges) => edges.masses.map((mass) => mass + 1))]),
      // Unweighed goods stand for themselves.
      itemOf: (mass) => ((mass === null) === (by.leastMass === null) ? item : null),
    };
  });
}

/** A plain item that stands for listings that one side treats alike, and how each side treats it. */
interface Standing {
  readonly item: Listed;
  readonly by: Probe;
  readonly among: readonly Probe[];
}

/** Of listings treated alike a plain one stands for all; those that stand apart have corners of their own. */
function standingsOf(sides: readonly Rules[], byListing: ReadonlyMap<string, Listed>): Standing[] {
  const probes = sides.flatMap((side) => side.probes());
  const found = new Map<string, Standing & { among: Probe[] }>();
  for (const by of probes) {
    const listing = by.listings.find((id) => byListing.has(id));
    if (listing !== undefined) found.set(listing, { item: byListing.get(listing) as Listed, by, among: [] });
  }
  for (const probe of probes) for (const id of probe.listings) found.get(id)?.among.push(probe);
  return [...found.values()];
}

/** The ends of what of a cell is reached from a least on: goods that a listing stands for cost and weigh so much. */
const endsFrom = ({ from, to }: Cell, least: number): number[] =>
  to < least ? [] : endsOf({ from: Math.max(from, least), to });

/** The masses to ask at in a cell, from a least on; with no edge in mass, one within stands for all. */
function massesFrom(cell: Cell | null, least: number | null, heavy: boolean): (number | null)[] {
  if (cell === null) return [null];
  if (heavy) return endsFrom(cell, least ?? 0);
  const some = Math.max(500 * gram, least ?? 0);
  return [Math.min(some, cell.to)];
}

/**
 * A basket of so many units with this total value and mass: all of it in the first unit, next to nothing in the others.
 */
function linesOf(item: Listed, units: number, value: Minor, mass: Mass | null): Question['lines'] {
  if (units === 1 || value < units) return [{ item: { ...item, price: value, mass, varies: null }, units: 1 }];
  return [
    {
      item: {
        ...item,
        price: minor(value - (units - 1)),
        mass: mass === null ? null : ((mass - (units - 1)) as Mass),
        varies: null,
      },
      units: 1,
    },
    { item: { ...item, price: minor(1), mass: mass === null ? null : (1 as Mass), varies: null }, units: units - 1 },
  ];
}

/** All choices of at most `most` things, none of them first. */
function setsOf<T>(all: readonly T[], most: number): T[][] {
  let sets: T[][] = [[]];
  for (const one of all) sets = [...sets, ...sets.filter((set) => set.length < most).map((set) => [...set, one])];
  return sets;
}
