import type { CompiledBook } from '../../book/index.ts';
import { type Minor, minor } from '../../exact/index.ts';
import type { Lane } from '../../rates/index.ts';
import { mostCharged } from '../charged-for-goods.ts';
import type { Listed } from '../dialect.ts';
import { type Fidelity, unsayable } from '../fidelity.ts';
import { type GoodsGroup, type GroupLane, groupsOf, isAlone, laneFor, reachWithFees } from '../goods-groups.ts';
import { endsWithin, reachOf, type Stepped, steppedOf } from '../stepped.ts';
import type { PayingLane } from '../together.ts';
import type { NamedPart, Spoken } from './named-parts.ts';

/** A lane of a group at a part of the map: how it charges, and what it comes to within the stated bounds. */
export interface DeliveredLane extends PayingLane {
  /** The part's place in the feed's list. */
  readonly part: number;
  /** The book's zone there, by the group's template. */
  readonly zone: string;
  readonly speed: string;
  /** The shortest and the longest days, parted by a space. */
  readonly days: string;
  /** Its charges as steps, where they are exactly such; else null. */
  readonly steps: Pick<Stepped, 'by' | 'rows' | 'each'> | null;
  readonly threshold: Lane['freeFrom'];
  /** What keeps it from being told; null where it is. */
  readonly lost: Fidelity | null;
  /** What the book charges a basket at the least and the most, fees of each unit aside. */
  readonly least: Minor;
  readonly most: Minor;
}

/** Goods that the book charges as one order of their own, in all the lanes that the feed has speeds for. */
export interface Delivered {
  readonly group: GoodsGroup;
  readonly lanes: readonly DeliveredLane[];
}

export function deliveredGroups(
  book: CompiledBook,
  goods: readonly Listed[],
  parts: readonly NamedPart[],
  spoken: readonly Spoken[],
): Delivered[] {
  return groupsOf(book, goods).map((group) => {
    const at = book.templates.findIndex(({ id }) => id === group.template.id);
    const known = new Map<Lane, Omit<DeliveredLane, 'part' | 'zone' | 'service' | 'speed' | 'days'>>();
    const lanes = parts.flatMap(({ zones }, part) => {
      const zone = zones[at] ?? null;
      if (zone === null) return [];
      return spoken.flatMap(({ id: service, speed, days }): DeliveredLane[] => {
        const lane = book.templates[at]?.lanes.get(zone)?.get(service);
        if (!lane) return [];
        const told = known.get(lane) ?? laneOf(book, group, lane);
        known.set(lane, told);
        return [{ part, zone, service, speed, days: (lane.days ?? days).join(' '), ...told }];
      });
    });
    return { group, lanes };
  });
}

function laneOf(
  book: CompiledBook,
  group: GoodsGroup,
  lane: Lane,
): Omit<DeliveredLane, 'part' | 'zone' | 'service' | 'speed' | 'days'> {
  const by = laneFor(book, group, lane);
  const stepped = steppedOf(by.lane, by.price, group.goods);
  const whole = reachWithFees(by);
  const isStepped = 'rows' in stepped && stepped.fidelity.is !== 'unsayable';
  const { least, most: above } = Number.isFinite(whole.most) || !isStepped ? whole : reachIn(stepped);
  const most = Math.min(above, mostCharged(by, group.goods));
  const isBound = Number.isFinite(most);
  return {
    alone: isAlone(group, lane),
    by,
    steps: 'rows' in stepped && stepped.fidelity.is === 'exact' ? stepped : null,
    threshold: lane.freeFrom,
    lost: isBound ? null : unsayable({ is: 'rate', manner: { is: 'kind', kind: by.price.rate.is } }, 'live with it'),
    least: minor(isBound ? least : 0),
    most: minor(isBound ? most : 0),
    isFlat: least === most,
    ends: by.lane.bounds.length > 0 || ('rows' in stepped ? endsWithin(stepped) : isClosed(by.price)),
  };
}

/** What steps come to, and what they are off. */
function reachIn(stepped: Stepped): { least: number; most: number } {
  const { least, most } = reachOf(stepped);
  const off = stepped.fidelity.is === 'bounded' ? stepped.fidelity.bound : 0;
  return { least: Math.max(0, least - off), most: most + off };
}

/** Whether a table leaves something below or above it. */
function isClosed({ rate, kind }: GroupLane['price']): boolean {
  const breaks = kind.breaks(rate);
  return breaks !== null && (breaks.from > 0 || breaks.breaks.length === breaks.edges.length);
}
