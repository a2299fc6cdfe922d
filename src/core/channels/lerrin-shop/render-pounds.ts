import type { CompiledBook } from '../../book/index.ts';
import { minor } from '../../exact/index.ts';
import { amountIfAny, amountIn, euro } from '../amounts.ts';
import { stated } from '../bounds.ts';
import type { Listed, Note, Rendition, Stock } from '../dialect.ts';
import { edgesMoved } from '../edges-moved.ts';
import { addedUp, bounded, exact, type Fidelity, type Remedy, unsayable } from '../fidelity.ts';
import { isAll, isConvertedAlike } from './conversion.ts';
import type { DrawnOffer } from './drawn-offers.ts';
import { type Campaign, type CampaignBenefit, conversion, type ShopRate, type ShopRows } from './format.ts';
import { campaignInPounds, rateInPounds, rulesInPounds, shopInPounds } from './pounds.ts';
import { type Drawn, drawnUp, namesIn, notesOf } from './render.ts';
import { mostWaived, type ToldGroup, type ToldLane } from './sets.ts';
import { mostOf, mostStep } from './steps.ts';

/** What may be done where the book converts otherwise than the shop; where it does as the shop, nothing. */
const remediesFor = (book: CompiledBook): Remedy[] =>
  book.written !== euro || isConvertedAlike(book)
    ? ['live with it']
    : [{ is: 'converted by', ...conversion }, 'live with it'];

/** What is said of figures that are so much off as the shop converts them. */
type Off = (amount: number) => Fidelity;
const offIn =
  (book: CompiledBook): Off =>
  (amount) =>
    amount === 0 ? exact : bounded(amount, { is: 'converted there', off: minor(amount) }, ...remediesFor(book));

/**
 * What those who pay in pounds meet at the shop, which is told the market in euros and converts that by itself: beside
 * the book of the market in pounds, as the shop would be told it in figures of its own.
 */
export function renderInPounds(book: CompiledBook, goods: readonly Listed[], home: Stock): Rendition {
  const off = offIn(book);
  const told = drawnUp(home.book, home.goods);
  const meant = drawnUp(book, goods);
  const notes = notesOf({
    ...meant,
    groups: groupsBeside(meant.groups, told.groups, off),
    offers: offersBeside(meant, told, off),
  }).map((note) => withHandling(note, meant, told, off));
  const prices = pricesBeside(meant, told);
  return {
    rules: rulesInPounds(told.shop),
    notes: [
      { clause: { about: 'currency' }, reads: [[{ is: 'converted', ...conversion }]], fidelity: prices },
      // Where goods cost otherwise values do, too.
      ...(prices.is === 'exact' ? notes : edgesMoved({ book, goods }, notes, off)),
    ],
    ...namesIn(told),
  };
}

/** Prices as the shop converts them; where campaigns compete, what is chosen by them may be as much off again. */
function pricesBeside(meant: Drawn, told: Drawn): Fidelity {
  const there = new Map(shopInPounds(told.shop).listings.map(({ id, price }) => [id, price]));
  const apart = meant.shop.listings.flatMap(({ id, price }) => {
    const converted = there.get(id);
    return converted === undefined || converted === price ? [] : Math.abs(amountIn(converted) - amountIn(price));
  });
  if (apart.length === 0) return exact;
  const most = Math.max(...apart);
  const times = meant.shop.campaigns.length > 1 ? 2 : 1;
  return bounded(
    most * stated.units * times,
    { is: 'prices converted there', goods: apart.length, off: minor(most) },
    ...remediesFor(meant.book),
  );
}

/** The groups of goods, what their lanes are off added to how truly they are said. */
function groupsBeside(meant: readonly ToldGroup[], told: readonly ToldGroup[], off: Off): ToldGroup[] {
  return meant.map((one) => {
    const [first] = one.group.goods;
    const there = told.find(({ group }) => group.goods.some(({ sku }) => sku === first?.sku));
    return {
      ...one,
      lanes: one.lanes.map((lane) =>
        laneBeside(
          lane,
          there?.lanes.find(({ zone, service }) => zone.key === lane.zone.key && service === lane.service),
          mostWaived([one.group]),
          off,
        ),
      ),
    };
  });
}

function laneBeside(meant: ToldLane, told: ToldLane | undefined, waived: number, off: Off): ToldLane {
  const { rate } = meant;
  const there = told?.rate ? rateInPounds(told.rate) : null;
  if (rate === null && there === null) return meant;
  if (rate === null || there === null) return { ...meant, fidelity: addedUp([meant.fidelity, notThere]) };
  const apart = stepsApart(rate.steps, there.steps);
  const charged = apart === null ? notThere : off(apart + stated.units * apartBy(rate.each, there.each));
  const freed = rate.freeFrom === there.freeFrom ? exact : off(Math.max(mostOf(rate), mostOf(there)) + waived);
  return {
    ...meant,
    fidelity: addedUp([meant.fidelity, charged, ...(meant.threshold ? [] : [freed])]),
    threshold: meant.threshold && { ...meant.threshold, fidelity: addedUp([meant.threshold.fidelity, freed]) },
  };
}

