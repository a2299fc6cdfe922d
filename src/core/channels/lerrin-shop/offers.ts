import type { CompiledBook } from '../../book/index.ts';
import { amountText, decimalText, localOf, type Minor, minor, percentOf } from '../../exact/index.ts';
import { batchOf, type Offer, sharedCode, soleValueCondition } from '../../offers/index.ts';
import { type Fallen, wholeAtlas } from '../atlas.ts';
import { beforeOnly, lostAtStep } from '../bounds.ts';
import type { Listed } from '../dialect.ts';
import { bounded, exact, type Fidelity, type LostLimit, unsayable, worstOf } from '../fidelity.ts';
import { excludes } from '../keeping-out.ts';
import { goodInEach, untellable } from '../plain-offer.ts';
import { byTemplate } from '../reach.ts';
import { type TakenOff, takesOff } from '../taken-off.ts';
import { mostPaid } from './conversion.ts';
import { type Campaign, type CampaignBenefit, clock, limits } from './format.ts';
import { manifest } from './manifest.ts';
import { entryOf } from './places.ts';
import { mostWaived, type ToldGroup, type ToldLane } from './sets.ts';
import { chargesOf, neverEnd } from './steps.ts';
import { textsIn } from './texts.ts';

/** An offer as campaigns of the shop, one for each step it has; letters are given when all are known. */
export interface ToldOffer {
  readonly offer: Offer;
  readonly campaigns: readonly Campaign[];
  readonly fidelity: Fidelity;
  /** What it can take off an order at the most. */
  readonly most: Minor;
  /** Of an offer of delivery the amounts that it pays at the shop, where these are few; else null. */
  readonly pays: readonly Minor[] | null;
  /** Limits that the shop keeps by itself. */
  readonly keeps: readonly LostLimit[];
}

/** What it takes to say offers. */
export interface Saying {
  readonly book: CompiledBook;
  readonly goods: readonly Listed[];
  readonly groups: readonly ToldGroup[];
  readonly locales: readonly string[];
  /** The tag of the goods of a selection. */
  tagOf(part: number): string | null;
  /** A key that no other campaign has. */
  keyFor(wanted: string): string;
}

/** An offer told, or why it cannot be. */
export function toldOffer(saying: Saying, offer: Offer): ToldOffer | Fidelity {
  const { book } = saying;
  const untold = untellable(offer);
  if (untold) return untold;
  const code = sharedCode(offer);
  const batch = batchOf(offer);
  const asks = soleValueCondition(offer) ?? null;
  const does = doesAs(saying, offer);
  if ('is' in does) return does;
  const limited = limitsOf(saying, offer, does);
  if ('is' in limited) return limited;
  const where = whereOf(book, offer);
  const body = book.body.offers[offer.order];
  const at = (moment: number | null) => (moment === null ? null : localOf(moment, clock));
  const say = (amount: Minor) => amountText(amount, book.currency);
  const seen = (other: Offer): boolean =>
    (offer.level === 'delivery' || other.level === 'goods') && !excludes(book, offer, other);
  const acting = { book, channel: manifest.id, zones: null };
  const asked =
    asks && offer.level !== 'goods' ? beforeOnly(acting, asks, () => mostBelow(offer, asks.value, does), seen) : exact;
  const campaigns = does.campaigns.map(({ benefit, from }) => ({
    key: saying.keyFor(
      from === null || does.campaigns.length === 1 ? offer.id : `${offer.id}-${say(from)}`.replace('.', '-'),
    ),
    title: textsIn(saying.locales, body?.title ?? offer.id, body?.titles ?? {}, manifest.titleLetters),
    terms: body?.terms ? textsIn(saying.locales, body.terms, {}, limits.terms) : {},
    letter: 'A',
    benefit,
    code,
    ...(batch === null ? {} : { batch }),
    leastValue: leastValue(asks?.value ?? null, from, say),
    places: where.places,
    except: where.except,
    uses: limited.uses,
    from: at(offer.from),
    until: at(offer.until),
  }));
  return {
    offer,
    campaigns,
    fidelity: worstOf([does.fidelity, limited.fidelity, where.fidelity, asked, goodInEach(book, offer, manifest.id)]),
    most: does.most,
    pays: does.pays ?? null,
    keeps: limited.keeps,
  };
}

/** What an offer takes at the most off goods that are left to be worth less than so much. */
function mostBelow({ kind, benefit }: Offer, value: Minor, { most }: Does): Minor {
  const share = kind.sort === 'order' ? kind.share(benefit) : null;
  return share ? minor(Math.min(most, percentOf(value, share))) : most;
}

const leastValue = (asked: Minor | null, from: Minor | null, say: (amount: Minor) => string): string | null =>
  asked === null && from === null ? null : say(minor(Math.max(asked ?? 0, from ?? 0)));

