import { type ChannelId, type CompiledBook, orderPercents } from '../book/index.ts';
import {
  apartBy,
  isFor,
  isPlain,
  type Listed,
  leastBefore,
  leastTaking,
  plainOffer,
  type Rules,
  stated,
  type Threshold,
} from '../channels/index.ts';
import { type Decimal, gram, type Instant, type Mass, type Minor, minor, mondayOf } from '../exact/index.ts';
import type { Offer } from '../offers/index.ts';
import { type MapPart, partsOfMap } from '../places/index.ts';
import { anybody, type Line, meetingBaskets, type Question, type Spent } from '../quote/index.ts';
import { breaksOf, isPerItem, type Lane, type Rate, reachOf } from '../rates/index.ts';
import { type Cell, cellsOf, endsOf } from './cells.ts';

/** What the baskets of a class have in common: the row of the table they stand in. */
export type ClassOfBasket =
  | { readonly is: 'zone'; readonly zone: string | null; readonly codes: readonly string[] }
  | { readonly is: 'edge'; readonly offer: string; readonly edge: 'start' | 'end'; readonly at: Instant }
  | { readonly is: 'moment'; readonly at: Instant }
  /** Goods that are delivered otherwise than the plain ones of the default template. */
  | { readonly is: 'apart'; readonly by: NonNullable<ReturnType<typeof apartBy>> }
  /** An offer that no format says, in a few real baskets that meet it; or one with limits, used up. */
  | { readonly is: 'offer'; readonly offer: string; readonly state: 'fresh' | 'used up' };

export function classKey(one: ClassOfBasket): string {
  switch (one.is) {
    case 'apart':
      return `apart ${one.by}`;
    case 'zone':
      return `zone ${one.zone ?? ''} ${one.codes.join(' ')}`;
    case 'edge':
      return `edge ${one.offer} ${one.edge}`;
    case 'moment':
      return `moment ${one.at}`;
    case 'offer':
      return `offer ${one.offer} ${one.state}`;
  }
}

/**
 * What a corner of an offer's class would mean without that offer, or before it was used up; null for other classes.
 */
export function besideIt(book: CompiledBook, corner: Corner): { book: CompiledBook; question: Question } | null {
  const { class: klass, question } = corner;
  if (klass.is !== 'offer') return null;
  if (klass.state === 'used up')
    return { book, question: { ...question, shopper: { ...question.shopper, spent: new Map() } } };
  return { book: { ...book, offers: book.offers.filter((one) => one.id !== klass.offer) }, question };
}

/** Whether a class is of real baskets, made and not cut: they show a difference as they are. */
export const isReal = (one: ClassOfBasket): boolean => one.is === 'apart' || one.is === 'offer';

/** A basket at a vertex of a cell: one line with a price and a mass of its own. */
export interface Corner {
  readonly class: ClassOfBasket;
  readonly question: Question;
  readonly value: Cell;
  /** Null where the mass is not known. */
  readonly mass: Cell | null;
}

/** A part of the map on which both sides treat every place alike, and how many listed patterns fall in it. */
export interface Region {
  readonly zone: string | null;
  readonly part: MapPart;
  readonly patterns: number;
}

/**
 * The parts of the map that the book and some channels' rules together tell apart, those treated alike by all put
 * together.
 */
export function regionsOf(book: CompiledBook, sides: readonly Rules[]): Region[] {
  const own = book.templates.flatMap((template) => template.zones.flatMap((zone) => [...zone.takes, ...zone.leaves]));
  const parts = partsOfMap([...own, ...sides.flatMap((side) => side.patterns)]);
  const alike = new Map<string, { zone: string | null; part: MapPart; patterns: number }>();
  for (const part of parts) {
    const zone = book.defaultTemplate.zoneOf(part.place)?.zone.id ?? null;
    const falls = book.templates.map((template) => template.zoneOf(part.place)?.zone.id ?? null);
    const key = [...falls, ...sides.map((side) => side.placeKey(part.place))].join('\u0000');
    const known = alike.get(key);
    alike.set(key, known ? { ...known, patterns: known.patterns + 1 } : { zone, part, patterns: 1 });
  }
  return [...alike.values()];
}

