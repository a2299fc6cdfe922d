import type { CompiledBook } from '../book/index.ts';
import { type Mass, type Minor, minor } from '../exact/index.ts';
import { type Refusal, refusalOf } from '../rates/index.ts';
import type { Answer, Choice, Missing } from './answer.ts';
import { type Bundle, newPool, type Sorted, sorted, sortedAgain } from './basket.ts';
import { type Charged, charge, type Witness } from './charge.ts';
import { type BestSet, bestSet, type Deal, dealFor, settle, usedIn } from './choose.ts';
import { clashOf } from './clash.ts';
import type { Question } from './question.ts';
import { shown } from './shown.ts';
import { taxOf } from './tax.ts';

/** What the book means for a question: every service with its discount and charge, or why it is missing. */
export function quote(book: CompiledBook, question: Question): Answer {
  const basket = sorted(question);
  const zone = basket.bundles[0]?.fall?.zone.id ?? null;
  const deal = dealFor(book, question, basket, zone);
  const offered: Choice[] = [];
  const missing: Missing[] = [];
  book.services.forEach((_, service) => {
    const best = bestSet(deal, service);
    if (best.delivery < 0) missing.push(missingFor(book, question, basket, service, refusalOf(best.delivery)));
    else offered.push(choiceOf(deal, service, best));
  });
  const clash = offered.length === 0 && question.lines.length > 1 ? clashOf(book, question) : null;
  return { zone, goods: minor(basket.load.value), mass: massOf(basket), ...shown(offered, book.services, book.market.body), missing, clash };
}

/**
 * What a question's services cost, for answers by the million: into `out`, two numbers a service of the book, what is paid
 * for delivery (below 0: it is not offered) and what is taken off the goods. Before step 7.
 */
export function charges(book: CompiledBook, question: Question, out: Float64Array): void {
  const basket = sortedAgain(pool, question);
  const deal = dealFor(book, question, basket, basket.bundles[0]?.fall?.zone.id ?? null);
  const idle = deal.field.candidates.length === 0 && deal.deliveries.length === 0;
  for (let service = 0; service < book.services.length; service += 1) {
    if ((basket.lanes & (1 << service)) === 0) {
      out[2 * service] = -1;
      out[2 * service + 1] = 0;
      continue;
    }
    const best = idle ? null : bestSet(deal, service);
    if (!best) charge(book, basket, service, plain, null);
    out[2 * service] = best ? best.delivery : plain.rate < 0 ? plain.rate : plain.rate + plain.droppable + plain.stays;
    out[2 * service + 1] = best ? best.discount : 0;
  }
}
/** Used again from answer to answer: each is done with before the next begins. */
const pool = newPool();
const plain: Charged = { rate: 0, droppable: 0, stays: 0 };

export const massOf = (basket: Sorted): Mass | null => (Number.isNaN(basket.load.mass) ? null : (basket.load.mass as Mass));

function choiceOf(deal: Deal, service: number, best: BestSet): Choice {
  const { book, question } = deal;
  const delivery = best.delivery as Minor;
  const total = minor(deal.field.goods - best.discount + delivery);
  const { cuts, off, gifts, basket, charged } = settle(deal, best, service);
  const taxed = taxOf(book, question, off, delivery);
  const took = Object.fromEntries(cuts.map((cut) => [cut.offer.id, cut.took]));
  if (best.delivering) took[best.delivering.id] = minor(Number(charged.rate) + charged.droppable + charged.stays - delivery);
  const tax = minor(taxed.goods + taxed.delivery);
  return {
    service: book.services[service]?.id ?? '',
    ...named(book, basket, service),
    discount: best.discount,
    delivery,
    total,
    tax,
    pays: book.market.body.tax === 'added' ? minor(total + tax) : total,
    used: usedIn(deal, best).map((offer) => offer.id),
    took,
    off,
    gifts: gifts.map(({ item, units }) => ({ sku: item.sku, units })),
    notProved: best.proved ? null : best.gap,
  };
}

/** What a shopper sees a service called, and its transit days: the mixing rule's name, the lanes' where they agree, else the service's; the longest of all groups. */
function named(book: CompiledBook, basket: Sorted, service: number): Pick<Choice, 'name' | 'days'> {
  const own = book.services[service];
  const { locale } = book.market.body;
  let rule: string | null = null;
  if (book.mixing.length > 0 && basket.bundles.length > 1) {
    const witness: Witness = { groups: [], rule: null, refusedBy: null };
    charge(book, basket, service, plain, witness);
    rule = witness.rule?.name ?? null;
  }
  const names = new Set<string>();
  let days: readonly [number, number] = [0, 0];
  for (const bundle of basket.bundles) {
    const lane = bundle.row?.lanes[service];
    names.add(lane?.names[locale] ?? own?.name ?? '');
    const theirs = lane?.days ?? own?.days ?? days;
    days = [Math.max(days[0], theirs[0]), Math.max(days[1], theirs[1])];
  }
  const [first, ...others] = names;
  return { name: rule ?? (others.length === 0 ? (first ?? '') : (own?.name ?? '')), days };
}

/** Why a service is missing, and what in the book decided it. */
function missingFor(book: CompiledBook, question: Question, basket: Sorted, service: number, why: Refusal): Missing {
  const id = book.services[service]?.id ?? '';
  if (why === 'barred') {
    const line = question.lines.find((one) => (one.item.serves & (1 << service)) === 0);
    return { service: id, why, at: line ? ['goods', line.item.sku] : [], sku: line?.item.sku ?? null };
  }
  const witness: Witness = { groups: [], rule: null, refusedBy: null };
  charge(book, basket, service, plain, witness);
  const by: Bundle | null = witness.refusedBy;
  const at = by ? ['templates', by.template.id, ...(by.fall ? ['lanes', by.fall.zone.id, ...(why === 'no lane' ? [] : [id])] : ['zones'])] : [];
  const lines = by?.lines ?? [];
  const nameless = lines.find((one) => (why === 'no mass' ? one.item.mass === null : why === 'no size' ? one.item.sides === null : false));
  return { service: id, why, at, sku: nameless?.item.sku ?? (lines.length === 1 ? (lines[0]?.item.sku ?? null) : null) };
}