/** What an offer does, as one or several campaigns; `most`: what it can take off an order at the most. */
interface Does {
  readonly campaigns: readonly { readonly benefit: CampaignBenefit; readonly from: Minor | null }[];
  readonly most: Minor;
  /** Of delivery the amounts that are paid, where these are few. */
  readonly pays?: readonly Minor[] | null;
  /** Whether the largest discount an order is kept by what is told. */
  readonly capped: boolean;
  readonly fidelity: Fidelity;
}

const notThere = ({ benefit }: Offer): Fidelity =>
  unsayable({ is: 'benefit', kind: benefit.is }, 'the channel left out');

function doesAs(saying: Saying, offer: Offer): Does | Fidelity {
  const { book } = saying;
  const say = (amount: Minor) => amountText(amount, book.currency);
  if (offer.level === 'delivery') return deliveryAs(saying, offer, say);
  const does = takesOff(saying.goods, offer);
  if (!does) return notThere(offer);
  const acting = { book, channel: manifest.id, zones: null };
  return {
    campaigns: does.steps.map(({ off, from }) => ({ benefit: benefitOf(saying, off, say), from })),
    most: does.most,
    capped: does.capped,
    fidelity: worstOf(
      does.tests.map((step, i) =>
        beforeOnly(
          acting,
          step,
          () => lostAtStep(acting, does.tests, i),
          (other) => other.level === 'goods' && !excludes(book, offer, other),
        ),
      ),
    ),
  };
}

function benefitOf({ tagOf }: Saying, off: TakenOff, say: (amount: Minor) => string): CampaignBenefit {
  switch (off.is) {
    case 'percent of the order':
      return { kind: 'order', off: { is: 'percent', percent: decimalText(off.percent) } };
    case 'amount of the order':
      return { kind: 'order', off: { is: 'amount', amount: say(off.amount) } };
    case 'percent':
      return { kind: 'goods', tag: tagOf(off.part), off: { is: off.is, percent: decimalText(off.percent) } };
    case 'amount':
      return { kind: 'goods', tag: tagOf(off.part), off: { is: off.is, amount: say(off.amount) } };
    case 'price':
      return { kind: 'goods', tag: tagOf(off.part), off: { is: off.is, price: say(off.price) } };
    case 'n for m': {
      const { is, buy, get, percent } = off;
      return { kind: 'goods', tag: tagOf(off.part), off: { is, buy, get, percent: decimalText(percent) } };
    }
  }
}

/** Free or reduced delivery: services cannot be named there, so that what is paid of one is paid of all. */
function deliveryAs({ book, groups }: Saying, offer: Offer, say: (amount: Minor) => string): Does | Fidelity {
  if (offer.kind.sort !== 'delivery' || offer.benefit.is !== 'delivery') return notThere(offer);
  const { off } = offer.benefit;
  if (off.by === 'percent' || off.by === 'to') return notThere(offer);
  const named = offer.kind.services(offer.benefit);
  const lanes = groups
    .filter(({ set }) => !set.kept)
    .flatMap(({ group, lanes: mine }) => mine.map((lane) => ({ ...lane, group })))
    .filter((lane) => lane.rate && (!offer.zones || offer.zones.has(lane.bookZone)));
  const fetched = new Set(book.services.filter(({ pickup }) => pickup).map(({ id }) => id));
  const rivals = (lane: Lane) =>
    lanes.filter((other) => other !== lane && other.bookZone === lane.bookZone && !fetched.has(other.service));
  // Alone for its goods, or never dearer than what is always there beside it, it is the cheapest choice of any basket.
  const alwaysCheapest = (lane: Lane): boolean => {
    const others = rivals(lane);
    const services = new Set(others.filter(({ group }) => group === lane.group).map(({ service }) => service));
    return others.every(
      (other) =>
        other.service === lane.service ||
        !services.has(other.service) ||
        (other.group === lane.group && lane.most <= leastOf(other)),
    );
  };
  const maybeCheapest = (lane: Lane): boolean =>
    rivals(lane).every(
      (other) => other.group !== lane.group || !isAlwaysThere(book, other) || other.most > leastOf(lane),
    );
  const cap = offer.limits.most;
  const fees = off.by === 'free' && cap === null;
  // What only reduces looks at the charge of groups: rates of an item's own are added to that.
  const isActedOn = ({ group, service }: Lane): boolean =>
    (fees || group.own === null) && (named ? named.has(service) : !fetched.has(service));
  const isMeant = (lane: Lane): boolean => isActedOn(lane) && (named !== null || alwaysCheapest(lane));
  const meant = lanes.filter((lane) => isActedOn(lane) && (named !== null || maybeCheapest(lane)));
  const whole = Math.max(0, ...meant.map((lane) => lane.most));
  const atMost = Math.min(whole, cap ?? whole, off.by === 'amount' ? off.amount : whole);
  if (atMost === 0) return unsayable({ is: 'no counterpart' }, 'speeds for its services');
  const paid = minor(Math.min(atMost, mostPaid));
  const waivedBy = new Map(
    book.services.map(({ id }) => [
      id,
      fees ? mostWaived(lanes.filter(({ service }) => service === id).map(({ group }) => group)) : 0,
    ]),
  );
  const waived = ({ service }: Lane): number => waivedBy.get(service) ?? 0;
  const caught = lanes.filter((lane) => lane.most + waived(lane) > 0 && !isMeant(lane));
  // Of a dearer choice that is the cheapest of some basket, as goods of several groups have no other, not all is paid.
  const short = named ? [] : caught.filter((lane) => !fetched.has(lane.service)).map((lane) => lane.most - atMost);
  const over = minor(Math.max(0, ...caught.map((lane) => Math.min(atMost, lane.most) + waived(lane)), ...short));
  const services = [...new Set(caught.map((lane) => lane.service))];
  const fidelity =
    over === 0
      ? exact
      : bounded(
          over,
          { is: 'cap', cap: atMost === paid ? paid : null, services, most: over },
          'the same services',
          'live with it',
        );
  return {
    campaigns: [{ benefit: { kind: 'delivery', atMost: say(paid), fees }, from: null }],
    most: minor(atMost + Math.max(0, ...waivedBy.values())),
    // What is kept may be the dearest, and less is paid then.
    pays: groups.some(({ set }) => set.kept) || lanes.some((lane) => waived(lane) > 0) ? null : paidOf(lanes, paid),
    capped: true,
    fidelity,
  };
}