/**
 * Every vertex of every cell that the book and some rules cut, within the stated bounds: on each side of every
 * threshold
 * and break of either, in every part of the map, with no code, each and every two, now and on each side of every start
 * and end to come.
 */
export function cornersOf(
  book: CompiledBook,
  goods: readonly Listed[],
  sides: readonly Rules[],
  now: Instant,
  channel: ChannelId,
): Corner[] {
  const shopper = { ...anybody, channel };
  const told = book.offers.flatMap((offer) => {
    const one = plainOffer(offer);
    return 'benefit' in one ? [one] : [];
  });
  const plain = goods.filter((item) => apartBy(book, item) === null);
  const [anyListing] = plain;
  const unweighed = plain.find((item) => item.mass === null);
  const bySku = new Map(plain.map((item) => [item.sku, item]));
  const percents = orderPercents(book);
  const codeSets = setsOf([...new Set(told.flatMap((offer) => offer.code ?? []))], stated.codes);
  const rivals = told.some((a) =>
    told.some(
      (b) =>
        a.level === 'order' &&
        b.level === 'delivery' &&
        (book.exclusions(a.offer, b.offer) !== 'none' || b.asks?.test === 'after'),
    ),
  );
  return regionsOf(book, sides).flatMap((region) => {
    const edges = sides.map((side) => side.edgesAt(region.part.place));
    const lanes =
      region.zone === null
        ? []
        : [...(book.defaultTemplate.eras.get(region.zone)?.values() ?? [])].flatMap((eras) =>
            eras.map((era) => era.lane),
          );
    const apart = [
      ...apartCorners(book, goods, region, now, channel),
      ...offerCorners(book, goods, region, now, channel),
    ];
    if (!anyListing) return apart;
    const offers = told.filter((offer) => !offer.zones || (region.zone !== null && offer.zones.has(region.zone)));
    const values = new Set<number>(edges.flatMap((edge) => edge.values));
    const masses = new Set<number>(edges.flatMap((edge) => edge.masses.map((mass) => mass + 1)));
    const taken = setsOf(percents, stated.codes).map((set) => set.map((one) => one.percent));
    const both = (value: Minor) => taken.map((set) => leastBefore(value, set));
    for (const lane of lanes) {
      if (lane.freeFrom?.over === 'value')
        for (const value of lane.freeFrom.test === 'after' ? both(lane.freeFrom.value) : [lane.freeFrom.value])
          values.add(value);
      for (const value of startsOf(lane, 'value'))
        for (const before of lane.after ? both(minor(value)) : [value]) values.add(before);
      for (const mass of startsOf(lane, 'mass')) masses.add(mass);
      const amounts = amountsOf(lane.price.rate);
      for (const set of taken.filter((one) => one.length > 0)) {
        for (const amount of amounts) {
          // Where percentages and a free delivery cannot both be had, the better one changes where they take as much as
          // the
          // rate, and again where they take more.
          for (const value of [leastTaking(amount, set), leastTaking(minor(amount + 1), set)])
            if (rivals || forfeits(lane.freeFrom?.over === 'value' ? lane.freeFrom : null, value, set))
              values.add(value);
        }
      }
    }
    for (const offer of offers)
      if (offer.asks)
        for (const value of offer.asks.test === 'after' ? both(offer.asks.value) : [offer.asks.value])
          values.add(value);

    const heavy = masses.size > 0;
    const valueCells = cellsOf([...values], 1, stated.value);
    const massCells: (Cell | null)[] = heavy
      ? cellsOf([...masses], gram, stated.mass)
      : [{ from: gram, to: stated.mass }];
    if (unweighed) massCells.push(null);
    const ownEdges = new Map(
      offers.flatMap((offer) =>
        (
          [
            [offer.from, 'start'],
            [offer.until, 'end'],
          ] as const
        ).flatMap(([at, edge]) =>
          at === null ? [] : [[at, { is: 'edge', offer: offer.id, edge, at } as const] as const],
        ),
      ),
    );
    const later = [...new Set([...ownEdges.keys(), ...book.turns, ...edges.flatMap((edge) => edge.moments)])].filter(
      (at) => at > now,
    );
    const moments = [
      { at: now, edge: null as Instant | null },
      ...later.flatMap((edge) => [
        { at: edge - 1000, edge },
        { at: edge, edge },
      ]),
    ];
    const probes = sides.flatMap((side) => side.probes);
    // Of listings treated alike a plain one stands for all; those that stand apart have corners of their own.
    const standing = probes.flatMap(({ listings, ...least }) => {
      const item = listings.map((sku) => bySku.get(sku)).find((one) => one !== undefined);
      return item ? [{ item, ...least }] : [];
    });
    const stands =
      probes.length > 0
        ? [...new Map(standing.map((one) => [one.item.sku, one])).values()]
        : [{ item: anyListing, leastValue: minor(1), leastMass: gram as Mass }];
    const crowds = crowdsOf(
      lanes,
      edges.some((edge) => edge.perItem),
    );

    return [
      ...apart,
      ...moments.flatMap(({ at, edge }) => {
        const whenClass: ClassOfBasket | null =
          edge === null ? null : (ownEdges.get(edge) ?? { is: 'moment', at: edge });
        return codeSets.flatMap((codes) => {
          const klass: ClassOfBasket = whenClass ?? { is: 'zone', zone: region.zone, codes };
          return stands.flatMap((probe) =>
            valueCells.flatMap((value) =>
              massCells.flatMap((mass) =>
                crowds.flatMap((units): Corner[] =>
                  endsFrom(value, probe.leastValue).flatMap((v) =>
                    massesFrom(mass, probe.leastMass, heavy).flatMap((m): Corner[] => {
                      // Unweighed goods stand for themselves.
                      if (m !== null && probe.leastMass === null && probes.length > 0) return [];
                      if (m === null && probes.length > 0 && probe.leastMass !== null) return [];
                      const item = m === null && probes.length === 0 ? (unweighed ?? probe.item) : probe.item;
                      const lines = linesOf(item, units, minor(v), m as Mass | null);
                      return [
                        {
                          class: klass,
                          question: { lines, place: region.part.place, codes, moment: at, carrier: null, shopper },
                          value,
                          mass,
                        },
                      ];
                    }),
                  ),
                ),
              ),
            ),
          );
        });
      }),
    ];
  });
}

