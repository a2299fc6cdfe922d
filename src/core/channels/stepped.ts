import { gram, type Minor, memo, minor, nothing } from '../exact/index.ts';
import {
  type Breaks,
  breaksOf,
  type Lane,
  laneCharge,
  noFees,
  type Priced,
  pricedBy,
  type Shipment,
  summedOf,
} from '../rates/index.ts';
import { stated } from './bounds.ts';
import type { Listed } from './dialect.ts';
import { addedUp, bounded, exact, type Fidelity, type Manner, unsayable, worstOf } from './fidelity.ts';
import type { GroupLane } from './goods-groups.ts';
import { type Piece, pieces, piecesOf, thinned } from './pieces.ts';

/** A row of steps: from a value in minor units, or from whole grams; null: not offered from there. */
export interface Row {
  readonly from: number;
  readonly charge: Minor | null;
}

/** A lane's rate as steps by value or whole grams, and an amount for each unit. */
export interface Stepped {
  readonly by: 'value' | 'grams';
  readonly rows: readonly Row[];
  readonly each: Minor;
  readonly fidelity: Fidelity;
}

/** The least and the most that is charged within the stated bounds. */
export const reachOf = ({ rows, each }: Pick<Stepped, 'rows' | 'each'>): { least: Minor; most: Minor } => {
  const charges = rows.flatMap(({ charge }) => charge ?? []);
  return charges.length === 0
    ? { least: minor(0), most: minor(0) }
    : { least: minor(Math.min(...charges) + each), most: minor(Math.max(...charges) + each * stated.units) };
};

/** A lane as its steps charge. */
export function bySteps(by: GroupLane, { by: over, rows, each }: Stepped): GroupLane {
  const unit = over === 'grams' ? gram : 1;
  const breaks = rows.map(({ charge }) => ({ amount: charge ?? nothing, step: nothing, per: 0 }));
  const edges = rows.slice(1).map(({ from }) => (from - 1) * unit);
  const fees = { ...noFees, item: each, alone: { order: nothing, item: each } };
  return {
    ...by,
    lane: { ...by.lane, after: false, kinds: null, bounds: [], fees, conversion: null },
    price: pricedBy({ is: 'table', over: over === 'grams' ? 'mass' : 'value', from: 0, edges, breaks }, false),
  };
}

/** What each unit is off, and values after discounts, come to what a row is off; rows are off by one thing each. */
const besideRows = ['each alone', 'steps before discounts'] as const;
function inAll(lost: readonly Fidelity[]): Fidelity {
  const of = (fidelity: Fidelity) => (fidelity.is === 'exact' ? null : (fidelity.losses[0]?.is ?? null));
  const rows = lost.filter((one) => !besideRows.some((beside) => beside === of(one)));
  return addedUp([worstOf(rows), ...besideRows.map((beside) => worstOf(lost.filter((one) => of(one) === beside)))]);
}

/** Whether it is not offered somewhere within the stated bounds. */
export const endsWithin = ({ by, rows }: Pick<Stepped, 'by' | 'rows'>): boolean =>
  rows.some(({ from, charge }) => charge === null && from <= (by === 'value' ? stated.value : stated.mass / gram));

/** The most pieces of a rate: with those not offered below and above there are at most 200 rows. */
const mostPieces = 190;

const small: Shipment = { from: '', value: 1, after: 1, units: 1, mass: 1, bought: 1, long: 1, pieces: [] };
const nobody = { place: { country: '', part: null, postcode: null }, moment: 0, carrier: null };

/**
 * A lane's rate for some goods as the shop can be told it, or what keeps it from being told. Rates and fees are asked
 * of the lane itself, piece by piece: where a piece has one charge it is met exactly, else in its middle.
 */
