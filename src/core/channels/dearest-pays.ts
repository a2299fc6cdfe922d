import type { CompiledBook } from '../book/index.ts';
import { type Minor, minor } from '../exact/index.ts';
import type { Mixing } from '../rates/index.ts';
import { stated } from './bounds.ts';
import type { Listed } from './dialect.ts';
import { addedUp, bounded, exact, type Fidelity, unsayable } from './fidelity.ts';
import type { GoodsGroup, GroupLane } from './goods-groups.ts';
import { levelsOf } from './of-goods.ts';
import { type MixedGroup, widestMix } from './widest-mix.ts';

/** What a group of goods pays by itself in a lane of it that a channel is told. */
export interface PayingLane {
  /** The channel's name of the zone. */
  readonly zone: string;
  readonly service: string;
  /** Whether it is a rate of the group's alone; else goods of the template's other kinds share it. */
  readonly alone: boolean;
  /** What it charges at the least, its own threshold minded, and at the most. */
  readonly least: number;
  readonly most: number;
  /** How the book charges it, and the goods that it charges as one. */
  readonly by: GroupLane;
  readonly whole: readonly Listed[];
  /** Whether it is one amount whatever the basket, and whether it ends somewhere. */
  readonly isFlat: boolean;
  readonly ends: boolean;
}
export interface PayingGroup {
  readonly group: GoodsGroup;
  readonly lanes: readonly PayingLane[];
}

/** A group in a lane: what it charges at the least and the most, and the kinds of its goods. */
interface Charging extends MixedGroup {
  readonly own: boolean;
  /** Different goods, each of which is a line of a basket. */
  readonly goods: number;
  readonly least: number;
  readonly most: number;
}

/**
 * How far “the dearest pays” follows the book where goods of several groups meet in a basket: by each way of mixing
 * that may come to be used, in every zone and for every service.
 */
export function dearestPays(book: CompiledBook, groups: readonly PayingGroup[]): Fidelity {
  let [mixed, added] = [0, 0];
  for (const { service, lanes } of chargingTogether(groups)) {
    const plain = lanes.filter((one) => !one.own);
    mixed = Math.max(mixed, widestMix(book, service, plain, { all: (charges) => Math.max(...charges), off: offBy }));
    added = Math.max(added, addedBy(lanes));
  }
  return addedUp([
    mixed === 0
      ? exact
      : bounded(mixed, { is: 'dearest group only', off: minor(mixed) }, 'the dearest group pays', 'live with it'),
    added === 0
      ? exact
      : bounded(added, { is: 'own rates not added', off: minor(added) }, 'a template of their own', 'live with it'),
  ]);
}

/**
 * Where groups are the same in all lanes there: goods of kinds with rates of their own in some lane are groups of their
 * own in those too where the book charges them by one rate together.
 */
export function partedByKind(groups: readonly PayingGroup[]): Fidelity {
  const together = new Map<string, { kinds: string[]; lanes: PayingLane[] }>();
  for (const { group, lanes } of groups) {
    for (const lane of lanes) {
      if (lane.alone) continue;
      const key = [group.template.id, group.origin, lane.zone, lane.service].join('\u0000');
      const row = together.get(key) ?? { kinds: [], lanes: [] };
      together.set(key, row);
      row.kinds.push(group.kind ?? '');
      row.lanes.push(lane);
    }
  }
  const parted = [...together.values()].filter(({ lanes }) => lanes.length > 1 && !areOneAmount(lanes));
  if (parted.length === 0) return exact;
  const kinds = [...new Set(parted.flatMap((one) => one.kinds.filter((kind) => kind !== '')))];
  const off = minor(
    Math.max(
      ...parted.map(
        ({ lanes }) => Math.max(...lanes.map(({ most }) => most)) - Math.min(...lanes.map(({ least }) => least)),
      ),
    ),
  );
  const loss = { is: 'kinds parted', kinds, off } as const;
  return parted.some(({ lanes }) => lanes.some((lane) => lane.ends))
    ? unsayable(loss, 'a template of their own', 'live with it')
    : bounded(off, loss, 'a template of their own', 'live with it');
}

const areOneAmount = (lanes: readonly PayingLane[]): boolean =>
  lanes.every(({ isFlat, most }) => isFlat && most === lanes[0]?.most);

/** The groups that charge in each zone for each service. */
function chargingTogether(groups: readonly PayingGroup[]): { service: string; lanes: Charging[] }[] {
  const together = new Map<string, { service: string; lanes: Charging[] }>();
  for (const { group, lanes } of groups) {
    const kinds = group.goods.reduce((bits, item) => bits | item.kindBit, 0);
    for (const { zone, service, least, most, by, whole } of lanes) {
      const key = `${zone} ${service}`;
      const row = together.get(key) ?? { service, lanes: [] };
      together.set(key, row);
      row.lanes.push({
        own: group.own !== null,
        goods: group.goods.length,
        kinds,
        least,
        most,
        levels: levelsOf(by, whole),
      });
    }
  }
  return [...together.values()];
}

/**
 * What goods with rates of their own add in the book, a line each; there the dearest pays, of them or of others. What
 * some amounts come to beyond the largest of them is most where each of them is.
 */
function addedBy(lanes: readonly Charging[]): number {
  const own = lanes
    .filter((one) => one.own)
    .flatMap(({ goods, most }) => new Array<number>(Math.min(goods, stated.units)).fill(most))
    .sort((a, b) => b - a);
  const others = lanes.filter((one) => !one.own).map(({ most }) => most);
  // One of the units is of other goods.
  const beside = others.length === 0 ? [] : [...own.slice(0, stated.units - 1), Math.max(...others)];
  return own.length === 0 ? 0 : Math.max(beyondLargest(own.slice(0, stated.units)), beyondLargest(beside));
}

const beyondLargest = (amounts: readonly number[]): number =>
  [...amounts]
    .sort((a, b) => b - a)
    .slice(1)
    .reduce((sum, one) => sum + one, 0);

/** The most by which the dearest of some groups differs from a way of mixing them, in a basket of the stated units. */
function offBy(by: Mixing, all: readonly Charging[]): Minor {
  const some = [...all].sort((a, b) => b.most - a.most).slice(0, stated.units);
  if (some.length < 2) return minor(0);
  const [dearest, ...others] = some.map((one) => one.most) as [number, ...number[]];
  const cheapest = Math.min(...some.map((one) => one.least));
  switch (by.is) {
    case 'highest':
      return minor(0);
    case 'sum':
      return minor(others.reduce((sum, one) => sum + one, 0));
    case 'highest plus':
      return minor(by.further * others.filter((one) => one > 0).length);
    case 'lowest':
      return minor(Math.max(0, dearest - cheapest));
    case 'average':
      return minor(Math.ceil(((dearest - cheapest) * others.length) / some.length));
  }
}