/**
 * Real baskets of the goods that stand apart, one item for all that are treated alike: one, two and five units, now,
 * without codes.
 */
function apartCorners(
  book: CompiledBook,
  goods: readonly Listed[],
  region: Region,
  now: Instant,
  channel: ChannelId,
): Corner[] {
  const kinds = new Map<string, { item: Listed; by: NonNullable<ReturnType<typeof apartBy>> }>();
  for (const item of goods) {
    const by = apartBy(book, item);
    const key = [
      item.template.id,
      item.serves,
      item.own ? item.sku : '',
      item.handling?.each,
      item.handling?.waivable,
      item.origin,
      item.ownKind,
      by === 'dated' ? item.sku : '',
    ].join(' ');
    if (by && !kinds.has(key)) kinds.set(key, { item, by });
  }
  return [...kinds.values()].flatMap(({ item, by }) =>
    [1, 2, 5].flatMap((units): Corner[] => {
      const value = item.price * units;
      const mass = item.mass === null ? null : item.mass * units;
      if (value > stated.value || (mass ?? 0) > stated.mass) return [];
      const lines: Line[] = [{ item, units }];
      return [
        {
          class: { is: 'apart', by },
          question: {
            lines,
            place: region.part.place,
            codes: [],
            moment: now,
            carrier: null,
            shopper: { ...anybody, channel },
          },
          value: { from: value, to: value },
          mass: mass === null ? null : { from: mass, to: mass },
        },
      ];
    }),
  );
}

