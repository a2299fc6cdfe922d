import { amountText, decimalText, type Minor } from '../../exact/index.ts';
import { allGoods, batchOf, lies, type Offer, type Part, sharedCode } from '../../offers/index.ts';
import { isFor } from '../acting.ts';
import { beforeOnly, stated } from '../bounds.ts';
import type { Listed } from '../dialect.ts';
import { addedUp, bounded, exact, type Fidelity, noMoreThan, type Remedy, unsayable, worstOf } from '../fidelity.ts';
import { excludes, type KeepsOut, keepingOut } from '../keeping-out.ts';
import { lesserInAll } from '../lesser.ts';
import { forSomeCustomers, goodInEach, limitsLost } from '../plain-offer.ts';
import { byTemplate, fitted } from '../reach.ts';
import { type TakenOff, takesOff } from '../taken-off.ts';
import { batchCell, type GoodsBenefit, limits } from './format.ts';
import { freedLines } from './freed.ts';
import type { Extent } from './labels.ts';
import { manifest } from './manifest.ts';
import type { ToldPlan } from './plans.ts';
import { type Draft, type Drafted, minute, type Telling } from './telling.ts';

/** An offer told, or as much of it as can be. */
interface ToldOffer {
  readonly offer: Offer;
  readonly drafts: readonly Draft[];
  readonly fidelity: Fidelity;
  /** What it takes off an order there at the most. */
  readonly most: Minor;
}

/** The book's offers as offers of goods and of delivery, and what is said of each. */
export function offersOf(telling: Telling): { drafted: Drafted[]; told: ReadonlySet<string> } {
  const { book } = telling;
  const told: ToldOffer[] = [];
  const drafted: Drafted[] = [];
  for (const offer of book.offers) {
    const one = isFor(book, offer, manifest.id) ? toldOffer(telling, offer) : exact;
    if ('is' in one) drafted.push({ clause: { about: 'offer', offer: offer.id }, drafts: [], fidelity: one });
    else told.push(one);
  }
  const keepsOut = keepingOut(book, telling.goods);
  return {
    drafted: [
      ...drafted,
      ...told.map((one) => ({
        clause: { about: 'offer', offer: one.offer.id } as const,
        drafts: one.drafts,
        fidelity: noMoreThan(addedUp([one.fidelity, besideOthers(told, one, keepsOut)]), mostOff(one)),
      })),
    ],
    told: new Set(told.map(({ offer }) => offer.id)),
  };
}

function toldOffer(telling: Telling, offer: Offer): ToldOffer | Fidelity {
  const { book } = telling;
  const some = forSomeCustomers(offer);
  if (some) return some;
  const batch = batchOf(offer);
  const code = batch === null ? sharedCode(offer) : batchCell(batch);
  const body = book.body.offers[offer.order];
  const titled = body?.title ?? offer.id;
  const terms = body?.terms || titled;
  if (terms.length > limits.terms)
    return unsayable({ is: 'terms too long', letters: terms.length, fit: limits.terms }, 'shorter terms');
  const does = offer.level === 'delivery' ? deliveryAs(telling, offer) : goodsAs(telling, offer);
  if ('is' in does) return does;
  const { title, fidelity: short } = fitted(titled, limits.title);
  const common = { title, terms, code: code ?? '', from: minute(offer.from), until: minute(offer.until) };
  const drafts = does.lines.map((line): Draft => {
    const head = { extent: line.extent, wanted: offer.id };
    return line.is === 'GOODS'
      ? { ...head, is: line.is, line: { ...common, benefit: line.benefit } }
      : {
          ...head,
          is: line.is,
          line: { ...common, leastSpend: does.leastSpend, speeds: line.speeds, places: line.places },
        };
  });
  return {
    offer,
    drafts,
    fidelity: worstOf([does.fidelity, short, limitsLost(offer, does.most), goodInEach(book, offer, manifest.id)]),
    most: does.most,
  };
}

/** What an offer does there, and on which goods. */
interface Does {
  readonly lines: readonly ({ readonly extent: Extent<ToldPlan> } & (
    | { readonly is: 'GOODS'; readonly benefit: GoodsBenefit }
    | { readonly is: 'DELIVERY'; readonly speeds: readonly string[]; readonly places: readonly string[] }
  ))[];
  readonly leastSpend: string;
  readonly most: Minor;
  readonly fidelity: Fidelity;
}

const notThere = ({ benefit }: Offer): Fidelity =>
  unsayable({ is: 'benefit', kind: benefit.is }, 'the channel left out');

/** The goods of a selection, of some plans. */
const extentOf = (
  { book }: Telling,
  part: Part,
  { has, minds }: Pick<Extent<ToldPlan>, 'has' | 'minds'>,
): Extent<ToldPlan> => ({
  wanted: part === allGoods ? 'any' : (book.parts[part]?.id ?? 'some'),
  part,
  has,
  minds,
});
const always = () => true;

/** A percentage, or n for the price of m, off goods with a label; a percentage of the order is one of all goods. */
function goodsAs(telling: Telling, offer: Offer): Does | Fidelity {
  const does = takesOff(telling.goods, offer);
  const of = does && does.steps.length === 1 ? benefitOf(does.steps[0]?.off) : null;
  if (!does || !of) return notThere(offer);
  if (offer.needs !== null) return unsayable({ is: 'needs' }, 'any goods', 'the channel left out');
  const lost: Fidelity[] = [];
  // Half a cent a line.
  if (of.part === allGoods && offer.level === 'order')
    lost.push(bounded(stated.units / 2, { is: 'rounded by line' }, 'live with it'));
  if (offer.zones) lost.push(unsayable({ is: 'holds everywhere' }, 'every place'));
  if (offer.conditions.length > 0) lost.push(unsayable({ is: 'asks no least value' }, 'no least value'));
  const extent = extentOf(telling, of.part, { has: always, minds: always });
  return {
    lines: [{ is: 'GOODS', benefit: of.benefit, extent }],
    leastSpend: '',
    most: does.most,
    fidelity: worstOf(lost),
  };
}

