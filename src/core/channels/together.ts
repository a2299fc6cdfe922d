import { levelsOf } from './charged-for-goods.ts';
import type { Listed } from './dialect.ts';
import type { GoodsGroup, GroupLane } from './goods-groups.ts';
import type { MixedGroup } from './widest-mix.ts';

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
export interface PayingGroup<Lane extends PayingLane = PayingLane> {
  readonly group: GoodsGroup;
  readonly lanes: readonly Lane[];
}

/** What the book charges as one order in a zone for a service, and the groups there that it is told as. */
export interface Together<Lane extends PayingLane = PayingLane> extends MixedGroup {
  readonly own: boolean;
  /** Different goods, each of which is a line of a basket. */
  readonly goods: number;
  readonly parts: readonly Lane[];
  /** The kinds of its parts that are told apart by their kind. */
  readonly named: readonly string[];
  readonly by: GroupLane;
  readonly whole: readonly Listed[];
  readonly least: number;
  readonly most: number;
}

/** The groups that are charged in a zone for a service. */
export interface ChargedThere<Lane extends PayingLane> {
  readonly service: string;
  readonly plain: readonly Together<Lane>[];
  /** Those with rates of their own. */
  readonly own: readonly Together<Lane>[];
}

/** What the book charges together, place by place and service by service. */
export function togetherIn<Lane extends PayingLane>(groups: readonly PayingGroup<Lane>[]): ChargedThere<Lane>[] {
  const places = new Map<string, { service: string; parts: Map<string, PayingGroup<Lane>> }>();
  groups.forEach(({ group, lanes }, i) => {
    for (const lane of lanes) {
      const place = `${lane.zone} ${lane.service}`;
      const row = places.get(place) ?? { service: lane.service, parts: new Map<string, PayingGroup<Lane>>() };
      places.set(place, row);
      const { template, origin, kind } = group;
      const one = group.own ? `own ${i}` : [template.id, origin, lane.alone ? kind : ''].join('\u0000');
      const known = row.parts.get(one);
      row.parts.set(one, {
        group: known ? { ...group, goods: [...known.group.goods, ...group.goods] } : group,
        lanes: [...(known?.lanes ?? []), lane],
      });
    }
  });
  return [...places.values()].map(({ service, parts }) => {
    const all = [...parts.values()].map(chargedAsOne);
    return { service, plain: all.filter(({ own }) => !own), own: all.filter(({ own }) => own) };
  });
}

function chargedAsOne<Lane extends PayingLane>({ group, lanes: parts }: PayingGroup<Lane>): Together<Lane> {
  const [{ by, whole: first }] = parts as [Lane, ...Lane[]];
  const wholes = [...new Set(parts.map(({ whole }) => whole))];
  const whole = wholes.length === 1 ? first : wholes.flat();
  return {
    own: group.own !== null,
    goods: group.goods.length,
    kinds: group.goods.reduce((bits, item) => bits | item.kindBit, 0),
    named: [...new Set(group.goods.flatMap(({ ownKind }) => ownKind ?? []))],
    parts,
    by,
    whole,
    levels: levelsOf(by, whole),
    least: Math.min(...parts.map(({ least }) => least)),
    most: Math.max(...parts.map(({ most }) => most)),
  };
}
