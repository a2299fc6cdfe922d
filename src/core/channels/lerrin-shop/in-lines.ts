import { stated } from '../bounds.ts';
import { type Column, mostOf } from '../programme.ts';
import {
  type Free,
  isSomeForFewer,
  keyOf,
  type OnGoods,
  product,
  type Rivals,
  type SomeForFewer,
  trace,
  type Unit,
  unitsOf,
  type Way,
} from './units.ts';

/** The list values of baskets, in minor units: from one, that itself counting, up to another. */
export interface Values {
  readonly from: number;
  readonly to: number;
}

/**
 * The most that is lost, in minor units, where of two offers the one is used that takes more alone, beside others that
 * lower what they take: over all baskets of the stated bounds whose list value is between two.
 *
 * What offers take of a unit is straight between some prices, so that units of these stand for all; how many there are
 * of each is a linear programme, whose optimum is no less than what any whole numbers of units lose. Of some for the
 * price of fewer the cheapest are free: up to some price, from which on all others are; the prices that lose most are
 * looked at more and more closely. Infinite where there are too many goods or offers to look at.
 *
 * @param tagged every set of tags that goods carry
 * @param rounds how often it is looked more closely
 */
export function lostInLines(
  rivals: Rivals,
  values: Values,
  tagged: readonly ReadonlySet<string>[],
  rounds: number,
): number {
  const { chosen, better, beside } = rivals;
  if (isNeverLess(chosen, better)) return 0;
  const offers = [...[chosen, better].flatMap((way) => (way.is === 'goods' ? way.on : [])), ...beside.goods];
  const tags = [...new Set(offers.flatMap(({ tag }) => tag ?? []))];
  const cells = [...new Set(tagged.map((all) => tags.filter((tag) => all.has(tag)).join(' ')))];
  const key = JSON.stringify([rivals, values, cells, rounds]);
  const before = known.get(key);
  if (before !== undefined) return before;
  if (known.size >= mostKnown) known.clear();
  const lost = mostLostInLines(
    rivals,
    offers,
    cells.map((cell) => new Set(cell.split(' '))),
    values,
    rounds,
  );
  known.set(key, lost);
  return lost;
}

/** What was found before: most edits of a book change no offer. */
const known = new Map<string, number>();
const mostKnown = 2000;

function mostLostInLines(
  rivals: Rivals,
  offers: readonly OnGoods[],
  cells: readonly ReadonlySet<string>[],
  values: Values,
  rounds: number,
): number {
  const fewer = [
    ...new Map(offers.flatMap((one) => (isSomeForFewer(one) ? [[keyOf(one), one] as const] : []))).values(),
  ];
  if (cells.length > mostCells || fewer.length > mostSorts || isTooMuch(rivals)) return Number.POSITIVE_INFINITY;
  const lostUpTo = (free: readonly Free[]): Looked => {
    const units = cells.flatMap((cell) => unitsOf(rivals, cell, fewer, free));
    // What no line is too little for is taken beside others as it is alone.
    if (isAsAlone(rivals) && units.every(({ cut }) => cut < trace)) return { free, lost: 0 };
    return { free, lost: mostLost({ rivals, units, sorts: sorts(fewer, free), values }) };
  };
  const looked = product(fewer.map(() => [null, { from: 1, to: stated.value }])).map(lostUpTo);
  for (let round = 0; round < rounds; round += 1) {
    looked.sort((a, b) => b.lost - a.lost);
    const [worst] = looked;
    const halves = worst && worst.lost >= 0.5 ? halved(worst.free) : null;
    if (halves === null) break;
    looked.splice(0, 1, ...halves.map(lostUpTo));
  }
  const lost = Math.max(...looked.map((one) => one.lost));
  return lost < 0.5 ? 0 : lost;
}

const [mostCells, mostSorts, mostEach] = [24, 3, 4];

/** Whether shares of the order come to more than all of it. */
const isTooMuch = ({ chosen, better, beside: { shares } }: Rivals): boolean =>
  [chosen, better].some((way) => shares + (way.is === 'share' ? way.share : 0) > 1);