function benefitOf(off: TakenOff | undefined): { benefit: GoodsBenefit; part: Part } | null {
  switch (off?.is) {
    case 'percent of the order':
      return { benefit: { is: 'off', percent: decimalText(off.percent) }, part: allGoods };
    case 'percent':
      return { benefit: { is: 'off', percent: decimalText(off.percent) }, part: off.part };
    case 'n for m': {
      const { part, buy, get, percent } = off;
      if (decimalText(percent) !== '100' || buy + get > 999) return null;
      return { benefit: { is: 'for', units: buy + get, paid: buy }, part };
    }
    default:
      return null;
  }
}

/** Free delivery of goods with a label, from a spend on them. */
function deliveryAs(telling: Telling, offer: Offer): Does | Fidelity {
  const { book } = telling;
  if (offer.kind.sort !== 'delivery' || !offer.kind.isFree(offer.benefit)) return notThere(offer);
  const [asked, ...more] = offer.values;
  if (more.length > 0 || offer.conditions.length > offer.values.length)
    return unsayable({ is: 'ask' }, 'the value of the basket', 'the channel left out');
  const needs = offer.needs ?? allGoods;
  const part = needs === allGoods ? (asked?.goods ?? allGoods) : needs;
  if (asked && asked.goods !== allGoods && asked.goods !== part)
    return unsayable({ is: 'ask' }, 'the value of the basket', 'the channel left out');
  const { lines, most, meant, fidelity } = freedLines(telling, offer);
  if (lines.length === 0) return worstOf([fidelity, unsayable({ is: 'no counterpart' }, 'speeds for its services')]);
  const told = lines.map(({ speeds, places, plans }): Does['lines'][number] => {
    const extent = extentOf(telling, part, {
      has: (plan) => telling.isFreed(plan) && plans.includes(plan),
      minds: ({ lanes }) => lanes.some(({ zone, rate }) => rate && places.includes(zone)),
    });
    return { is: 'DELIVERY', speeds, places, extent };
  });
  const lost: Fidelity[] = [fidelity, byTemplate(book, offer.zones)];
  const remedies: readonly Remedy[] =
    needs !== allGoods ? ['any goods'] : part !== allGoods ? ['the value of the basket'] : [];
  // Of other goods in the basket the book frees the delivery too.
  if (telling.plans.some((plan) => telling.isFreed(plan) && plan.goods.some((item) => !lies(item, part))))
    lost.push(bounded(most, { is: 'frees its goods alone', off: most }, ...remedies, 'live with it'));
  const isCounted = ({ extent }: Does['lines'][number], plan: ToldPlan, item: Listed) =>
    extent.has(plan) && lies(item, extent.part);
  const differs = (line: Does['lines'][number], plan: ToldPlan) =>
    plan.goods.some((item) => isCounted(line, plan, item) !== lies(item, asked?.goods ?? allGoods));
  if (asked && told.some((line) => telling.plans.some((plan) => differs(line, plan))))
    lost.push(bounded(most, { is: 'spend on what is freed', off: most }, ...remedies, 'live with it'));
  if (asked)
    lost.push(
      beforeOnly(
        { book, channel: manifest.id, zones: null },
        asked,
        () => meant,
        (other) => !excludes(book, offer, other),
      ),
    );
  return {
    lines: told,
    leastSpend: asked ? amountText(asked.value, book.currency) : '',
    most,
    fidelity: worstOf(lost),
  };
}

/** Whether an offer of delivery acts is all that may be otherwise. */
const mostOff = ({ offer, most }: ToldOffer): number => (offer.level === 'delivery' ? most : Number.POSITIVE_INFINITY);

/**
 * How an offer is used beside others there: of offers of goods the one that takes most, and one of delivery with it,
 * whatever the book lets act together.
 */
function besideOthers(
  told: readonly ToldOffer[],
  one: ToldOffer,
  keepsOut: (a: Offer, b: Offer) => KeepsOut,
): Fidelity {
  const isDelivery = ({ offer }: ToldOffer) => offer.level === 'delivery';
  const ids = (others: readonly ToldOffer[]) => others.map(({ offer }) => offer.id);
  const others = told.filter((other) => other !== one);
  const apart = others.filter(
    (other) => !isDelivery(one) && !isDelivery(other) && keepsOut(one.offer, other.offer) !== 'always',
  );
  const joined = others.filter(
    (other) => isDelivery(one) !== isDelivery(other) && keepsOut(one.offer, other.offer) !== 'never',
  );
  // What it takes too little and what it takes too much make up for each other.
  return worstOf([
    apart.length === 0
      ? exact
      : bounded(
          lesserInAll(one, apart, (a, b) => keepsOut(a.offer, b.offer) === 'always'),
          { is: 'best one only', offers: ids(apart) },
          'compete',
          'live with it',
        ),
    joined.length === 0
      ? exact
      : bounded(
          // Of those that add one acts.
          Math.max(...joined.map((other) => Math.min(one.most, other.most))),
          { is: 'adds there', offers: ids(joined) },
          'add',
          'live with it',
        ),
  ]);
}
