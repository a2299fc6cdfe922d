import type { CompiledBook } from '../book/index.ts';
import { isFreed, type Lane, type Load, laneCharge, type MixingRule, mixed, type Rate, type Refused, refused } from '../rates/index.ts';
import type { Bundle, Sorted } from './basket.ts';

/** Bundles that a lane charges as one order of its own. */
export interface Group {
  readonly bundle: Bundle;
  readonly lane: Lane;
  readonly rate: Rate;
  readonly load: Load;
  /** Rate and lane fees, before the threshold. */
  readonly charge: number;
  readonly freed: boolean;
}

/** What a service costs a basket before delivery offers (steps 1 to 5), in minor units of the market. */
export interface Charged {
  /** After step 4, or below 0 what refuses it. */
  rate: number | Refused;
  /** Extra fees and charges of their own that a delivery offer drops, and those that stay. */
  droppable: number;
  stays: number;
}

/** Tells how a charge came about, where somebody wants to know. */
export interface Witness {
  groups: Group[];
  /** The mixing rule that put the groups together; null for the book's own way. */
  rule: MixingRule | null;
  refusedBy: Bundle | null;
}

const [noLane, notDelivered, barred] = (['no lane', 'not delivered to', 'barred'] as const).map(refused) as [number, number, number];

/** Charges a basket for a service (its place in the book), writing into `out`. */
export function charge(book: CompiledBook, basket: Sorted, service: number, out: Charged, witness: Witness | null): void {
  out.rate = 0;
  out.droppable = 0;
  out.stays = 0;
  if ((basket.serves & (1 << service)) === 0) {
    out.rate = barred;
    return;
  }
  const { bundles } = basket;
  for (const bundle of bundles) {
    if (bundle.row?.lanes[service]) continue;
    out.rate = bundle.row ? noLane : notDelivered;
    if (witness) witness.refusedBy = bundle;
    return;
  }
  const only = bundles.length === 1 ? bundles[0] : undefined;
  if (only?.rated && !witness) {
    const lane = only.row?.lanes[service] as Lane;
    const amount = laneCharge(lane, rateFor(lane, only.kind), only.load, basket.asked);
    const freed = lane.freeFrom !== null && isFreed(lane.freeFrom, basket.load, only.load);
    out.rate = freed && amount > 0 ? 0 : amount;
    out.droppable = freed ? 0 : only.dropped;
    out.stays = only.stays;
    return;
  }
  const groups = witness || sharing(bundles) ? grouped(bundles, service) : null;
  const count = groups ? groups.length : bundles.length;
  tally.of = 0;
  tally.sum = 0;
  tally.highest = 0;
  tally.lowest = Number.POSITIVE_INFINITY;
  for (let i = 0; i < count; i += 1) {
    const group = groups ? (groups[i] as Rated) : null;
    const bundle = group ? group.bundle : (bundles[i] as Bundle);
    if (!bundle.rated) continue;
    const lane = bundle.row?.lanes[service] as Lane;
    const rate = group ? group.rate : rateFor(lane, bundle.kind);
    const load = group ? group.load : bundle.load;
    const amount = laneCharge(lane, rate, load, basket.asked);
    const freed = lane.freeFrom !== null && isFreed(lane.freeFrom, basket.load, load);
    if (witness) witness.groups.push({ bundle, lane, rate, load, charge: amount, freed });
    if (amount < 0) {
      out.rate = amount;
      if (witness) witness.refusedBy = bundle;
      return;
    }
    const charged = freed ? 0 : amount;
    tally.of += 1;
    tally.sum += charged;
    if (charged > tally.highest) tally.highest = charged;
    if (charged < tally.lowest) tally.lowest = charged;
  }
  let kinds = 0;
  for (const bundle of bundles) {
    const lane = bundle.row?.lanes[service] as Lane;
    const freed = lane.freeFrom !== null && isFreed(lane.freeFrom, basket.load, bundle.load);
    out.droppable += freed ? 0 : bundle.dropped;
    out.stays += bundle.stays;
    if (bundle.rated) kinds |= bundle.kinds;
  }
  if (tally.of < 2) {
    out.rate = tally.sum;
    return;
  }
  const rule = ruleFor(book, kinds, service);
  if (witness) witness.rule = rule;
  out.rate = mixed(tally, rule ? rule.by : book.mixedBy);
}

/** The charges of groups, as they are put together; used again from basket to basket. */
const tally = { of: 0, sum: 0, highest: 0, lowest: 0 };

/** Whether bundles may share a rate in some lanes though other lanes tell them apart. */
function sharing(bundles: readonly Bundle[]): boolean {
  for (const bundle of bundles) if (bundle.template.ownKinds.size > 0) return true;
  return false;
}

/** The first mixing rule that covers all kinds (bits) and the service; null where the book's own way holds. */
function ruleFor(book: CompiledBook, kinds: number, service: number): MixingRule | null {
  for (const rule of book.mixing) if ((kinds & ~rule.kinds) === 0 && (rule.services & (1 << service)) !== 0) return rule;
  return null;
}

const rateFor = (lane: Lane, kind: string | null): Rate => (kind === null ? lane.rate : (lane.kinds?.get(kind) ?? lane.rate));

interface Rated {
  readonly bundle: Bundle;
  readonly lane: Lane;
  readonly rate: Rate;
  load: Load;
}

/** Bundles that pay a rate, put together where they share stock place, template and rate in the lane. */
function grouped(bundles: readonly Bundle[], service: number): Rated[] {
  const groups: Rated[] = [];
  for (const bundle of bundles) {
    if (!bundle.rated) continue;
    const lane = bundle.row?.lanes[service] as Lane;
    const rate = rateFor(lane, bundle.kind);
    const at = bundle.template.ownKinds.size === 0 ? -1 : groups.findIndex((one) => one.lane === lane && one.rate === rate && one.bundle.origin === bundle.origin);
    const group = groups[at];
    if (group) group.load = together(group.load, bundle.load);
    else groups.push({ bundle, lane, rate, load: bundle.load });
  }
  return groups;
}

const together = (a: Load, b: Load): Load => ({
  value: a.value + b.value,
  after: a.after + b.after,
  units: a.units + b.units,
  mass: a.mass + b.mass,
  long: Math.max(a.long, b.long),
  pieces: [...a.pieces, ...b.pieces],
});
