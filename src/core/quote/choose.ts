import type { CompiledBook } from '../book/index.ts';
import { type Minor, minor, nothing } from '../exact/index.ts';
import { allGoods, mayAdd, type Offer, type WhyNot } from '../offers/index.ts';
import { type Sorted, sorted, takeOff } from './basket.ts';
import { type Charged, charge } from './charge.ts';
import { budgetLeft, type Candidate, liveFor, savingOf, unhelpful } from './live.ts';
import type { Line, Question } from './question.ts';
import { applyOffer, bestOf, type Delivery, type Field, type Found, fieldOf, type Left, leftIn, type Searched, untouched } from './search.ts';
import { sharesOf } from './shares.ts';

/** All that offers need of one basket; used for one service after the other. */
export interface Deal {
  readonly book: CompiledBook;
  readonly question: Question;
  readonly basket: Sorted;
  readonly field: Field;
  readonly deliveries: readonly Offer[];
  /** What the set in hand leaves; whole again between searches. */
  readonly left: Left;
  /** The best set beside each delivery offer, whatever it does to the charge; the first is beside none. */
  readonly relaxed: (Searched | undefined)[];
  /** The candidates that may be used beside each delivery offer; the first are those beside none. */
  readonly allowed: (readonly number[] | undefined)[];
  /** The basket with gifts beside it, by their SKUs. */
  readonly gifted: Map<string, Sorted>;
}

/** A set of offers used for a service, and what comes of it. */
export interface BestSet {
  /** Goods and order offers, by their places in the field. */
  readonly used: readonly number[];
  readonly delivering: Offer | null;
  /** What the goods cost less; gifts not counted. */
  readonly discount: Minor;
  /** What is paid for delivery; below 0 the service is not offered. */
  readonly delivery: number;
  /** False where the search was broken off: some set may save up to `gap` more. */
  readonly proved: boolean;
  readonly gap: Minor;
}

/** What one offer of a set took off: in all, and off each line of the basket. */
export interface Cut {
  readonly offer: Offer;
  readonly took: Minor;
  readonly lines: readonly Minor[];
}

/** A set worked out in full. */
export interface Settled {
  readonly cuts: readonly Cut[];
  /** What is off each line, its share of order offers in it. */
  readonly off: readonly Minor[];
  readonly gifts: readonly Line[];
  /** The basket as it is delivered, gifts in it. */
  readonly basket: Sorted;
  readonly charged: Charged;
}

/** Makes ready what offers may do to a basket that falls in a zone. */
export function dealFor(book: CompiledBook, question: Question, basket: Sorted, zone: string | null): Deal {
  const goods = basket.load.value;
  const live = liveFor(book, question, zone, goods);
  const field = fieldOf(question.lines, goods, live.candidates);
  return { book, question, basket, field, deliveries: live.deliveries, left: untouched(field), relaxed: [], allowed: [], gifted: new Map() };
}

const scratch: Charged = { rate: 0, droppable: 0, stays: 0 };

/**
 * Among the sets of offers that may add, the one by which the shopper pays least for a service (its place in the book);
 * ties go to fewer offers, then to those earlier in the book. At most one delivery offer acts on a service.
 */
export function bestSet(deal: Deal, service: number): BestSet {
  const { book, field, deliveries } = deal;
  const id = book.services[service]?.id ?? '';
  let best = null as BestSet | null;
  let bestCost = Number.POSITIVE_INFINITY;
  let open = Number.POSITIVE_INFINITY;
  for (let i = -1; i < deliveries.length; i += 1) {
    const offer = deliveries[i] ?? null;
    if (offer?.benefit.is === 'delivery' && offer.benefit.on.is === 'services' && !offer.benefit.on.services.has(id)) continue;
    const beside = delivery(deal, service, offer);
    const root = beside.at(deal.left);
    if (i < 0 && scratch.rate < 0 && (field.candidates.length === 0 || steady(deal))) return refusedBy(scratch.rate);
    const least = beside.least(deal.left, root);
    if (least === Number.POSITIVE_INFINITY) continue;
    const searched = searchedBeside(deal, i, offer, beside, root, least, bestCost);
    open = Math.min(open, searched.open);
    const { found } = searched;
    if (!found || Number.isNaN(found.delivery)) continue;
    const cost = field.goods - found.saving + found.delivery;
    if (cost > bestCost || (best && cost === bestCost && !goesBefore(field, found.used, offer, best))) continue;
    bestCost = cost;
    best = {
      used: found.used,
      delivering: offer,
      discount: minor(found.saving - worthOf(field, found.used)),
      delivery: found.delivery,
      proved: true,
      gap: nothing,
    };
  }
  // A search that was broken off may have missed a better set, whichever delivery offer it was beside.
  if (best) return open < bestCost ? { ...best, proved: false, gap: minor(bestCost - open) } : best;
  delivery(deal, service, null).at(deal.left);
  return refusedBy(scratch.rate);
}

