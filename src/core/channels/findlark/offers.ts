import { decimalText, type Instant, type Minor, minor } from '../../exact/index.ts';
import { allGoods, conditionKindOf, lies, type Offer, type Part, partOf, sharedCode } from '../../offers/index.ts';
import { isFor } from '../acting.ts';
import { zonesWith } from '../atlas.ts';
import { lostAtStep } from '../bounds.ts';
import type { Listed, Note } from '../dialect.ts';
import { addedUp, bounded, exact, type Fidelity, noMoreThan, unsayable, worstOf } from '../fidelity.ts';
import { lessBy, lesserInAll } from '../lesser.ts';
import { forSomeAlone, limitsLost } from '../plain-offer.ts';
import { byTemplate, fitted, wholeCountries } from '../reach.ts';
import { type TakenOff, takesOff } from '../taken-off.ts';
import type { Does } from './does.ts';
import { type Feed, promote } from './feed.ts';
import type { GoodsOf, Promotion } from './format.ts';
import { cheapestBy } from './freed.ts';
import { givingAway, isDeliveredByRest } from './gifts.ts';
import { limits } from './limits.ts';
import { manifest } from './manifest.ts';
import { heldAs } from './ready-feed.ts';
import { refusedThere } from './review.ts';
import { testedAfterSales } from './sales.ts';

/** A moment as the file has it. */
export const offset = (moment: Instant | null): string | null =>
  moment === null ? null : `${new Date(moment).toISOString().slice(0, 16)}+00:00`;

/** An offer told, or as much of it as can be. */
interface ToldOffer {
  readonly offer: Offer;
  readonly as: 'sale' | 'goods' | 'delivery';
  readonly reads: Note['reads'];
  readonly keys: readonly string[];
  readonly fidelity: Fidelity;
  /** What it takes off an order there at the most. */
  readonly most: Minor;
  /**
   * Whether the book may use it, or leave it, where that is not best there: a gift that costs more to send than it
   * saves, or saves less than a discount that costs the free delivery.
   */
  readonly mayCost: boolean;
}

/** What is said of the book's offers: sale prices and promotions. */
export function offerNotes(feed: Feed): {
  readonly notes: Note[];
  readonly said: ReadonlyMap<string, ReadonlySet<never>>;
} {
  const clause = (offer: Offer) => ({ about: 'offer', offer: offer.id }) as const;
  const told: ToldOffer[] = [];
  const notes: Note[] = [];
  for (const offer of feed.book.offers) {
    const one = isFor(feed.book, offer, 'findlark') ? toldOffer(feed, offer) : exact;
    if ('is' in one) notes.push({ clause: clause(offer), reads: [], fidelity: one });
    else told.push(one);
  }
  return {
    notes: [
      ...notes,
      ...told.map((one) => ({
        clause: clause(one.offer),
        reads: one.reads,
        keys: one.keys,
        fidelity: noMoreThan(besideOthers(feed, told, one), mostOff(one)),
      })),
    ],
    said: new Map(told.map(({ offer }) => [offer.id, new Set<never>()])),
  };
}