/** Whether an offer takes beside others what it takes alone. */
const isAlike = (way: Way): boolean => way.is !== 'delivery' || way.beside === 'the same';

/** Whether what takes more alone takes more beside any others: what it takes is not lowered, or in the same way. */
const isNeverLess = (chosen: Way, better: Way): boolean =>
  (chosen.is === 'share' && better.is === 'share') ||
  (((chosen.is === 'amount' && better.is !== 'delivery') || chosen.is === 'delivery') &&
    isAlike(chosen) &&
    isAlike(better));

/** Whether an offer on goods takes beside others what it takes alone, and so does what it is held against. */
const isAsAlone = ({ chosen, better, beside }: Rivals): boolean =>
  chosen.is === 'goods' &&
  (better.is === 'goods' || (better.is !== 'share' && isAlike(better) && beside.shares === 0 && beside.amounts === 0));

/** What is lost at the most where so much is free of each sort. */
interface Looked {
  readonly free: readonly Free[];
  readonly lost: number;
}

/** Ranges with the widest of them halved, by how often one price goes into the other; null where all are narrow. */
function halved(ranges: readonly Free[]): (readonly Free[])[] | null {
  const widths = ranges.map((range) => (range ? range.to / range.from : 0));
  const at = widths.indexOf(Math.max(...widths));
  const range = ranges[at];
  if (!range || range.to / range.from < narrow) return null;
  const middle = Math.sqrt(range.from * range.to);
  return [
    { from: range.from, to: middle },
    { from: middle, to: range.to },
  ].map((half) => ranges.map((one, i) => (i === at ? half : one)));
}
const narrow = 1.03;

/** A sort of them: of so many units so many are free; and whether there are so many. */
interface Sort {
  readonly of: number;
  readonly free: number;
  readonly isThere: boolean;
}
const sorts = (fewer: readonly SomeForFewer[], free: readonly Free[]): Sort[] =>
  fewer.map(({ off: { buy, get } }, i) => ({ of: buy + get, free: get, isThere: free[i] !== null }));

/** What an offer takes of no unit: alone, at the least and at the most, and beside others; where these differ. */
interface Fixed {
  readonly from: number;
  readonly to: number;
  /** Beside others: the same, or an amount. */
  readonly beside: number | null;
}

function fixedOf(way: Way): Fixed[] {
  switch (way.is) {
    case 'goods':
    case 'share':
      return [{ from: 0, to: 0, beside: 0 }];
    case 'amount':
      return [{ from: way.amount, to: way.amount, beside: null }];
    case 'delivery': {
      // Of more amounts any between them may be; beyond all that goods cost there is nothing to be held against.
      const beside = way.beside === 'the same' ? null : way.beside === 'nothing' ? 0 : way.most;
      const pays = way.pays ?? [0, Math.min(way.most, stated.value)];
      return way.pays && pays.length <= mostEach
        ? pays.map((one) => ({ from: one, to: one, beside }))
        : [{ from: Math.min(...pays), to: Math.max(...pays), beside }];
    }
  }
}

/** Of what it is asked what is lost at the most. */
interface Asked {
  readonly rivals: Rivals;
  readonly units: readonly Unit[];
  readonly sorts: readonly Sort[];
  readonly values: Values;
}

/**
 * What units lose in all at the most: no more of them than are compared, of a value between two, of which what is used
 * takes no less than the other as both are rounded, and some for the price of fewer no more units, and no more of the
 * value, than its share.
 */
function mostLost(asked: Asked): number {
  const { chosen, better } = asked.rivals;
  // Where goods and order offers take all there is, what is paid of delivery is still lost.
  const isOnTop = better.is === 'delivery' && chosen.is !== 'delivery';
  const sides = fixedOf(chosen).flatMap((own) => fixedOf(better).map((rival) => [own, rival] as const));
  return Math.max(
    ...sides.flatMap(([own, rival]) => [
      solved(asked, own, rival, 'lost'),
      ...(isOnTop ? [Math.min(better.most, solved(asked, own, rival, 'lostOfAll'))] : []),
    ]),
  );
}