const refusedBy = (rate: number): BestSet => ({ used: [], delivering: null, discount: nothing, delivery: rate, proved: true, gap: nothing });

/** Whether more discounts never make delivery cheaper: no lane has a table or bounds over what is left, and no gift weighs. */
const steady = ({ book, field }: Deal): boolean => book.steady && field.candidates.every((one) => one.gift === null);

/** The best set beside a delivery offer: the one that saves most, where it costs no threshold; else searched for with the charge in view. */
function searchedBeside(deal: Deal, at: number, offer: Offer | null, beside: Delivery, root: number, least: number, bar: number): Searched {
  const { field } = deal;
  if (field.candidates.length === 0) return { found: { ...nobody, delivery: root }, open: Number.POSITIVE_INFINITY };
  let allowed = deal.allowed[at + 1];
  if (!allowed) {
    allowed = allowedBeside(field, offer);
    deal.allowed[at + 1] = allowed;
  }
  let relaxed = deal.relaxed[at + 1];
  if (!relaxed) {
    relaxed = bestOf(field, deal.left, allowed, null, Number.POSITIVE_INFINITY);
    deal.relaxed[at + 1] = relaxed;
  }
  const most = relaxed.found ?? nobody;
  if (Math.min(field.goods - most.saving, relaxed.open) + least > bar) return { found: null, open: Number.POSITIVE_INFINITY };
  if (steady(deal) && relaxed.open === Number.POSITIVE_INFINITY) {
    const paid = within(deal, most.used, () => beside.at(deal.left));
    if (paid === least) return { found: { ...most, delivery: paid }, open: relaxed.open };
  }
  return bestOf(field, deal.left, allowed, beside, bar);
}

const nobody: Found = { used: [], saving: 0, delivery: 0 };

function allowedBeside({ candidates }: Field, offer: Offer | null): number[] {
  const allowed: number[] = [];
  for (let i = 0; i < candidates.length; i += 1) if (!offer || mayAdd(offer, (candidates[i] as Candidate).offer)) allowed.push(i);
  return allowed;
}

/** Does something with a set in use, and takes it back. */
function within<T>(deal: Deal, used: readonly number[], work: () => T): T {
  const undo = used.map((i) => applyOffer(deal.field, deal.field.candidates[i] as Candidate, deal.left));
  const done = work();
  for (const one of undo.reverse()) one?.back();
  return done;
}

/** What delivery by a service costs beside sets of offers, with a delivery offer or none. */
function delivery(deal: Deal, service: number, offer: Offer | null): Delivery {
  const { book, question, field } = deal;
  const id = book.services[service]?.id ?? '';
  const budget = offer ? budgetLeft(offer, question) : 0;
  const missed = (left: Left): boolean => {
    for (const ask of offer?.asks ?? []) if (ask.over === 'value' && ask.test === 'after' && leftFor(field, left, ask.goods) < ask.value) return true;
    return false;
  };
  let known = false;
  const fill = (left: Left): void => {
    // Where no lane minds discounts, one look at the charge does for all sets.
    if (known && !book.minds && left.gifts.length === 0) return;
    chargeLeft(deal, service, left);
    known = left.gifts.length === 0;
  };
  return {
    at(left) {
      fill(left);
      const { rate, droppable, stays } = scratch;
      if (rate < 0) return Number.NaN;
      if (!offer) return rate + droppable + stays;
      if (missed(left) || unhelpful(offer, id, rate, droppable, budget)) return Number.NaN;
      return rate + droppable - savingOf(offer, rate, droppable) + stays;
    },
    least(left) {
      const { rate, droppable, stays } = scratch;
      if (!steady(deal)) return offer && missed(left) ? Number.POSITIVE_INFINITY : 0;
      if (rate < 0) return Number.POSITIVE_INFINITY;
      if (!offer) return rate + droppable + stays;
      if (missed(left) || unhelpful(offer, id, rate, droppable, budget)?.why === 'above the cap') return Number.POSITIVE_INFINITY;
      return rate + droppable - savingOf(offer, rate, droppable) + stays;
    },
  };
}

/** What is left of a part for a delivery offer's ask: its share of order offers off. */
function leftFor(field: Field, left: Left, part: number): number {
  if (part === allGoods) return left.goods - left.order;
  return leftIn(field, { ...left, lines: afterOrder(left) }, part);
}