export function steppedOf(lane: Lane, price: Priced, goods: readonly Listed[]): Stepped | Fidelity {
  const free: Lane = { ...lane, bounds: [] };
  const ask = (shipment: Partial<Shipment>) => laneCharge(free, price, { ...small, ...shipment }, nobody);
  const { rate } = price;
  const breaks = breaksOf(rate);
  const summed = summedOf(rate);
  if (!breaks && !summed) return cannot({ is: 'kind', kind: rate.is });
  const all = breaks ? runsOf(breaks) : runsByWeight(summed);
  const adds = (summed?.further ?? 0) > 0 || lane.fees.alone.item > 0;
  const per = adds ? eachOf(asksIn(all, ask)) : { each: minor(0), fidelity: exact };
  const lost: Fidelity[] = [per.fidelity];
  const ofGrams: Fidelity[] = [];
  const told = (by: Stepped['by'], rows: readonly Row[]): Stepped =>
    boundedBy({ by, rows, each: per.each, fidelity: inAll([...lost, ...ifParted(ofGrams, goods)]) }, lane, goods);
  const less = (charge: number): Minor => minor(Math.max(0, charge - per.each));

  if (!breaks) {
    if (all.length === 0) return told('value', [{ from: 0, charge: less(ask({})) }]);
    return told(
      'grams',
      gramRows(all, true, (mass) => less(ask({ mass })), lost, ofGrams),
    );
  }
  switch (breaks.over) {
    case 'mass': {
      const isOpen = breaks.breaks.length > breaks.edges.length;
      const rows = gramRows(all, isOpen, (mass) => less(ask({ mass })), lost, ofGrams);
      return told('grams', breaks.from > 0 ? startingAt(rows, breaks.from, ofGrams) : rows);
    }
    case 'value': {
      const isOpen = breaks.breaks.length > breaks.edges.length;
      const asked = all.map(({ to }) => ask({ value: to, after: to }));
      if (lane.after) lost.push(afterDiscounts(asked, isOpen && breaks.from === 0));
      const fitting = thinned([...beginningOf(breaks), ...all], mostPieces);
      const rows: Row[] = fitting.map(({ after, inner }, i) => ({
        from: i === 0 ? breaks.from : after + 1,
        charge: middle(
          inner.map((one) => less(ask({ value: one.to, after: one.to }))),
          lost,
        ),
      }));
      if (breaks.from > 0) rows.unshift({ from: 0, charge: null });
      if (!isOpen) rows.push({ from: (breaks.edges.at(-1) ?? 0) + 1, charge: null });
      return told('value', rows);
    }
    case 'long side': {
      const reached = [...new Set(goods.map(({ sides }) => (sides ? ask({ long: Math.max(...sides) }) : -1)))];
      if (reached.some((charge) => charge < 0)) return cannot({ is: 'measure', over: breaks.over });
      const off = minor(Math.max(...reached) - Math.min(...reached));
      if (off > 0) lost.push(bounded(off, { is: 'dearest size', off }, 'a template of their own', 'live with it'));
      return told('value', [{ from: 0, charge: less(Math.max(...reached)) }]);
    }
    default:
      return cannot({ is: 'measure', over: breaks.over });
  }
}

/**
 * The value at which a table begins: it belongs to the first break, of which nothing is started there. Without steps it
 * is one with what follows.
 */
const beginningOf = ({ from, breaks }: { from: number; breaks: readonly { per: number | bigint }[] }): Piece[] =>
  Number(breaks[0]?.per ?? 0) > 0 ? [{ after: from - 1, to: from }] : [];

const cannot = (manner: Manner): Fidelity =>
  unsayable({ is: 'rate', manner }, 'a flat rate or a table by mass', 'live with it');

/** Of what discounts leave; a table that begins or ends may take what it should not, or not what it should. */
function afterDiscounts(charges: readonly number[], isOpen: boolean): Fidelity {
  const off = minor(Math.max(...charges) - Math.min(...charges));
  const loss = { is: 'steps before discounts', off } as const;
  const remedies = ['steps before discounts', 'live with it'] as const;
  return isOpen ? bounded(off, loss, ...remedies) : unsayable(loss, ...remedies);
}

/** The runs of a table of which each has its charge, within what is compared; none by volume. */
function runsOf(breaks: Breaks): Piece[] {
  if (breaks.over === 'volume') return [];
  const end = { mass: stated.mass, value: stated.value, 'long side': 0, units: 0 }[breaks.over];
  return piecesOf(breaks, breaks.from, end);
}

