import type { CompiledBook, OwnCharge, Row, Template } from '../book/index.ts';
import {
  isFreed,
  kindOf,
  type Lane,
  laneCharge,
  type MixingRule,
  mixed,
  type Priced,
  type Refused,
  refused,
  type Shipment,
} from '../rates/index.ts';
import type { Alone, Bundle, Sorted } from './basket.ts';
import type { Line } from './question.ts';

/** Bundles that a lane charges as one order of its own. */
export interface Group {
  readonly bundle: Bundle;
  readonly lane: Lane;
  readonly price: Priced;
  /** The kind whose own rate it is in this lane; null where it is the lane's. */
  readonly kind: string | null;
  shipment: Shipment;
  kinds: number;
  /** Rate and lane fees, before the threshold; below 0 it is refused. */
  charge: number | Refused;
  freed: boolean;
}

/** What a line pays on top (step 5): its own rate, or its handling fee. */
export interface Extra {
  readonly line: Line;
  readonly is: 'own rate' | 'handling fee';
  readonly amount: number;
  /** Whether a threshold waived it already; a delivery offer may. */
  readonly waived: 'waived' | 'waivable' | 'stays';
}

/** What a service costs a basket before delivery offers (steps 1 to 5), in minor units of the market. */
export interface Charged {
  /** After step 4, or below 0 what refuses it. */
  rate: number | Refused;
  /** Handling fees and rates of their own that an offer which makes delivery free waives, and those that stay. */
  waivable: number;
  stays: number;
}

/** Tells how a charge came about, where somebody wants to know. */
export interface Witness {
  groups: Group[];
  extras: Extra[];
  /**
   * The mixing rule that put the groups together; null for the book's own way, or where there was nothing to put
   * together.
   */
  rule: MixingRule | null;
  /** How many groups were put together. */
  mixed: number;
  refusedBy: Bundle | Alone | null;
}

export const newWitness = (): Witness => ({ groups: [], extras: [], rule: null, mixed: 0, refusedBy: null });

const [noLane, notDelivered, barred, tooLarge] = (['no lane', 'not delivered to', 'barred', 'too large'] as const).map(
  refused,
) as [number, number, number, number];

/** Charges a basket for a service (its place in the book), writing into `out`. */
export function charge(
  book: CompiledBook,
  basket: Sorted,
  service: number,
  out: Charged,
  witness: Witness | null,
): undefined {
  out.waivable = 0;
  out.stays = 0;
  if ((basket.serves & (1 << service)) === 0) return refuse(out, witness, barred, null);
  const { bundles, alone } = basket;
  const only =
    bundles.length === 1 && alone.length === 0 && basket.handled.length === 0 && !witness ? bundles[0] : undefined;
  if (only) {
    const lane = only.row?.lanes[service];
    if (!lane) return refuse(out, witness, only.row ? noLane : notDelivered, only);
    const amount = laneCharge(lane, priceFor(lane, only.kind), only.shipment, basket.asked);
    out.rate =
      amount > 0 && lane.freeFrom !== null && isFreed(lane.freeFrom, basket.shipment, only.shipment) ? 0 : amount;
    return;
  }
  for (const one of bundles)
    if (!one.row?.lanes[service]) return refuse(out, witness, one.row ? noLane : notDelivered, one);
  for (const one of alone)
    if (!one.row?.lanes[service]) return refuse(out, witness, one.row ? noLane : notDelivered, one);
  const groups = grouped(bundles, service);
  emptyTally();
  let kinds = 0;
  for (const group of groups) {
    const { lane, price, shipment } = group;
    group.charge = laneCharge(lane, price, shipment, basket.asked);
    if (group.charge < 0) {
      if (witness) witness.groups = groups;
      return refuse(out, witness, group.charge, group.bundle);
    }
    group.freed = lane.freeFrom !== null && isFreed(lane.freeFrom, basket.shipment, shipment);
    // A freed group drops out of what follows.
    if (group.freed) continue;
    count(group.charge);
    kinds |= group.kinds;
  }
  if (witness) {
    witness.groups = groups;
    witness.mixed = tally.of;
  }
  if (basket.handled.length > 0 || alone.length > 0) {
    const why = extras(book, basket, service, groups, out, witness);
    if (why < 0) return refuse(out, witness, why, null);
  }
  const rule = tally.of < 2 ? null : ruleFor(book, kinds, service);
  if (witness) witness.rule = rule;
  out.rate = tally.of < 2 ? tally.sum : mixed(tally, rule ? rule.by : book.mixedBy);
  if (out.rate + out.waivable + out.stays > Number.MAX_SAFE_INTEGER) refuse(out, witness, tooLarge, null);
}

function refuse(out: Charged, witness: Witness | null, why: Refused, by: Bundle | Alone | null): undefined {
  out.rate = why;
  if (witness) witness.refusedBy = by;
}