const afterOrder = (left: Left): number[] => {
  const shares = sharesOf(left.lines, left.order);
  return left.lines.map((amount, i) => amount - (shares[i] ?? 0));
};

/** Charges the basket for a service with what a set leaves of it, into the scratch; gives the basket as it is delivered. */
function chargeLeft(deal: Deal, service: number, left: Left): Sorted {
  const { book, question } = deal;
  let { basket } = deal;
  if (left.gifts.length > 0) {
    const key = left.gifts.map((gift) => `${gift.units} ${gift.item.sku}`).join(', ');
    basket = deal.gifted.get(key) ?? sorted(question, [...left.gifts]);
    deal.gifted.set(key, basket);
  }
  takeOff(book, basket, left);
  charge(book, basket, service, scratch, null);
  return basket;
}

const worthOf = ({ candidates }: Field, used: readonly number[]): number => {
  let worth = 0;
  for (const i of used) if ((candidates[i] as Candidate).gift) worth += (candidates[i] as Candidate).most;
  return worth;
};

/** The offers of a set, in the book's order. */
export const usedIn = ({ field }: Deal, { used, delivering }: Pick<BestSet, 'used' | 'delivering'>): Offer[] =>
  [...used.map((i) => (field.candidates[i] as Candidate).offer), ...(delivering ? [delivering] : [])].sort((a, b) => a.order - b.order);

/** Whether a set with its delivery offer goes before one that costs the same: it uses fewer offers, else earlier ones. */
function goesBefore(field: Field, used: readonly number[], delivering: Offer | null, best: BestSet): boolean {
  const [size, bestSize] = [used.length + (delivering ? 1 : 0), best.used.length + (best.delivering ? 1 : 0)];
  if (size !== bestSize) return size < bestSize;
  const orders = (set: readonly number[], last: Offer | null) => [...set.map((i) => (field.candidates[i] as Candidate).offer.order), ...(last ? [last.order] : [])].sort((a, b) => a - b);
  const others = orders(best.used, best.delivering);
  for (const [i, order] of orders(used, delivering).entries()) if (order !== others[i]) return order < (others[i] as number);
  return false;
}

/** Works a set out in full; leaves its basket as the set has it. */
export function settle(deal: Deal, best: BestSet, service: number): Settled {
  const { field, left } = deal;
  const cuts: Cut[] = [];
  const undo: (() => void)[] = [];
  for (const i of best.used) {
    const candidate = field.candidates[i] as Candidate;
    const took = applyOffer(field, candidate, left);
    if (!took) continue;
    undo.push(took.back);
    const lines = candidate.offer.level === 'order' ? sharesOf(left.lines, took.saved) : field.lines.map(() => nothing);
    candidate.cuts.forEach((cut, k) => {
      lines[cut.line] = minor(took.lines[k] ?? 0);
    });
    cuts.push({ offer: candidate.offer, took: candidate.gift ? nothing : minor(took.saved), lines });
  }
  const gifts = [...left.gifts];
  const basket = chargeLeft(deal, service, left);
  const remaining = afterOrder(left);
  const off = field.lines.map((line, i) => minor(line.item.price * line.units - (remaining[i] ?? 0)));
  for (const back of undo.reverse()) back();
  return { cuts, off, gifts, basket, charged: { ...scratch } };
}

/** Why an offer that nothing bars is not used for a service, beside what is. */
export function whyUnused(deal: Deal, offer: Offer, best: BestSet, settled: Settled, service: string): WhyNot {
  const { question } = deal;
  const candidate = deal.field.candidates.find((one) => one.offer === offer);
  const budget = budgetLeft(offer, question);
  const outweighed: WhyNot = { why: 'outweighed', by: usedIn(deal, best).map((one) => one.id) };
  if (offer.level === 'delivery') {
    const { rate, droppable } = settled.charged;
    const after = settled.off.reduce((sum, one) => sum - one, deal.field.goods);
    for (const ask of offer.asks) if (ask.over === 'value' && ask.test === 'after' && ask.goods === allGoods && after < ask.value) return { why: 'missed', by: minor(ask.value - after) };
    return unhelpful(offer, service, Number(rate), droppable, budget) ?? outweighed;
  }
  if (!candidate) return { why: 'nothing to take' };
  if (candidate.most > budget) return { why: 'budget', left: minor(budget), saving: candidate.most };
  const missed = within(deal, best.used, () => {
    for (const ask of offer.asks)
      if (ask.over === 'value' && ask.test === 'after' && leftIn(deal.field, deal.left, ask.goods) < ask.value) return minor(ask.value - leftIn(deal.field, deal.left, ask.goods));
    return null;
  });
  return missed === null ? outweighed : { why: 'missed', by: missed };
}
