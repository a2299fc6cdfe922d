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
import { deliveryAs } from './delivery-offers.ts';
import { type Does, notThere } from './does.ts';
import { type Campaign, type CampaignBenefit, clock, limits } from './format.ts';
import { manifest } from './manifest.ts';
import { entryOf, leftOut } from './places.ts';
import type { ToldGroup } from './sets.ts';
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

function doesAs(saying: Saying, offer: Offer): Does | Fidelity {
  const { book } = saying;
  const say = (amount: Minor) => amountText(amount, book.currency);
  if (offer.level === 'delivery') return deliveryAs(book, saying.groups, offer);
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
  return {
    places: wholeAtlas(book).filter(means).map(entryOf),
    except: leftOut(book, means).map(entryOf),
    fidelity: byTemplate(book, zones),
  };
}