function toldOffer(feed: Feed, offer: Offer): ToldOffer | Fidelity {
  const some = forSomeAlone(offer);
  if (some) return some;
  const sale = feed.sales.offers.get(offer);
  if (sale)
    return {
      offer,
      as: 'sale',
      reads: [['items', { is: 'sale prices', count: sale.goods }, ...periodOf(offer)]],
      keys: [],
      fidelity: sale.fidelity,
      most: sale.most,
      mayCost: false,
    };
  const does = offer.level === 'delivery' ? freeing(feed, offer) : takingOff(feed, offer);
  if ('is' in does) return does;
  const mayCost = offer.kind.sort === 'gift' && (does.fidelity.is !== 'exact' || isDeliveredByRest(feed));
  const asked = askedOf(feed, offer, does);
  if ('is' in asked) return asked;
  const lines = does.lines.map((line) => promotionOf(feed, offer, line, asked, does.misplaced));
  const said = lines.flatMap(({ promotion }) => promotion ?? []);
  if (said.length === 0) return unsayable({ is: 'reaches nothing' }, 'live with it');
  const { fidelity: short } = titleOf(feed, offer);
  const as = offer.level === 'delivery' ? 'delivery' : 'goods';
  // Where it reaches too far it frees what is charged there.
  const farther = lines.map(({ places }) => (as === 'delivery' && places.is === 'bounded' ? places.bound : 0));
  const most = Math.max(does.most, ...farther);
  return {
    offer,
    as,
    reads: said.map(readsOf),
    keys: said.map((promotion) => heldAs(feed.setting, promotion)),
    fidelity: worstOf([
      short,
      does.fidelity,
      asked.fidelity,
      ...lines.map((one) => one.places),
      byTemplate(feed.book, offer.zones),
      refusedThere(feed, offer),
      limitsLost(offer, does.capped ? null : does.most),
    ]),
    // What costs the free delivery may take so much more than a gift that is used all the same.
    most: minor(most + (mayCost ? feed.mostIn(null) : 0)),
    mayCost,
  };
}

const periodOf = (offer: Offer) =>
  offer.from === null && offer.until === null
    ? []
    : [{ is: 'time', from: offset(offer.from), until: offset(offer.until), clock: 'UTC' } as const];

const notThere = ({ benefit }: Offer): Fidelity =>
  unsayable({ is: 'benefit', kind: benefit.is }, 'the channel left out');

function takingOff(feed: Feed, offer: Offer): Does | Fidelity {
  const { goods, say } = feed;
  if (offer.kind.sort === 'gift') return givingAway(feed, offer, offer.kind.gift(offer.benefit));
  const part = partOf(offer);
  if (part !== null && !goods.some((item) => lies(item, part)))
    return unsayable({ is: 'reaches nothing' }, 'live with it');
  const does = takesOff(goods, offer);
  const lines = does?.steps.flatMap(({ off, from }) => {
    const taken = doesBy(off, say);
    return taken ? [{ ...taken, from, zones: offer.zones }] : [];
  });
  if (!does || !lines || lines.length < does.steps.length) return notThere(offer);
  const { most, capped, tests } = does;
  const acting = { book: feed.book, channel: manifest.id, zones: null };
  const fidelity = worstOf(
    tests.map((step, i) => {
      const lost = lostAtStep(acting, tests, i);
      return testedAfterSales(feed, step, { part: allGoods, level: offer.level, most: () => lost, of: offer });
    }),
  );
  return { lines, most, misplaced: () => most, capped, fidelity };
}

function doesBy(off: TakenOff, say: Feed['say']): { does: Promotion['does']; on: Part } | null {
  switch (off.is) {
    case 'percent of the order':
      return { does: { kind: 'percent', percent: decimalText(off.percent) }, on: allGoods };
    case 'percent':
      return { does: { kind: 'percent', percent: decimalText(off.percent) }, on: off.part };
    case 'amount of the order':
      return { does: { kind: 'amount', amount: say(off.amount) }, on: allGoods };
    case 'n for m': {
      const { buy, get, percent, part } = off;
      if (decimalText(percent) !== '100' || buy + get > 999) return null;
      return { does: { kind: 'n for m', units: buy + get, paid: buy }, on: part };
    }
    default:
      return null;
  }
}

/** Free delivery: the services it names, or in each zone the cheapest choice. */
function freeing(feed: Feed, offer: Offer): Does | Fidelity {
  if (offer.kind.sort !== 'delivery' || !offer.kind.isFree(offer.benefit)) return notThere(offer);
  const named = offer.kind.services(offer.benefit);
  const freed = named
    ? { by: [{ zones: offer.zones, services: [...named] }], fidelity: exact }
    : cheapestBy(feed, offer);
  const speedsOf = (services: Iterable<string>) => new Set([...services].flatMap((id) => feed.speedOf(id) ?? []));
  // What is cheapest goes by the basket: in the book it may be any.
  const may = named ? speedsOf(named) : undefined;
  return {
    lines: freed.by.flatMap(({ zones, services }) => {
      const speeds = [...speedsOf(services)];
      return speeds.length === 0
        ? []
        : [{ does: { kind: 'delivery', speeds } as const, on: allGoods, from: null, zones }];
    }),
    most: feed.mostIn(offer.zones, may),
    misplaced: (places) => feed.mostIn(zonesWith(places), may),
    capped: offer.limits.most === null,
    fidelity: freed.fidelity,
  };
}