/** What of the charges of some lanes is paid where all of each is; null where not all is, or they are many. */
function paidOf(lanes: readonly Lane[], atMost: Minor): Minor[] | null {
  const charges = lanes.map(({ rate }) => (rate ? chargesOf(rate) : []));
  if (charges.includes(null)) return null;
  const all = [...new Set(charges.flatMap((some) => some ?? []))];
  return all.length > mostCharges || all.some((charge) => charge > atMost) ? null : all.sort((a, b) => a - b);
}
const mostCharges = 24;

/** A lane with the group that it charges. */
type Lane = ToldLane & { readonly group: ToldGroup['group'] };

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

/** Limits as the shop keeps them: uses in all, and a budget as so many of them. */
function limitsOf(
  { book }: Saying,
  offer: Offer,
  { most, capped }: Does,
): { uses: number | null; keeps: LostLimit[]; fidelity: Fidelity } | Fidelity {
  const { uses, each, budget, most: largest } = offer.limits;
  const lost: LostLimit[] = [];
  const keeps: LostLimit[] = [];
  const parts: Fidelity[] = [];
  let told = uses;
  if (uses !== null) keeps.push('uses');
  if (each !== null) lost.push('each');
  if (!capped) lost.push('most');
  if (budget !== null) {
    const written = budget.split === null ? budget.amount : (budget.split.get(manifest.id) ?? minor(0));
    const amount = book.conversion ? Number((BigInt(written) * book.conversion.up) / book.conversion.down) : written;
    const saving = largest === null ? most : minor(Math.min(most, largest));
    const times = saving === 0 ? 0 : Math.floor(amount / saving);
    if (budget.per === 'week') lost.push('budget');
    else if (!Number.isFinite(saving))
      return unsayable({ is: 'as the carrier asks', of: 'budget as uses' }, 'the channel left out');
    else if (times === 0) return unsayable({ is: 'budget below one use' }, 'a larger budget', 'the channel left out');
    else {
      told = Math.min(told ?? times, times);
      keeps.push('budget');
      parts.push(bounded(saving, { is: 'budget as uses', uses: told }, 'a larger budget', 'live with it'));
    }
  }
  if (lost.length > 0) parts.push(unsayable({ is: 'limits', limits: lost }, 'ended by hand', 'the channel left out'));
  return { uses: told, keeps, fidelity: worstOf(parts) };
}

/** Where an offer holds: the places of its zones, less what lies in them and is not meant. */
function whereOf(book: CompiledBook, offer: Offer): { places: string[] | null; except: string[]; fidelity: Fidelity } {
  const { zones } = offer;
  if (!zones) return { places: null, except: [], fidelity: exact };
  const means = ({ zones: falls }: Fallen) => falls.some((zone) => zone !== null && zones.has(zone));
  const parts = wholeAtlas(book);
  const inside = parts.filter(means);
  const around = (one: Fallen) =>
    inside.some(
      ({ pattern }) =>
        pattern.is === 'world' ||
        (one.pattern.is !== 'world' && one.pattern.is !== 'country' && pattern.country === one.pattern.country),
    );
  const except = parts.filter((one) => !means(one) && one.pattern.is !== 'world' && around(one));
  return {
    places: inside.map(entryOf),
    except: except.map(entryOf),
    fidelity: byTemplate(book, zones),
  };
}