const notThere = unsayable({ is: 'not in this currency' }, 'live with it');
const apartBy = (a: string, b: string): number => Math.abs(amountIn(a) - amountIn(b));

/** The most by which two rates' steps are apart; null where one is offered and the other not. */
function stepsApart(a: ShopRate['steps'], b: ShopRate['steps']): number | null {
  if (a.by === 'carrier' || b.by === 'carrier') return JSON.stringify(a) === JSON.stringify(b) ? 0 : null;
  if (a.by !== b.by) return Math.max(mostStep(a), mostStep(b));
  const edges = [...a.rows, ...b.rows].map(({ from }) => edgeOf(from));
  const pairs = edges.map((edge) => [chargeAt(a, edge), chargeAt(b, edge)] as const);
  if (pairs.some(([one, other]) => (one === null) !== (other === null))) return null;
  return Math.max(0, ...pairs.map(([one, other]) => Math.abs((one ?? 0) - (other ?? 0))));
}

const edgeOf = (from: string | number): number => (typeof from === 'string' ? amountIn(from) : from);
const chargeAt = ({ rows }: ShopRows, edge: number): number | null => {
  const all: readonly { readonly from: string | number; readonly charge: string | null }[] = rows;
  return amountIfAny(all.findLast(({ from }) => edgeOf(from) <= edge)?.charge ?? null);
};

/** Handling fees as the shop converts them. */
function withHandling(note: Note, meant: Drawn, told: Drawn, off: Off): Note {
  if (note.clause.about !== 'apart' || note.clause.by !== 'fee') return note;
  const handled = shopInPounds(told.shop).listings.filter(({ handling }) => handling !== null);
  const there = new Map(handled.map(({ id, handling }) => [id, handling?.each]));
  const apart = meant.shop.listings.map(({ id, handling }) =>
    handling ? apartBy(handling.each, there.get(id) ?? '0.00') : 0,
  );
  return { ...note, fidelity: addedUp([note.fidelity, off(Math.max(0, ...apart) * stated.units)]) };
}

/** The offers of the market in pounds: as the shop's one list of campaigns has them, converted. */
function offersBeside(meant: Drawn, told: Drawn, off: Off): DrawnOffer[] {
  const toldOf = new Map(told.offers.map((one) => [one.offer.id, one]));
  return meant.offers.map((one): DrawnOffer => {
    const there = toldOf.get(one.offer.id);
    const campaigns = (there?.campaigns ?? []).map(campaignInPounds);
    return { ...one, campaigns, keeps: there?.keeps ?? null, fidelity: offerBeside(one, campaigns, off) };
  });
}

function offerBeside(meant: DrawnOffer, there: readonly Campaign[], off: Off): Fidelity {
  const isMeant = meant.campaigns.length > 0;
  if (there.length === 0)
    return isMeant ? unsayable({ is: 'not in this currency' }, 'every market', 'live with it') : meant.fidelity;
  if (isMeant) return addedUp([meant.fidelity, off(campaignsApart(meant, there))]);
  return meant.fidelity.is === 'exact'
    ? unsayable({ is: 'not for this currency alone' }, 'every market', 'live with it')
    : meant.fidelity;
}

/** The most by which what campaigns take is apart. */
function campaignsApart({ campaigns, most }: DrawnOffer, there: readonly Campaign[]): number {
  if (campaigns.length !== there.length) return most;
  return campaigns.reduce((sum, one, i) => {
    const other = there[i] as Campaign;
    return sum + (one.leastValue === other.leastValue ? 0 : most) + benefitsApart(one.benefit, other.benefit);
  }, 0);
}

function benefitsApart(a: CampaignBenefit, b: CampaignBenefit): number {
  if (a.kind === 'delivery' && b.kind === 'delivery')
    return isAll(a.atMost) && isAll(b.atMost) ? 0 : apartBy(a.atMost, b.atMost);
  if (a.kind === 'delivery' || b.kind === 'delivery') return 0;
  const [amount, other] = [figureOf(a.off), figureOf(b.off)];
  if (amount === null || other === null) return 0;
  return apartBy(amount, other) * (a.kind === 'goods' ? stated.units : 1);
}

const figureOf = (does: Exclude<CampaignBenefit, { kind: 'delivery' }>['off']): string | null =>
  does.is === 'amount' ? does.amount : does.is === 'price' ? does.price : null;