/** What an offer asks, as promotions have it: of which goods, how much value, how many units. */
interface Asked {
  readonly of: GoodsOf;
  readonly leastValue: Minor | null;
  readonly leastUnits: number | null;
  readonly fidelity: Fidelity;
}

/** Promotions ask of the goods they are for: what they take off those, or any goods where they act on the whole. */
function askedOf(feed: Feed, offer: Offer, { lines, most }: Does): Asked | Fidelity {
  const on = lines[0]?.on ?? allGoods;
  const isWhole = lines.every(({ does }) => does.kind === 'gift' || does.kind === 'delivery');
  const [condition, ...more] = offer.conditions;
  const cannot = unsayable({ is: 'ask' }, 'the value of the basket', 'the channel left out');
  if (more.length > 0) return cannot;
  const asks = condition ? conditionKindOf(condition).need(condition) : null;
  const needs = offer.needs;
  if (needs !== null && !isWhole) return unsayable({ is: 'needs' }, 'any goods', 'the channel left out');
  const part = isWhole ? (needs ?? asks?.part ?? allGoods) : on;
  if (asks !== null && asks.part !== part) return cannot;
  const of = offer.level === 'order' ? ({ is: 'all' } as const) : goodsOf(feed, part, isWhole);
  if (of === null) return unsayable({ is: 'labels full', fit: limits.labels }, 'live with it');
  const [value] = offer.values;
  return {
    of,
    leastValue: value?.value ?? null,
    leastUnits: condition && !value ? (asks?.units ?? null) : null,
    fidelity: value ? testedAfterSales(feed, value, { part, level: offer.level, most: () => most, of: offer }) : exact,
  };
}

/** Of all goods a percentage is rounded once there; of those with a label line by line, as the book rounds it. */
function goodsOf({ book, labels }: Feed, part: Part, isWhole: boolean): GoodsOf | null {
  if (part === allGoods && isWhole) return { is: 'all' };
  const label = labels.labelOf(part, part === allGoods ? 'all-goods' : (book.parts[part]?.id ?? 'some'));
  return label === null ? null : { is: 'label', label };
}

const titleOf = ({ book, setting }: Feed, offer: Offer) => {
  const body = book.body.offers[offer.order];
  const own = Object.entries(body?.titles ?? {}).find(([locale]) => locale.split('-')[0] === setting.language);
  return fitted(own?.[1] ?? body?.title ?? offer.id, limits.title);
};

/** The promotion of a line, null where it names no country of the feed; and what is lost of its places. */
function promotionOf(
  feed: Feed,
  offer: Offer,
  { does, from, zones }: Does['lines'][number],
  { of, leastValue, leastUnits }: Asked,
  misplaced: Does['misplaced'],
): { promotion: Promotion | null; places: Fidelity } {
  const { book, say, inTarget } = feed;
  const { countries, fidelity: places } = wholeCountries(book, zones, misplaced);
  const named = inTarget(countries);
  if (named.length === 0) return { promotion: null, places };
  const code = sharedCode(offer);
  const least = leastValue === null && from === null ? null : Math.max(leastValue ?? 0, from ?? 0);
  const promotion = promote(feed, {
    id: String(offer.number),
    title: titleOf(feed, offer).title,
    does,
    of,
    leastValue: least === null || least === 0 ? null : say(minor(least)),
    leastUnits,
    code,
    countries: named,
    from: offset(offer.from),
    until: offset(offer.until),
    shown: code === null ? ['list', 'item', 'basket'] : ['item', 'basket'],
  });
  return { promotion, places };
}

