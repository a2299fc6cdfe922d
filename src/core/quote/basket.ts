import type { CompiledBook, Ready, Row, Template } from '../book/index.ts';
import type { Fall } from '../places/index.ts';
import type { Asked, Load, Piece } from '../rates/index.ts';
import type { Line, Question } from './question.ts';
import { sharesOf } from './shares.ts';

/** Lines that are delivered together: a single stock place, one template, kinds that share their rate in every lane. */
export interface Bundle {
  template: Template;
  origin: string;
  /** The kind where some lane has a rate of its own for it; else null. */
  kind: string | null;
  /** Whether they pay a rate, or ship free or at charges of their own. */
  rated: boolean;
  /** Where the place falls in the template; null where it is not delivered to. */
  fall: Fall | null;
  /** The lanes there; null where it is not delivered to. */
  row: Row | null;
  readonly load: Load;
  readonly lines: Line[];
  /** The kinds in it, by their bits among those that mixing rules name. */
  kinds: number;
  /** Extra fees and charges of their own: those that free delivery drops, and those that stay. */
  dropped: number;
  stays: number;
}

/** A basket sorted for delivery. */
export interface Sorted {
  bundles: readonly Bundle[];
  /** The whole basket's sums; those of its bundle where it is one. */
  load: Load;
  lines: readonly Line[];
  /** The bundle each line is in, by its place. */
  at: number[];
  /** The services that take every line, a bit each. */
  serves: number;
  /** Those of them that every bundle has a lane for. */
  lanes: number;
  asked: Asked;
}

const loadOf = (pieces: readonly Piece[]): Load => ({ value: 0, after: 0, units: 0, mass: 0, long: 0, pieces });

/** Sorts a question's lines into bundles (step 1 of delivery choices), each with its sums; gifts weigh, and count for nothing else. */
export function sorted(question: Question, gifts: readonly Line[] = []): Sorted {
  const bundles: Bundle[] = [];
  const basket: Sorted = { bundles, load: loadOf(question.lines), lines: question.lines, at: [], serves: -1, lanes: -1, asked: question };
  sortInto(basket, bundles, basket.load, question, gifts, null);
  return basket;
}

/** What sorting one basket after another uses again, so that answers by the million make no objects. */
export interface Pool {
  readonly basket: Sorted;
  readonly load: Load;
  readonly bundles: Bundle[];
  readonly spare: Bundle[];
}

export const newPool = (): Pool => {
  const bundles: Bundle[] = [];
  const load = loadOf([]);
  return { basket: { bundles, load, lines: [], at: [], serves: -1, lanes: -1, asked: { place: { country: '', part: null, postcode: null }, carrier: null } }, load, bundles, spare: [] };
};

/**
 * The same with what an earlier basket used: that one is done with. Lines of a bundle are only kept where its template packs
 * parcels, or discounts are split over lines.
 */
export function sortedAgain(pool: Pool, question: Question): Sorted {
  const { basket, bundles } = pool;
  basket.lines = question.lines;
  basket.asked = question;
  while (bundles.length > 0) bundles.pop();
  sortInto(basket, bundles, pool.load, question, noGifts, pool);
  return basket;
}

const noGifts: readonly Line[] = [];

function sortInto(basket: Sorted, bundles: Bundle[], whole: Load, question: Question, gifts: readonly Line[], pool: Pool | null): void {
  const { lines } = question;
  let serves = -1;
  for (let i = 0; i < lines.length; i += 1) {
    const line = lines[i] as Line;
    const { item, units } = line;
    const bundle = bundleOf(bundles, pool, item, question);
    basket.at[i] = bundles.length === 1 ? 0 : bundles.indexOf(bundle);
    add(bundle.load, item, units);
    if (pool === null || item.template.minds) bundle.lines.push(line);
    bundle.kinds |= item.kindBit;
    bundle.dropped += item.dropped * units;
    bundle.stays += item.stays * units;
    serves &= item.serves;
  }
  for (const gift of gifts) {
    const bundle = bundleOf(bundles, pool, gift.item, question);
    weigh(bundle.load, gift.item, gift.units);
    bundle.lines.push(gift);
    bundle.kinds |= gift.item.kindBit;
    serves &= gift.item.serves;
  }
  const [only] = bundles;
  const load = bundles.length === 1 && only ? only.load : summed(whole, bundles, lines);
  basket.load = load;
  if (load.value > Number.MAX_SAFE_INTEGER || load.mass > Number.MAX_SAFE_INTEGER) throw new RangeError('The basket is worth or weighs more than can be counted exactly');
  let lanes = serves;
  for (let i = 0; i < bundles.length; i += 1) lanes &= bundles[i]?.row?.bits ?? 0;
  basket.serves = serves;
  basket.lanes = lanes;
}

