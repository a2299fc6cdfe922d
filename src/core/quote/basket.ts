import { type CompiledBook, type Ready, type Row, rowAt, type Template } from '../book/index.ts';
import type { ZoneMatch } from '../places/index.ts';
import type { Asked, Piece, Shipment } from '../rates/index.ts';
import type { Line, Question } from './question.ts';
import { sharesOf } from './shares.ts';

/**
 * Lines that are one group on every lane: of the same stock place, the same template, and the same kind where some lane
 * has a rate of its own for it.
 */
export interface Bundle {
  template: Template;
  origin: string;
  /** The kind where some lane has a rate of its own for it; else null. */
  kind: string | null;
  /** Where the place falls in the template; null where it is not delivered to. */
  fall: ZoneMatch | null;
  /** The lanes there, as they are at the moment; null where it is not delivered to. */
  row: Row | null;
  readonly shipment: Shipment;
  readonly lines: Line[];
  /** The kinds in it, by their bits among those that mixing rules name. */
  kinds: number;
}

/**
 * A line that pays a rate of its own, as an order of that line alone; its template's lane has to be there all the same.
 */
export interface Alone {
  readonly line: Line;
  readonly fall: ZoneMatch | null;
  readonly row: Row | null;
  readonly shipment: Shipment;
}

/** A basket sorted for delivery. */
export interface Sorted {
  bundles: readonly Bundle[];
  alone: readonly Alone[];
  /** Lines with a handling fee. */
  handled: readonly Line[];
  /** The whole basket's sums, as thresholds look at them: without gifts, and without lines that the channel stocks. */
  shipment: Shipment;
  lines: readonly Line[];
  /**
   * The bundle each line is in, by its place; below 0 a line of its own rate (-1, -2 …); not a number where the channel
   * stocks it.
   */
  at: number[];
  /** The services that take every line, a bit each. */
  serves: number;
  /** Those of them that every line has a lane for. */
  lanes: number;
  /** Whether the channel stocks some line, or every one. */
  stocked: 'none' | 'some' | 'all';
  asked: Asked;
}

const shipmentOf = (pieces: readonly Piece[], from = ''): Shipment => ({
  from,
  value: 0,
  after: 0,
  units: 0,
  mass: 0,
  bought: 0,
  long: 0,
  pieces,
});

/** Whether the basket's channel stocks an item and delivers it itself. */
export const isStocked = ({ stockedBy }: Ready, channel: string | null): boolean =>
  channel !== null && stockedBy.length > 0 && stockedBy.includes(channel);

/**
 * Sorts a question's lines for delivery (step 1), each group with its sums; gifts weigh and take room, and count for
 * nothing else.
 */
export function sorted(question: Question, gifts: readonly Line[] = []): Sorted {
  const bundles: Bundle[] = [];
  const basket: Sorted = {
    bundles,
    alone: [],
    handled: [],
    shipment: shipmentOf(question.lines),
    lines: question.lines,
    at: [],
    serves: -1,
    lanes: -1,
    stocked: 'none',
    asked: question,
  };
  sortInto(basket, bundles, basket.shipment, question, gifts, null);
  return basket;
}

/** What sorting one basket after another uses again, so that answers by the million make no objects. */
export interface Pool {
  readonly basket: Sorted;
  readonly shipment: Shipment;
  readonly bundles: Bundle[];
  readonly spare: Bundle[];
}

export const newPool = (): Pool => {
  const bundles: Bundle[] = [];
  const shipment = shipmentOf([]);
  const asked = { place: { country: '', part: null, postcode: null }, moment: 0, carrier: null };
  return {
    basket: {
      bundles,
      alone: [],
      handled: [],
      shipment,
      lines: [],
      at: [],
      serves: -1,
      lanes: -1,
      stocked: 'none',
      asked,
    },
    shipment,
    bundles,
    spare: [],
  };
};