function solved(
  { rivals: { chosen, better, beside }, units, sorts, values: { from, to } }: Asked,
  own: Fixed,
  rival: Fixed,
  objective: 'lost' | 'lostOfAll',
): number {
  const isOfAll = objective === 'lostOfAll';
  const shares = [chosen, better].filter(({ is }) => is === 'share').length;
  const fixed = (own.beside ?? 0) * (isOfAll ? 0 : -1) + (rival.beside ?? 0) + (isOfAll ? beside.amounts : 0);
  const [isTaken, isRivals] = [own.beside === null && !isOfAll, rival.beside === null];
  // Of each row what units, what rounding puts ahead or behind, and what either takes of no one unit, is to it.
  const rows: Row[] = [
    { most: stated.units, unit: () => 1 },
    { most: to, unit: ({ price }) => price },
    { most: -from, unit: ({ price }) => -price },
    { most: 0, unit: ({ ahead }) => -ahead, up: -1, down: 1, own: -1, rival: 1 },
    { most: shares / 2, unit: ({ rounded }) => -rounded, up: 1, down: 1 },
    { most: own.to, unit: nought, own: 1 },
    { most: -own.from, unit: nought, own: -1 },
    { most: rival.to, unit: nought, rival: 1 },
    { most: -rival.from, unit: nought, rival: -1 },
    // What is off goods of lines of which some units are free.
    { most: 0, unit: ({ mixed, price }) => (mixed === null ? 0 : -price), mixed: 1 },
    { most: 0, unit: ({ mixed }) => -(mixed ?? 0), mixed: 1 },
    // An amount off the order takes no more than that.
    ...(chosen.is === 'amount' ? [{ most: 0, unit: (one: Unit) => one.rival - one.price, rival: 1 }] : []),
    ...sorts.flatMap(({ of, free, isThere }, i): Row[] => {
      const isOn = ({ parts }: Unit) => (parts[i]?.isOn ? 1 : 0);
      const isFree = ({ parts }: Unit) => (parts[i]?.isFree ? 1 : 0);
      if (!isThere) return [{ most: of - 1, unit: isOn }];
      const beyond = (one: Unit) => isFree(one) - (isOn(one) * free) / of;
      return [
        { most: -of, unit: (one) => -isOn(one) },
        { most: -free, unit: (one) => -isFree(one) },
        { most: Math.floor(stated.units / of) * free, unit: isFree },
        { most: 0, unit: beyond },
        { most: 0, unit: (one) => beyond(one) * one.price },
      ];
    }),
  ];
  const columns: Column[] = [
    // What rounding puts ahead is not lost, and the other way round.
    { most: stated.units, gives: -1, rows: rows.map(({ up = 0 }) => up) },
    { most: stated.units, gives: 1, rows: rows.map(({ down = 0 }) => down) },
    { most: own.to, gives: isTaken ? -1 : 0, rows: rows.map((row) => row.own ?? 0) },
    { most: rival.to, gives: isRivals ? 1 : 0, rows: rows.map((row) => row.rival ?? 0) },
    {
      most: to,
      gives: 1 - beside.shares - (better.is === 'share' ? better.share : 0),
      rows: rows.map(({ mixed = 0 }) => mixed),
    },
    ...units.map((one) => ({
      most: stated.units,
      gives: one[objective] + one.cutRounded,
      rows: rows.map(({ unit }) => unit(one)),
    })),
  ];
  return Math.max(
    0,
    fixed +
      mostOf(
        rows.map(({ most }) => most),
        columns,
        beforeUnits,
      ),
  );
}

/** What a linear programme allows of something at the most, and how much of it each thing is. */
interface Row {
  readonly most: number;
  unit(one: Unit): number;
  readonly up?: number;
  readonly down?: number;
  readonly own?: number;
  readonly rival?: number;
  readonly mixed?: number;
}
const nought = () => 0;
const beforeUnits = 5;