function bundleOf(bundles: Bundle[], pool: Pool | null, item: Ready, question: Question): Bundle {
  const { template, origin, rated, ownKind } = item;
  let known: Bundle | null = null;
  for (let i = 0; i < bundles.length; i += 1) {
    const one = bundles[i] as Bundle;
    if (one.template !== template) continue;
    if (one.origin === origin && one.kind === ownKind && one.rated === rated) return one;
    known = one;
  }
  const fall = known ? known.fall : template.zoneOf(question.place);
  const row = known ? known.row : fall ? (template.rows.get(fall.zone) ?? null) : null;
  let bundle = pool?.spare[bundles.length];
  if (bundle) {
    bundle.template = template;
    bundle.origin = origin;
    bundle.kind = ownKind;
    bundle.rated = rated;
    bundle.fall = fall;
    bundle.row = row;
    bundle.kinds = 0;
    bundle.dropped = 0;
    bundle.stays = 0;
    while (bundle.lines.length > 0) bundle.lines.pop();
    emptied(bundle.load);
  } else {
    const lines: Line[] = [];
    bundle = { template, origin, kind: ownKind, rated, fall, row, load: loadOf(lines), lines, kinds: 0, dropped: 0, stays: 0 };
    pool?.spare.push(bundle);
  }
  bundles.push(bundle);
  return bundle;
}

function summed(load: Load, bundles: readonly Bundle[], lines: readonly Line[]): Load {
  emptied(load);
  load.pieces = lines;
  for (let i = 0; i < bundles.length; i += 1) {
    const one = (bundles[i] as Bundle).load;
    load.value += one.value;
    load.after += one.after;
    load.units += one.units;
    load.mass += one.mass;
    load.long = Math.max(load.long, one.long);
  }
  return load;
}

function emptied(load: Load): void {
  load.value = 0;
  load.after = 0;
  load.units = 0;
  load.mass = 0;
  load.long = 0;
}

function add(load: Load, item: Ready, units: number): void {
  const value = item.price * units;
  load.value += value;
  load.after += value;
  load.units += units;
  weigh(load, item, units);
}

function weigh(load: Load, item: Ready, units: number): void {
  // What is not known makes the sum not known.
  load.mass += item.mass === null ? Number.NaN : item.mass * units;
  const long = item.sides === null ? Number.NaN : item.sides[0];
  // A side that is not known, or is longer; once not known it stays so.
  if (!(long <= load.long) && !Number.isNaN(load.long)) load.long = long;
}

/** Sets what the basket, and each bundle where that is asked for, is worth after discounts: goods offers line by line, order offers by shares. */
export function takeOff(book: CompiledBook, basket: Sorted, left: { readonly lines: readonly number[]; readonly goods: number; readonly order: number }): void {
  const after = left.goods - left.order;
  if (basket.load.after === after && !book.splits) return;
  basket.load.after = after;
  const { bundles } = basket;
  if (!book.splits || bundles.length === 1) return;
  const shares = left.order === 0 ? null : sharesOf(left.lines, left.order);
  for (const bundle of bundles) bundle.load.after = 0;
  for (let i = 0; i < left.lines.length; i += 1) {
    const bundle = bundles[basket.at[i] as number] as Bundle;
    bundle.load.after += (left.lines[i] as number) - (shares?.[i] ?? 0);
  }
}