/** The same of what is added up by weight: lots, or as many runs as are told where it is in proportion. */
function runsByWeight(summed: ReturnType<typeof summedOf>): Piece[] {
  const weight = summed?.weight ?? null;
  if (weight === null) return [];
  const lot = weight.started ? weight.per : Math.ceil(stated.mass / mostPieces / gram) * gram;
  return pieces(0, lot, stated.mass);
}

/** What is asked for some units in each of some runs; where there is none, at all. */
function asksIn(all: readonly Piece[], ask: (shipment: Partial<Shipment>) => number): ((units: number) => number)[] {
  const shipments = thinned(all, mostPieces).map(({ to }) => ({
    mass: to,
    bought: to,
    value: to,
    after: to,
    long: to,
  }));
  return (shipments.length > 0 ? shipments : [{}]).map((one) => (units) => ask({ ...one, units }));
}

/** What each further unit adds, and how truly that alone says it, of whatever a lane asks for some. */
function eachOf(asks: readonly ((units: number) => number)[]): { each: Minor; fidelity: Fidelity } {
  const [ask = () => 0] = asks;
  const one = ask(1);
  // Converted together and rounded once, many units may come to a little more or less than each alone: of many the
  // share of one is truest. A first unit that costs less than a further one cannot be told.
  const each = minor(Math.max(0, Math.round((ask(stated.units) - one) / (stated.units - 1))));
  const drifts = asks.flatMap((of) => {
    const first = of(1);
    return many.map((units) => Math.abs(of(units) - (first + each * (units - 1))));
  });
  const off = minor(Math.max(...drifts) + Math.max(0, each - one));
  return off === 0
    ? { each, fidelity: exact }
    : { each, fidelity: bounded(off, { is: 'each alone', off }, 'a flat rate', 'live with it') };
}
const many = Array.from({ length: stated.units }, (_, i) => i + 1);

/** One charge for several: the middle between the least and the most, and what that is off. */
function middle(charges: readonly Minor[], lost: Fidelity[]): Minor {
  const [least, most] = [Math.min(...charges), Math.max(...charges)];
  const charge = minor(Math.floor((least + most) / 2));
  if (most > least) {
    const off = minor(most - charge);
    lost.push(bounded(off, { is: 'nearest step', off }, 'fewer steps', 'live with it'));
  }
  return charge;
}

/** What is lost within a gram: nothing, where all goods weigh whole ones. */
const ifParted = (lost: readonly Fidelity[], goods: readonly Listed[]): readonly Fidelity[] =>
  areWhole(goods) ? [] : lost;
const areWhole = memo((goods: readonly Listed[]) => goods.every(({ mass }) => mass === null || mass % gram === 0));

/**
 * Upper edges of masses as lower edges in whole grams, for a channel that rounds masses up; what is lost within a gram
 * by itself.
 */
function gramRows(
  all: readonly Piece[],
  open: boolean,
  charge: (mass: number) => Minor,
  lost: Fidelity[],
  ofGrams: Fidelity[],
): Row[] {
  const few = thinned(all, mostPieces);
  const rows: Row[] = few.map(({ after, inner }, i) => ({
    from: i === 0 ? 0 : Math.floor(after / gram) + 1,
    // Within a piece a charge in proportion rises: its ends tell all.
    charge: middle(
      inner.flatMap((one) => [charge(one.after + 1), charge(one.to)]),
      lost,
    ),
  }));
  const last = all.at(-1)?.to ?? 0;
  few.forEach(({ after }, i) => {
    const [before, here] = [rows[i - 1]?.charge, rows[i]?.charge];
    if (after % gram === 0 || before == null || here == null || before === here) return;
    const off = minor(Math.abs(here - before));
    ofGrams.push(bounded(off, { is: 'whole grams', off }, 'breaks on whole grams', 'live with it'));
  });
  if (!open) {
    rows.push({ from: Math.floor(last / gram) + 1, charge: null });
    if (last % gram !== 0)
      ofGrams.push(unsayable({ is: 'ends within a gram' }, 'a last edge on whole grams', 'live with it'));
  }
  // Grams that two edges share fold into the later step.
  return rows.filter((row, i) => rows[i + 1]?.from !== row.from);
}

