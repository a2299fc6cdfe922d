import type { CompiledBook, Ready } from '../book/index.ts';
import { type Minor, memo, minor } from '../exact/index.ts';
import {
  type Breaks,
  breaksOf,
  type Lane,
  laneCharge,
  type Rate,
  reachOf as rateReach,
  type Shipment,
} from '../rates/index.ts';
import type { Threshold } from './bounds.ts';
import type { Note } from './dialect.ts';
import { type ApartBy, exact, type Fidelity, type Manner, unsayable, worstOf } from './fidelity.ts';

/** A rate as plain as the channels' formats of today: one amount, or amounts by steps of mass or list value. */
export type PlainRate =
  | { readonly is: 'flat'; readonly amount: Minor }
  | {
      readonly is: 'table';
      readonly over: 'mass' | 'value';
      /** The least that is offered, itself counting; 0 for no least. */
      readonly from: number;
      readonly edges: readonly number[];
      readonly amounts: readonly Minor[];
      readonly open: boolean;
    };

/** A lane as plain as channels can take it. */
export interface PlainLane {
  /** Null where no plain rate says it. */
  readonly rate: PlainRate | null;
  readonly freeFrom: Threshold | null;
  readonly lane: Lane;
  /** What of the rate, and of the threshold, is lost on the way. */
  readonly lost: Fidelity;
  readonly thresholdLost: Fidelity;
}

/** The default template's lanes made plain: lanes.get(zone)?.get(service). */
export const plainLanes = memo(
  (book: CompiledBook): ReadonlyMap<string, ReadonlyMap<string, PlainLane>> =>
    new Map(
      [...book.defaultTemplate.lanes].map(([zone, row]) => [
        zone,
        new Map([...row].map(([service, lane]) => [service, plainOf(lane)])),
      ]),
    ),
);

/** The largest and smallest amount a plain rate can charge; nothing for none. */
export function plainReach(rate: PlainRate | null): { least: Minor; most: Minor } {
  if (!rate) return { least: minor(0), most: minor(0) };
  return rate.is === 'flat'
    ? { least: rate.amount, most: rate.amount }
    : { least: minor(Math.min(...rate.amounts)), most: minor(Math.max(...rate.amounts)) };
}

function plainOf(lane: Lane): PlainLane {
  const asked = lane.price.rate;
  const lost: Fidelity[] = [];
  const rate = bounded(lane, plainRate(asked, lane), lost);
  if (!rate)
    lost.push(
      unsayable({ is: 'rate', manner: mannerOf(asked, lane.after) }, 'a flat rate or a table by mass', 'live with it'),
    );
  if (lane.kinds)
    lost.push(
      unsayable({ is: 'rates of kinds', kinds: [...lane.kinds.keys()] }, 'a template of their own', 'live with it'),
    );
  if (lane.fees.alone.item > 0)
    lost.push(unsayable({ is: 'fee of each item', each: lane.fees.alone.item }, 'a fee in the rate', 'live with it'));
  const free = lane.freeFrom;
  const sayable = free === null || (free.over === 'value' && free.of === 'basket');
  const thresholdLost = sayable
    ? exact
    : unsayable(
        { is: 'threshold', over: free.over === 'value' ? 'own group' : free.over },
        'free from the basket',
        'live with it',
      );
  return { rate, freeFrom: sayable ? free : null, lane, lost: worstOf(lost), thresholdLost };
}

/** By what a rate is charged that no plain rate says. */
function mannerOf(rate: Rate, after: boolean): Manner {
  const breaks = breaksOf(rate);
  if (!breaks) return { is: 'kind', kind: rate.is };
  if (breaks.over !== 'mass' && breaks.over !== 'value') return { is: 'measure', over: breaks.over };
  return { is: breaks.over === 'value' && after ? 'value after discounts' : 'steps within a break' };
}

function plainRate(rate: Rate, lane: Lane): PlainRate | null {
  const breaks = breaksOf(rate);
  if (!breaks) {
    const { least, most } = rateReach(rate);
    return least === most ? { is: 'flat', amount: settledBy(lane, rate, one) } : null;
  }
  if (
    (breaks.over !== 'mass' && breaks.over !== 'value') ||
    (breaks.over === 'value' && lane.after) ||
    breaks.breaks.some((each) => each.per !== 0)
  )
    return null;
  const amounts = breaks.breaks.map((_, i) => settledBy(lane, rate, shipmentAt(breaks, i)));
  return {
    is: 'table',
    over: breaks.over,
    from: breaks.from,
    edges: breaks.edges,
    amounts,
    open: breaks.breaks.length > breaks.edges.length,
  };
}