/** The charges of groups, as they are put together; used again from basket to basket. */
const tally = { of: 0, paying: 0, sum: 0, highest: 0, lowest: 0 };

function emptyTally(): void {
  tally.of = 0;
  tally.paying = 0;
  tally.sum = 0;
  tally.highest = 0;
  tally.lowest = Number.POSITIVE_INFINITY;
}

function count(amount: number): void {
  tally.of += 1;
  if (amount > 0) tally.paying += 1;
  tally.sum += amount;
  if (amount > tally.highest) tally.highest = amount;
  if (amount < tally.lowest) tally.lowest = amount;
}

/** The first mixing rule that covers all kinds (bits) and the service; null where the book's own way holds. */
function ruleFor(book: CompiledBook, kinds: number, service: number): MixingRule | null {
  for (const rule of book.mixing)
    if ((kinds & ~rule.kinds) === 0 && (rule.services & (1 << service)) !== 0) return rule;
  return null;
}

const kindIn = (lane: Lane, kind: string | null): string | null =>
  kind !== null && lane.kinds?.has(kind) ? kind : null;
const priceFor = (lane: Lane, kind: string | null): Priced =>
  kind === null ? lane.price : (lane.kinds?.get(kind) ?? lane.price);

/**
 * Bundles put together where they share stock place, template and rate in the lane: kinds without a rate of their own
 * there share the lane's.
 */
function grouped(bundles: readonly Bundle[], service: number): Group[] {
  const groups: Group[] = [];
  for (const bundle of bundles) {
    const lane = bundle.row?.lanes[service] as Lane;
    const kind = kindIn(lane, bundle.kind);
    const group = groupOf(groups, bundle.template, bundle.origin, kind);
    if (group) {
      group.shipment = together(group.shipment, bundle.shipment);
      group.kinds |= bundle.kinds;
    } else
      groups.push({
        bundle,
        lane,
        price: priceFor(lane, kind),
        kind,
        shipment: bundle.shipment,
        kinds: bundle.kinds,
        charge: 0,
        freed: false,
      });
  }
  return groups;
}

function groupOf(groups: readonly Group[], template: Template, origin: string, kind: string | null): Group | undefined {
  for (const one of groups)
    if (one.bundle.template === template && one.bundle.origin === origin && one.kind === kind) return one;
  return undefined;
}

const together = (a: Shipment, b: Shipment): Shipment => ({
  from: a.from,
  value: a.value + b.value,
  after: a.after + b.after,
  units: a.units + b.units,
  mass: a.mass + b.mass,
  bought: a.bought + b.bought,
  long: Math.max(a.long, b.long),
  pieces: [...a.pieces, ...b.pieces],
});

/** Handling fees and rates of their own (step 5); below 0 what refuses the service. */
function extras(
  book: CompiledBook,
  basket: Sorted,
  service: number,
  groups: readonly Group[],
  out: Charged,
  witness: Witness | null,
): number | Refused {
  const pay = (line: Line, is: Extra['is'], amount: number, waivable: boolean, lane: Lane) => {
    const waived = waivable ? (isWaived(line, lane, groups, basket) ? 'waived' : 'waivable') : 'stays';
    if (waived === 'waivable') out.waivable += amount;
    if (waived === 'stays') out.stays += amount;
    if (witness) witness.extras.push({ line, is, amount, waived });
  };
  for (const one of basket.alone) {
    const lane = one.row?.lanes[service] as Lane;
    const own = one.line.item.own as OwnCharge;
    const amount = kindOf(own.rate).charge(own.rate, one.shipment, 0, lane.after, book.conversion, basket.asked);
    if (amount < 0) return amount;
    pay(one.line, 'own rate', amount, own.waivable, lane);
  }
  for (const line of basket.handled) {
    const { handling } = line.item;
    const lane = laneOf(line, basket, service);
    if (handling && lane) pay(line, 'handling fee', handling.each * line.units, handling.waivable, lane);
  }
  return 0;
}

/**
 * Whether a threshold waives what a line pays on top: that of its group, or where no line forms that group the lane's
 * own over the whole basket.
 */
function isWaived({ item }: Line, lane: Lane, groups: readonly Group[], basket: Sorted): boolean {
  const group = groupOf(groups, item.template, item.origin, kindIn(lane, item.kind));
  if (group) return group.freed;
  return lane.freeFrom?.of === 'basket' && isFreed(lane.freeFrom, basket.shipment, basket.shipment);
}

function laneOf(line: Line, { bundles, alone }: Sorted, service: number): Lane | undefined {
  const row: Row | null =
    alone.find((one) => one.line === line)?.row ??
    bundles.find((one) => one.template === line.item.template)?.row ??
    null;
  return row?.lanes[service];
}