/** The same, but not offered below a mass. */
function startingAt(rows: readonly Row[], least: number, ofGrams: Fidelity[]): Row[] {
  const from = Math.ceil(least / gram);
  ofGrams.push(beginning);
  const rest = rows.filter((row, i) => row.from >= from || (rows[i + 1]?.from ?? Number.POSITIVE_INFINITY) > from);
  return [{ from: 0, charge: null }, ...rest.map((row) => ({ ...row, from: Math.max(from, row.from) }))];
}
const beginning = unsayable({ is: 'begins within a gram' }, 'live with it');

/** Bounds by mass, or by value, are the ends of steps by the same; others cannot be said. */
function boundedBy(stepped: Stepped, lane: Lane, goods: readonly Listed[]): Stepped {
  let { by, rows } = stepped;
  const lost: Fidelity[] = [stepped.fidelity];
  const ofGrams: Fidelity[] = [];
  for (const { over, from, to } of lane.bounds) {
    const onlyOne = rows.length === 1;
    if (over === 'mass' && (by === 'grams' || onlyOne)) by = 'grams';
    else if (over === 'value' && by === 'value' && !lane.after) by = 'value';
    else {
      lost.push(unsayable({ is: 'bounds', over: [over] }, 'a table that stops there', 'live with it'));
      continue;
    }
    if (from !== null && from > 0)
      rows = over === 'mass' ? startingAt(rows, Number(from), ofGrams) : fromValue(rows, Number(from));
    if (to === null) continue;
    const end = over === 'mass' ? Math.floor(Number(to) / gram) + 1 : Number(to) + 1;
    if (over === 'mass' && Number(to) % gram !== 0)
      ofGrams.push(unsayable({ is: 'ends within a gram' }, 'a last edge on whole grams', 'live with it'));
    rows = [...rows.filter((row) => row.from < end), { from: end, charge: null }];
  }
  // Where it is not offered two rows say no more than one.
  const told = rows.filter(({ charge }, i) => charge !== null || i === 0 || rows[i - 1]?.charge !== null);
  return { ...stepped, by, rows: told, fidelity: worstOf([...lost, ...ifParted(ofGrams, goods)]) };
}

const fromValue = (rows: readonly Row[], from: number): Row[] => [
  { from: 0, charge: null },
  ...rows
    .filter((row, i) => row.from >= from || (rows[i + 1]?.from ?? Number.POSITIVE_INFINITY) > from)
    .map((row) => ({ ...row, from: Math.max(from, row.from) })),
];

/** Free from a mass or a value of the group itself: steps that charge nothing from there; null where steps cannot. */
export function freedBySteps(
  stepped: Stepped,
  over: 'value' | 'mass',
  from: number,
  goods: readonly Listed[],
): Stepped | null {
  const flat = stepped.rows.length === 1;
  const by = over === 'value' ? 'value' : 'grams';
  if (stepped.each > 0 || !(stepped.by === by || flat)) return null;
  const edge = over === 'mass' ? Math.ceil(from / gram) : from;
  const off = reachOf(stepped).most;
  const lost = over === 'mass' && from % gram !== 0 ? [bounded(off, { is: 'whole grams', off }, 'live with it')] : [];
  const kept = stepped.rows.filter((row) => row.from < edge);
  // Where it is not offered it is not free either.
  const later = stepped.rows.filter((row) => row.from >= edge);
  const at = stepped.rows.findLast((row) => row.from <= edge);
  const first =
    at && at.charge !== null ? [{ from: edge, charge: minor(0) }] : at ? [{ from: edge, charge: null }] : [];
  const rest = later
    .filter((row) => row.from > edge)
    .map((row): Row => (row.charge === null ? row : { ...row, charge: minor(0) }));
  const rows = [...kept, ...first, ...rest].filter((row, i, all) => i === 0 || all[i - 1]?.charge !== row.charge);
  return { ...stepped, by, rows, fidelity: worstOf([stepped.fidelity, ...ifParted(lost, goods)]) };
}