/** Bounds by mass are the ends of a table; others cannot be said. */
function bounded(lane: Lane, rate: PlainRate | null, lost: Fidelity[]): PlainRate | null {
  if (!rate || lane.bounds.length === 0) return rate;
  const [only, ...more] = lane.bounds;
  if (only?.over === 'mass' && more.length === 0 && rate.is === 'flat') {
    const to = only.to as number | null;
    return {
      is: 'table',
      over: 'mass',
      from: (only.from as number | null) ?? 0,
      edges: to === null ? [] : [to],
      amounts: [rate.amount],
      open: to === null,
    };
  }
  lost.push(
    unsayable(
      { is: 'bounds', over: lane.bounds.map((bound) => bound.over) },
      'a table that stops there',
      'live with it',
    ),
  );
  return rate;
}

const one: Shipment = { from: '', value: 0, after: 0, units: 1, mass: 1, bought: 1, long: 1, pieces: [] };

/** A shipment in the middle of a break. */
function shipmentAt(table: Exclude<Breaks, { over: 'volume' }>, at: number): Shipment {
  const measure = table.edges[at] ?? (table.edges[at - 1] ?? table.from) + 1;
  return { ...one, mass: measure, bought: measure, value: measure, after: measure };
}

/** Where nothing else is asked, a rate with the lane's fee of each order, converted. */
const settledBy = (lane: Lane, rate: Rate, shipment: Shipment): Minor => {
  const plain: Lane = {
    ...lane,
    bounds: [],
    after: false,
    fees: { ...lane.fees, item: minor(0), alone: { ...lane.fees.alone, item: minor(0) } },
  };
  return minor(
    laneCharge(plain, { ...lane.price, rate }, shipment, {
      place: { country: '', part: null, postcode: null },
      moment: 0,
      carrier: null,
    }),
  );
};

/** How an item is delivered otherwise than a plain item of the default template; null where it is not. */
export function apartBy(book: CompiledBook, item: Ready): ApartBy | null {
  // By id: a book read as of a moment has templates of its own, goods may be ready for the book it was read from.
  if (item.template.id !== book.defaultTemplate.id) return 'template';
  if (item.varies && item.varies.eras.length > 1) return 'dated';
  if (item.own) return 'own rate';
  if ((item.serves & ((1 << book.services.length) - 1)) !== (1 << book.services.length) - 1) return 'services';
  if (item.handling) return 'fee';
  if (item.template.ownKinds.has(item.kind)) return 'kind';
  return null;
}

/** What a channel that knows one template alone cannot say of goods and of baskets as a whole, clause by clause. */
export function apartNotes(book: CompiledBook, goods: readonly Ready[]): Note[] {
  const notes = (['template', 'dated', 'own rate', 'services', 'fee', 'kind'] as const).flatMap((by) =>
    notesApart(book, goods, by),
  );
  const origins = new Set(goods.map((item) => item.origin));
  if (origins.size > 1)
    notes.push({
      clause: { about: 'mixing' },
      reads: [],
      fidelity: unsayable({ is: 'stock places', origins: [...origins] }, 'live with it'),
    });
  return [...notes, ...shownNotes(book)];
}

/** What a channel that knows no dates says of goods with dated rows: what they are now. */
export const datedNotes = (book: CompiledBook, goods: readonly Ready[]): Note[] => notesApart(book, goods, 'dated');

function notesApart(book: CompiledBook, goods: readonly Ready[], by: ApartBy): Note[] {
  const items = goods.filter((item) => apartBy(book, item) === by).length;
  if (items === 0) return [];
  return [
    {
      clause: { about: 'apart', by, items },
      reads: [],
      fidelity: unsayable({ is: 'apart', by }, 'delivered like all others', 'live with it'),
    },
  ];
}

/** What a channel that shows every choice says of those that the market hides. */
export function shownNotes(book: CompiledBook): Note[] {
  const { hides, most } = book.market.body;
  if (hides === 'none' && most === null) return [];
  return [{ clause: { about: 'shown' }, reads: [], fidelity: unsayable({ is: 'shown' }, 'all shown', 'live with it') }];
}