function readsOf(one: Promotion): Note['reads'][number] {
  const { does, of } = one;
  return [
    { is: 'promotion', id: one.id },
    does.kind,
    ...(does.kind === 'percent' ? [`${does.percent} %`] : []),
    ...(does.kind === 'amount' ? [does.amount] : []),
    ...(does.kind === 'n for m' ? [`${does.units} for ${does.paid}`] : []),
    ...(does.kind === 'gift' ? [`${does.count} × ${does.gift}`] : []),
    ...(does.kind === 'delivery' ? [does.speeds.join(' ')] : []),
    ...(of.is === 'label' ? [{ is: 'label', label: of.label } as const] : []),
    one.countries.join(' '),
    ...(one.leastValue === null ? [] : [{ is: 'least value', amount: one.leastValue } as const]),
    ...(one.leastUnits === null ? [] : [{ is: 'least units', count: one.leastUnits } as const]),
    ...(one.code === null ? [] : [{ is: 'code', code: one.code } as const]),
  ];
}

/** Whether an offer of delivery acts is all that may be otherwise. */
const mostOff = ({ as, most }: ToldOffer): number => (as === 'delivery' ? most : Number.POSITIVE_INFINITY);

/** A promotion of goods takes its share of what they cost after sales; in the book both look at the list. */
function afterSales({ goods }: Feed, told: readonly ToldOffer[], one: ToldOffer): Fidelity {
  if (one.as !== 'goods' || one.offer.level !== 'goods') return exact;
  const isOf = (item: Listed, { offer }: ToldOffer) => lies(item, partOf(offer) ?? allGoods);
  const mayMeet = (sale: ToldOffer) => goods.some((item) => isOf(item, one) && isOf(item, sale));
  const sales = told.filter((other) => other.as === 'sale' && mayMeet(other));
  if (sales.length === 0) return exact;
  const off = minor(sales.reduce((sum, sale) => sum + lessBy(one, sale.most), 0));
  const offers = sales.map(({ offer }) => offer.id);
  return bounded(off, { is: 'after sale prices', offers, off }, 'live with it');
}

/** Whether all that is lost of an offer is that it acts there where it does not in the book. */
const actsInVain = (fidelity: Fidelity): boolean =>
  fidelity.is === 'bounded' && fidelity.losses.every(({ is }) => is === 'tested before discounts');

/**
 * An offer as it is used beside others there: of the promotions of goods the one that takes most, one of delivery with
 * it, and sales beside all of them, whatever the book lets act together.
 */
function besideOthers(feed: Feed, told: readonly ToldOffer[], one: ToldOffer): Fidelity {
  const { keepsOut } = feed;
  const others = told.filter((other) => other !== one);
  const ids = (some: readonly ToldOffer[]) => some.map(({ offer }) => offer.id);
  const keeps = (other: ToldOffer) => keepsOut(one.offer, other.offer);
  const apart = others.filter(
    (other) =>
      one.as === 'goods' && other.as === 'goods' && (keeps(other) !== 'always' || one.mayCost || other.mayCost),
  );
  const besideIt = (other: ToldOffer): number => Math.min(one.most, other.most);
  const joined = others.filter(
    (other) => (one.as === 'delivery') !== (other.as === 'delivery') && keeps(other) !== 'never' && besideIt(other) > 0,
  );
  const by = (some: readonly ToldOffer[], fidelity: () => Fidelity) => (some.length === 0 ? exact : fidelity());
  // What it takes too little and what it takes too much make up for each other.
  return worstOf([
    addedUp([
      // Where it is not used there it is used on no price that is too low.
      worstOf([actsInVain(one.fidelity) ? exact : one.fidelity, afterSales(feed, told, one)]),
      by(apart, () => {
        const most = lesserInAll(one, apart, (a, b) => keepsOut(a.offer, b.offer) === 'always');
        return bounded(most, { is: 'best one only', offers: ids(apart) }, 'compete', 'live with it');
      }),
    ]),
    addedUp([
      one.fidelity,
      // Of those that add one acts.
      by(joined, () => {
        const most = Math.max(...joined.map(besideIt));
        return bounded(most, { is: 'adds there', offers: ids(joined) }, 'add', 'live with it');
      }),
    ]),
  ]);
}