/**
 * The same with what an earlier basket used: that one is done with. Lines of a bundle are only kept where its template
 * packs parcels, or discounts are split over lines.
 */
export function sortedAgain(pool: Pool, question: Question): Sorted {
  const { basket, bundles } = pool;
  basket.lines = question.lines;
  basket.asked = question;
  while (bundles.length > 0) bundles.pop();
  sortInto(basket, bundles, pool.shipment, question, noGifts, pool);
  return basket;
}

const noGifts: readonly Line[] = [];
const nobody: readonly Alone[] = [];
const nothing: readonly Line[] = [];

function sortInto(
  basket: Sorted,
  bundles: Bundle[],
  whole: Shipment,
  question: Question,
  gifts: readonly Line[],
  pool: Pool | null,
): void {
  const { lines } = question;
  const { channel } = question.shopper;
  let serves = -1;
  let lanes = -1;
  let theirs = 0;
  let alone: Alone[] | null = null;
  let handled: Line[] | null = null;
  for (let i = 0; i < lines.length; i += 1) {
    const line = lines[i] as Line;
    const { item, units } = line;
    if (isStocked(item, channel)) {
      basket.at[i] = Number.NaN;
      theirs += 1;
      continue;
    }
    serves &= item.serves;
    if (item.handling !== null) {
      handled ??= [];
      handled.push(line);
    }
    if (item.own !== null) {
      alone ??= [];
      const one = aloneOf(line, question);
      lanes &= one.row?.bits ?? 0;
      alone.push(one);
      basket.at[i] = -alone.length;
      continue;
    }
    const bundle = bundleOf(bundles, pool, item, question);
    basket.at[i] = bundles.length === 1 ? 0 : bundles.indexOf(bundle);
    add(bundle.shipment, item, units);
    if (pool === null || item.template.dependsOnDiscounts) bundle.lines.push(line);
    bundle.kinds |= item.kindBit;
  }
  for (const gift of gifts) {
    if (isStocked(gift.item, channel)) continue;
    const bundle = bundleOf(bundles, pool, gift.item, question);
    weigh(bundle.shipment, gift.item, gift.units);
    bundle.lines.push(gift);
    bundle.kinds |= gift.item.kindBit;
    serves &= gift.item.serves;
  }
  const [only] = bundles;
  basket.shipment =
    bundles.length === 1 && only && alone === null ? only.shipment : summed(whole, bundles, alone ?? nobody, lines);
  for (let i = 0; i < bundles.length; i += 1) lanes &= bundles[i]?.row?.bits ?? 0;
  basket.alone = alone ?? nobody;
  basket.handled = handled ?? nothing;
  basket.serves = serves;
  basket.lanes = serves & lanes;
  basket.stocked = theirs === 0 ? 'none' : theirs === lines.length ? 'all' : 'some';
}

const rowOf = (template: Template, fall: ZoneMatch | null, question: Question): Row | null => {
  const row = fall === null ? undefined : template.rows.get(fall.zone);
  return row === undefined ? null : rowAt(row, question.moment);
};

function aloneOf(line: Line, question: Question): Alone {
  const { template } = line.item;
  const shipment = shipmentOf([line], line.item.origin);
  add(shipment, line.item, line.units);
  const fall = template.zoneOf(question.place);
  return { line, fall, row: rowOf(template, fall, question), shipment };
}

