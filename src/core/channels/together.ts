import { once } from '../exact/index.ts';
import { levelsOf } from './charged-for-goods.ts';
import type { Listed } from './dialect.ts';
import { asksMass, type GoodsGroup, type GroupLane, takenBy } from './goods-groups.ts';
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
  /** How the book charges it. */
  readonly by: GroupLane;
  /** Whether it is one amount whatever the basket, and whether it ends somewhere. */
  readonly isFlat: boolean;
  readonly ends: boolean;
}
export interface PayingGroup<Lane extends PayingLane = PayingLane> {
  readonly group: GoodsGroup;
  /** The goods that the book charges as one, of which the group may be told as a part. */
  readonly whole: readonly Listed[];
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

/** What the book charges a group with by a lane, at one place: its kind by itself, or the template's kinds as one. */
export const chargedAs = ({ template, origin, kind }: GoodsGroup, { alone }: Pick<PayingLane, 'alone'>): string =>
  [template.id, origin, alone ? kind : ''].join('\u0000');

/** What the book charges together, place by place and service by service. */
export function togetherIn<Lane extends PayingLane>(groups: readonly PayingGroup<Lane>[]): ChargedThere<Lane>[] {
  const places = new Map<string, { service: string; parts: Map<string, Part<Lane>[]> }>();
  groups.forEach(({ group, lanes }, at) => {
    for (const lane of lanes) {
      if (takenBy(lane.by, group.goods).length === 0) continue;
      const place = `${lane.zone} ${lane.service}`;
      const row = places.get(place) ?? { service: lane.service, parts: new Map<string, Part<Lane>[]>() };
      places.set(place, row);
      const one = group.own ? `own ${at}` : chargedAs(group, lane);
      const known = row.parts.get(one);
      if (known) known.push({ at, lane });
      else row.parts.set(one, [{ at, lane }]);
    }
  });
  // The same groups meet in most places.
  const goodsOf = once(
    ({ parts, by }: { parts: readonly Part<Lane>[]; by: GroupLane }) =>
      joined(
        parts.flatMap(({ at }) => groups[at] ?? []),
        by,
      ),
    ({ parts, by }) => `${by.service} ${asksMass(by)} ${parts.map(({ at }) => at).join()}`,
  );
  return [...places.values()].map(({ service, parts }) => {
    const all = [...parts.values()].map((some) => {
      const { by } = (some[0] as Part<Lane>).lane;
      return chargedAsOne(some, by, goodsOf({ parts: some, by }));
    });
    return { service, plain: all.filter(({ own }) => !own), own: all.filter(({ own }) => own) };
  });
}

/** A group by its place in the list, and a lane of it. */
interface Part<Lane> {
  readonly at: number;
  readonly lane: Lane;
}

/** The goods of some groups as one, as far as a lane takes them. */
function joined(
  groups: readonly PayingGroup<PayingLane>[],
  by: GroupLane,
): Pick<Together, 'own' | 'goods' | 'kinds' | 'named' | 'whole'> {
  const wholes = [...new Set(groups.map(({ whole }) => whole))];
  const named = new Set<string>();
  let [goods, kinds] = [0, 0];
  for (const { group } of groups)
    for (const { kindBit, ownKind } of takenBy(by, group.goods)) {
      goods += 1;
      kinds |= kindBit;
      if (ownKind !== null) named.add(ownKind);
    }
  return {
    own: groups.some(({ group }) => group.own !== null),
    goods,
    kinds,
    named: [...named],
    whole: wholes.length === 1 ? (wholes[0] ?? []) : wholes.flat(),
  };
}

function chargedAsOne<Lane extends PayingLane>(
  parts: readonly Part<Lane>[],
  by: GroupLane,
  of: ReturnType<typeof joined>,
): Together<Lane> {
  const lanes = parts.map(({ lane }) => lane);
  return {
    ...of,
    parts: lanes,
    by,
    levels: levelsOf(by, of.whole),
    least: Math.min(...lanes.map(({ least }) => least)),
    most: Math.max(...lanes.map(({ most }) => most)),
  };
}
