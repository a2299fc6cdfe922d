import type { CompiledBook } from '../book/index.ts';
import { minor } from '../exact/index.ts';
import type { Mixing } from '../rates/index.ts';
import { stated } from './bounds.ts';
import { type PayingGroup, type PayingLane, waysOf } from './dearest-pays.ts';
import { addedUp, bounded, exact, type Fidelity } from './fidelity.ts';

/** What the book charges as one order in a zone for a service, and the groups there that it is told as. */
interface Together {
  readonly own: boolean;
  readonly kinds: number;
  /** Different goods, each of which is a line of a basket. */
  readonly goods: number;
  readonly parts: readonly PayingLane[];
  readonly least: number;
  readonly most: number;
}

/**
 * How far “all groups pay, and add” follows the book where goods of several groups meet in a basket: by each way of
 * mixing that may come to be used, in every zone and for every service.
 */
export function allPay(book: CompiledBook, groups: readonly PayingGroup[]): Fidelity {
  let [mixed, parted, lines] = [0, 0, 0];
  for (const all of togetherIn(groups)) {
    const plain = all.filter((one) => !one.own);
    for (const { by, some } of waysOf(book, plain)) mixed = Math.max(mixed, offBy(by, some));
    parted = Math.max(
      parted,
      // Of all that is bought parts of several groups may be wrong together.
      plain.reduce((sum, one) => sum + offByParts(one), 0),
    );
    lines = Math.max(
      lines,
      all.filter((one) => one.own).reduce((sum, one) => sum + offByLines(one), 0),
    );
  }
  return addedUp([
    mixed === 0
      ? exact
      : bounded(mixed, { is: 'all groups pay', off: minor(mixed) }, 'each group pays', 'live with it'),
    parted === 0
      ? exact
      : bounded(parted, { is: 'parts pay', off: minor(parted) }, 'delivered like all others', 'live with it'),
    lines === 0
      ? exact
      : bounded(lines, { is: 'own rates once', off: minor(lines) }, 'a template of their own', 'live with it'),
  ]);
}

/** What the book charges together, place by place and service by service. */
function togetherIn(groups: readonly PayingGroup[]): Together[][] {
  const places = new Map<string, Map<string, Together & { parts: PayingLane[] }>>();
  groups.forEach(({ group, lanes }, i) => {
    const kinds = group.goods.reduce((bits, item) => bits | item.kindBit, 0);
    for (const lane of lanes) {
      const place = `${lane.zone} ${lane.service}`;
      const row = places.get(place) ?? new Map<string, Together & { parts: PayingLane[] }>();
      places.set(place, row);
      const one = group.own ? `own ${i}` : `${group.template.id} ${group.origin} ${lane.alone ? group.kind : ''}`;
      const known = row.get(one);
      row.set(one, {
        own: group.own !== null,
        kinds: (known?.kinds ?? 0) | kinds,
        goods: (known?.goods ?? 0) + group.goods.length,
        parts: [...(known?.parts ?? []), lane],
        least: Math.min(known?.least ?? Number.POSITIVE_INFINITY, lane.least),
        most: Math.max(known?.most ?? 0, lane.most),
      });
    }
  });
  return [...places.values()].map((row) => [...row.values()]);
}

/** The most by which the sum of some groups differs from a way of mixing them, in a basket of the stated units. */
function offBy(by: Mixing, all: readonly Together[]): number {
  const some = [...all].sort((a, b) => b.most - a.most).slice(0, stated.units);
  if (some.length < 2) return 0;
  const [, ...others] = some.map((one) => one.most);
  const sum = some.reduce((total, one) => total + one.most, 0);
  switch (by.is) {
    case 'sum':
      return 0;
    case 'highest':
      return others.reduce((total, one) => total + one, 0);
    case 'highest plus': {
      const more = others.reduce((total, one) => total + Math.max(0, one - by.further), 0);
      const less = some.map((one) => (one.most === 0 ? 0 : Math.max(0, by.further - one.least)));
      // The dearest is not a further one: the group that falls least short may be it.
      return Math.max(more, less.reduce((total, one) => total + one, 0) - Math.min(...less));
    }
    case 'lowest':
      return sum - Math.min(...some.map((one) => one.least));
    case 'average':
      return Math.ceil((sum * (some.length - 1)) / some.length);
  }
}

/** The most by which the parts of what the book charges as one differ from it, each charged by itself. */
function offByParts({ parts, least, most }: Together): number {
  const many = Math.min(parts.length, stated.units);
  if (many < 2) return 0;
  const dearest = [...parts].sort((a, b) => b.most - a.most).slice(0, many);
  const sum = dearest.reduce((total, one) => total + one.most, 0);
  if (parts.every(({ isFlat }) => isFlat) && least === most) return sum - most;
  return Math.max(sum - least, most - least);
}

/** What lines with a rate of their own add in the book, each by itself, where they are told as one group. */
const offByLines = ({ goods, most }: Together): number => (Math.min(goods, stated.units) - 1) * most;