function bundleOf(bundles: Bundle[], pool: Pool | null, item: Ready, question: Question): Bundle {
  const { template, origin, ownKind } = item;
  let known: Bundle | null = null;
  for (let i = 0; i < bundles.length; i += 1) {
    const one = bundles[i] as Bundle;
    if (one.template !== template) continue;
    if (one.origin === origin && one.kind === ownKind) return one;
    known = one;
  }
  const fall = known ? known.fall : template.zoneOf(question.place);
  const row = known ? known.row : rowOf(template, fall, question);
  let bundle = pool?.spare[bundles.length];
  if (bundle) {
    bundle.template = template;
    bundle.origin = origin;
    bundle.shipment.from = origin;
    bundle.kind = ownKind;
    bundle.fall = fall;
    bundle.row = row;
    bundle.kinds = 0;
    while (bundle.lines.length > 0) bundle.lines.pop();
    emptied(bundle.shipment);
  } else {
    const lines: Line[] = [];
    bundle = { template, origin, kind: ownKind, fall, row, shipment: shipmentOf(lines, origin), lines, kinds: 0 };
    pool?.spare.push(bundle);
  }
  bundles.push(bundle);
  return bundle;
}

function summed(
  shipment: Shipment,
  bundles: readonly Bundle[],
  alone: readonly Alone[],
  lines: readonly Line[],
): Shipment {
  emptied(shipment);
  shipment.pieces = lines;
  for (let i = 0; i < bundles.length; i += 1) addTo(shipment, (bundles[i] as Bundle).shipment);
  for (let i = 0; i < alone.length; i += 1) addTo(shipment, (alone[i] as Alone).shipment);
  return shipment;
}

function addTo(shipment: Shipment, one: Shipment): void {
  shipment.value += one.value;
  shipment.after += one.after;
  shipment.units += one.units;
  shipment.mass += one.mass;
  shipment.bought += one.bought;
  shipment.long = Math.max(shipment.long, one.long);
}

function emptied(shipment: Shipment): void {
  shipment.value = 0;
  shipment.after = 0;
  shipment.units = 0;
  shipment.mass = 0;
  shipment.bought = 0;
  shipment.long = 0;
}

function add(shipment: Shipment, item: Ready, units: number): void {
  const value = item.price * units;
  shipment.value += value;
  shipment.after += value;
  shipment.units += units;
  weigh(shipment, item, units);
  shipment.bought += item.mass === null ? Number.NaN : item.mass * units;
}

function weigh(shipment: Shipment, item: Ready, units: number): void {
  // What is not known makes the sum not known.
  shipment.mass += item.mass === null ? Number.NaN : item.mass * units;
  const long = item.sides === null ? Number.NaN : item.sides[0];
  // A side that is not known, or is longer; once not known it stays so.
  if (!(long <= shipment.long) && !Number.isNaN(shipment.long)) shipment.long = long;
}

/**
 * Sets what the basket, and each group where that is asked for, is worth after discounts: goods offers line by line,
 * order offers by shares.
 */
export function takeOff(
  book: CompiledBook,
  basket: Sorted,
  left: { readonly lines: readonly number[]; readonly goods: number; readonly order: number },
): void {
  const { bundles, alone } = basket;
  const plainly = basket.stocked === 'none' && (!book.splits || (bundles.length === 1 && alone.length === 0));
  if (plainly) {
    basket.shipment.after = left.goods - left.order;
    return;
  }
  const shares = left.order === 0 ? null : sharesOf(left.lines, left.order);
  for (const bundle of bundles) bundle.shipment.after = 0;
  for (const one of alone) one.shipment.after = 0;
  let whole = 0;
  for (let i = 0; i < left.lines.length; i += 1) {
    const at = basket.at[i] as number;
    if (Number.isNaN(at)) continue;
    const shipment = at < 0 ? (alone[-1 - at] as Alone).shipment : (bundles[at] as Bundle).shipment;
    const after = (left.lines[i] as number) - (shares?.[i] ?? 0);
    shipment.after += after;
    whole += after;
  }
  basket.shipment.after = whole;
}

/**
 * The zone that a basket's place falls in by the template of its first line; null where it falls in none. Lines that
 * the channel stocks are passed over, unless they count.
 */
export function firstZone({ lines, place, shopper }: Question, countStocked: boolean): string | null {
  for (const { item } of lines)
    if (countStocked || !isStocked(item, shopper.channel)) return item.template.zoneOf(place)?.zone.id ?? null;
  return null;
}