/** Real baskets that meet offers which no format says, and ones in which offers with limits are used up. */
function offerCorners(
  book: CompiledBook,
  goods: readonly Listed[],
  region: Region,
  now: Instant,
  channel: ChannelId,
): Corner[] {
  const standard = goods.filter((item) => apartBy(book, item) === null);
  return book.offers.flatMap((offer): Corner[] => {
    const plain = isPlain(offer);
    if (!isFor(book, offer, channel)) return [];
    if ((offer.zones && (region.zone === null || !offer.zones.has(region.zone))) || (plain && !isLimited(offer)))
      return [];
    const moment = Math.max(now, offer.from ?? now);
    if (offer.until !== null && moment >= offer.until) return [];
    // Of goods that stand apart only where no others meet it: they differ by themselves.
    const whole = meetingBaskets(offer, standard, region.part.place, moment);
    return (whole.length > 0 ? whole : meetingBaskets(offer, goods, region.part.place, moment)).flatMap(
      ({ shopper, ...question }): Corner[] => {
        const value = question.lines.reduce((sum, { item, units }) => sum + item.price * units, 0);
        const mass = question.lines.reduce<number | null>(
          (sum, { item, units }) => (sum === null || item.mass === null ? null : sum + item.mass * units),
          0,
        );
        if (value > stated.value || (mass ?? 0) > stated.mass) return [];
        const spent = plain ? new Map([[offer.id, usedUp(offer, channel, moment)]]) : shopper.spent;
        return [
          {
            class: { is: 'offer', offer: offer.id, state: plain ? 'used up' : 'fresh' },
            question: { ...question, shopper: { ...shopper, channel, spent } },
            value: { from: value, to: value },
            mass: mass === null ? null : { from: mass, to: mass },
          },
        ];
      },
    );
  });
}

/** An offer that has nothing left to give. */
function usedUp({ limits, zone }: Offer, channel: ChannelId, moment: Instant): Spent {
  const share = limits.budget?.split ? (limits.budget.split.get(channel) ?? minor(0)) : limits.budget?.amount;
  return {
    uses: limits.uses ?? 0,
    own: limits.each ?? 0,
    rows: share === undefined ? [] : [{ week: mondayOf(moment, zone), channel, amount: share }],
  };
}

const isLimited = ({ limits }: Offer): boolean =>
  limits.uses !== null || limits.each !== null || limits.budget !== null;

/** The first measures of the cells that a lane's table and bounds cut. */
function startsOf(lane: Lane, over: 'value' | 'mass' | 'units'): number[] {
  const { rate } = lane.price;
  const breaks = breaksOf(rate);
  const table = breaks?.over === over ? [breaks.from, ...breaks.edges.map((edge) => edge + 1)] : [];
  const bounds = lane.bounds
    .filter((bound) => bound.over === over)
    .flatMap(({ from, to }) => [Number(from ?? 0), to === null ? 0 : Number(to) + 1]);
  return [...table, ...bounds].filter((start) => start > 0);
}

/** Counts of units at which something changes: few and many, and both sides of every edge in units. */
function crowdsOf(lanes: readonly Lane[], perItem: boolean): number[] {
  const edges = lanes.flatMap((lane) => [
    ...startsOf(lane, 'units'),
    ...(lane.freeFrom?.over === 'units' ? [lane.freeFrom.value] : []),
  ]);
  const counted = perItem || lanes.some((lane) => lane.fees.alone.item > 0 || isPerItem(lane.price.rate));
  const crowds = [
    1,
    ...(counted || edges.length > 0 ? [stated.units] : []),
    ...edges.flatMap((edge) => [edge - 1, edge]),
  ];
  return [...new Set(crowds)].filter((units) => units >= 1 && units <= stated.units);
}

const amountsOf = (rate: Rate): Minor[] => {
  const breaks = breaksOf(rate);
  if (breaks) return breaks.breaks.map((one) => one.amount);
  const { most } = reachOf(rate);
  return Number.isFinite(most) && most > 0 ? [most] : [];
};

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

/** Whether percentages take a basket of this list value below a threshold that it reaches without them. */
const forfeits = (free: Threshold | null, value: Minor, percents: readonly Decimal[]): boolean =>
  free?.test === 'after' && value >= free.value && value < leastBefore(free.value, percents);

/** All choices of at most `most` things, none of them first. */
function setsOf<T>(all: readonly T[], most: number): T[][] {
  let sets: T[][] = [[]];
  for (const one of all) sets = [...sets, ...sets.filter((set) => set.length < most).map((set) => [...set, one])];
  return sets;
}
