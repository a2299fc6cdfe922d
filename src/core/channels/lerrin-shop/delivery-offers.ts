import type { CompiledBook } from '../../book/index.ts';
import { amountText, type Minor, minor } from '../../exact/index.ts';
import type { Offer } from '../../offers/index.ts';
import { faster } from '../../quote/index.ts';
import { boundedIf, type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import { mostPaid } from './conversion.ts';
import { type Does, notThere } from './does.ts';
import { mostWaived, type ToldGroup, type ToldLane } from './sets.ts';
import { chargesOf, neverEnd } from './steps.ts';

/** A lane with the group that it charges, and whether no campaign pays for its set. */
type Lane = ToldLane & { readonly group: ToldGroup['group']; readonly kept: boolean };

/** What is looked at of an offer: what it takes at the most, and what of it the shop is told. */
interface Taking {
  readonly book: CompiledBook;
  /** Endless where nothing but the charge itself is the most. */
  readonly limit: number;
  readonly atMost: number;
}

/** Free or reduced delivery: services cannot be named there, so that what is paid of one is paid of all. */
export function deliveryAs(book: CompiledBook, groups: readonly ToldGroup[], offer: Offer): Does | Fidelity {
  if (offer.kind.sort !== 'delivery' || offer.benefit.is !== 'delivery') return notThere(offer);
  const { off } = offer.benefit;
  if (off.by === 'percent' || off.by === 'to') return notThere(offer);
  const named = offer.kind.services(offer.benefit);
  const all = groups
    .flatMap(({ group, set, lanes }) => lanes.map((lane): Lane => ({ ...lane, group, kept: set.kept })))
    .filter(({ bookZone }) => !offer.zones || offer.zones.has(bookZone));
  const lanes = all.filter(({ rate }) => rate !== null);
  const fetched = new Set(book.services.filter(({ pickup }) => pickup).map(({ id }) => id));
  const { isAlways, isEver } = rankedIn(
    book,
    all.filter(({ service }) => !fetched.has(service)),
  );
  const fees = off.by === 'free';
  // What only reduces looks at the charge of groups: rates of an item's own are added to that.
  const isActedOn = ({ group, service }: Lane): boolean =>
    (fees || group.own === null) && (named ? named.has(service) : !fetched.has(service));
  const limit = Math.min(
    offer.limits.most ?? Number.POSITIVE_INFINITY,
    off.by === 'amount' ? off.amount : Number.POSITIVE_INFINITY,
  );
  const whole = Math.max(
    0,
    ...lanes
      .filter((lane) => !lane.kept && isActedOn(lane) && (named !== null || isEver(lane)))
      .map(({ paid }) => paid),
  );
  const atMost = Math.min(whole, limit);
  if (atMost === 0) return unsayable({ is: 'no counterpart' }, 'speeds for its services');
  const paid = minor(Math.min(atMost, mostPaid));
  const taking: Taking = { book, limit, atMost };
  const services = book.services.map(({ id }) => {
    const here = lanes.filter(({ service }) => service === id);
    const waived = fees ? mostWaived(here.map(({ group }) => group)) : 0;
    const caught = here.filter((lane) => !isActedOn(lane) || (named === null && !isAlways(lane)));
    const acted = here.filter(isActedOn);
    return {
      id,
      waived,
      over: caught.length === 0 ? 0 : Math.min(atMost, mostOf(caught)) + waived,
      under: acted.length === 0 ? 0 : leftOf(taking, acted) + (waivesAlike(taking, here) ? 0 : waived),
    };
  });
  const over = minor(Math.max(...services.map((one) => one.over)));
  const under = minor(Math.max(...services.map((one) => one.under)));
  const cap = atMost === paid ? paid : null;
  const caught = services.filter((one) => one.over > 0).map(({ id }) => id);
  const waived = Math.max(...services.map((one) => one.waived));
  return {
    campaigns: [{ benefit: { kind: 'delivery', atMost: amountText(paid, book.currency), fees }, from: null }],
    most: minor(atMost + waived),
    // What is kept may be the dearest, and less is paid then.
    pays: waived > 0 || groups.some(({ set }) => set.kept) ? null : paidOf(lanes, paid),
    capped: true,
    fidelity: worstOf([
      boundedIf(over, { is: 'cap', cap, services: caught, most: over }, 'the same services', 'live with it'),
      boundedIf(under, { is: 'cap of each set', cap, most: under }, 'live with it'),
    ]),
  };
}

/** The most that sets are charged of which a campaign may pay. */
const mostOf = (lanes: readonly Lane[]): number => Math.max(0, ...lanes.map(({ kept, most }) => (kept ? 0 : most)));

/**
 * What the book takes of a set at the most beyond what is paid of it there: of the cheapest choice, which may be a
 * dearer one for goods of several groups; and all of a rate of an item's own, which is waived as a fee is.
 */
function leftOf({ limit, atMost }: Taking, lanes: readonly Lane[]): number {
  const taken = ({ group, most }: Lane) => (group.own ? most : Math.min(limit, most));
  return Math.max(0, ...lanes.map((lane) => (lane.kept || taken(lane) <= atMost ? 0 : taken(lane) - atMost)));
}

/**
 * Whether fees by a service go there where they go in the book: there where no set charges more than is paid, before
 * any threshold; in the book where what is charged in all is no more.
 */
function waivesAlike({ book, limit, atMost }: Taking, lanes: readonly Lane[]): boolean {
  const exceeding = lanes.filter(({ kept, most }) => !kept && most > atMost);
  if (limit === Number.POSITIVE_INFINITY) return exceeding.length === 0;
  const mosts = new Map<ToldGroup['group'], number>();
  for (const { group, most } of lanes) if (group.own === null) mosts.set(group, Math.max(mosts.get(group) ?? 0, most));
  const sum = [...mosts.values()].reduce((all, most) => all + most, 0);
  if (exceeding.length === 0 && sum <= limit) return true;
  const isHighest = [book.mixedBy, ...book.mixing.map(({ by }) => by)].every((by) => by.is === 'highest');
  return (
    atMost === limit &&
    (mosts.size <= 1 ||
      (isHighest && new Set([...mosts.keys()].map(({ template }) => template)).size === mosts.size)) &&
    lanes.every(({ fidelity, threshold }) => fidelity.is === 'exact' && threshold === null) &&
    exceeding.every(({ group }) => group.own === null)
  );
}

/** What of the charges of some lanes is paid where all of each is; null where not all is, or they are many. */
function paidOf(lanes: readonly Lane[], atMost: Minor): Minor[] | null {
  const charges = lanes.map(({ rate }) => (rate ? chargesOf(rate) : []));
  if (charges.includes(null)) return null;
  const all = [...new Set(charges.flatMap((some) => some ?? []))];
  return all.length > mostCharges || all.some((charge) => charge > atMost) ? null : all.sort((a, b) => a - b);
}
const mostCharges = 24;

/** Whether a lane is the cheapest choice of all baskets of its group that it takes, or of any. */
interface Ranked {
  isAlways(lane: Lane): boolean;
  isEver(lane: Lane): boolean;
}

/** Lanes that are not fetched, those among them that the shop is not told. */
function rankedIn(book: CompiledBook, lanes: readonly Lane[]): Ranked {
  const order = new Map(book.services.map(({ id }, i) => [id, i]));
  const isFirst = (a: Lane, b: Lane): boolean => {
    const sooner = a.rate && b.rate ? faster(a.rate.days, b.rate.days) : 0;
    return (sooner || (order.get(a.service) ?? 0) - (order.get(b.service) ?? 0)) < 0;
  };
  // Never dearer: rates of an item's own are no part of what is compared.
  const beats = (a: Lane, b: Lane): boolean => {
    if (a.fidelity.is !== 'exact' || b.fidelity.is !== 'exact') return false;
    const [most, least] = [a.group.own ? 0 : a.most, b.group.own ? 0 : leastOf(b)];
    return most < least || (most === least && isFirst(a, b));
  };
  const rivals = (lane: Lane) => lanes.filter((other) => other !== lane && other.bookZone === lane.bookZone);
  return {
    // Alone for its goods, or cheaper than what is always there beside it, whatever else is in the basket.
    isAlways(lane) {
      const others = rivals(lane);
      const services = new Set(others.filter(({ group }) => group === lane.group).map(({ service }) => service));
      return others.every(
        (other) =>
          other.service === lane.service ||
          !services.has(other.service) ||
          (other.group === lane.group && beats(lane, other)),
      );
    },
    isEver: (lane) =>
      rivals(lane).every((other) => other.group !== lane.group || !isAlwaysThere(book, other) || !beats(other, lane)),
  };
}

/** Whether a service is offered for a group whatever of it is bought. */
const isAlwaysThere = (book: CompiledBook, { group, service, rate }: Lane): boolean => {
  const bit = 1 << book.services.findIndex(({ id }) => id === service);
  return (
    group.goods.every(({ serves, mass }) => (serves & bit) !== 0 && (mass !== null || rate?.steps.by === 'value')) &&
    rate !== null &&
    neverEnd(rate.steps)
  );
};

/** What a lane charges at the least, its own threshold minded. */
const leastOf = ({ rate, least }: ToldLane): number => (rate && rate.freeFrom !== null ? 0 : least);
