import type { CompiledBook } from '../book/index.ts';
import { type Mass, type Minor, minor } from '../exact/index.ts';
import { type Refusal, refusalOf, shownName, stocked } from '../rates/index.ts';
import type { Answer, Choice, Missing } from './answer.ts';
import { isStocked, newPool, type Sorted, sorted, sortedAgain } from './basket.ts';
import { type Charged, charge, newWitness } from './charge.ts';
import { serviceDays } from './cheapest.ts';
import { type BestSet, bestSet, type Deal, dealFor, ofTheChannel, settle, usedIn } from './choose.ts';
import { clashOf } from './clash.ts';
import { asSold, type Question } from './question.ts';
import { shown } from './shown.ts';
import { taxOf } from './tax.ts';

/** What the book means for a question: every service with its discount and charge, or why it is missing. */
export function quote(book: CompiledBook, asked: Question): Answer {
  const question = asSold(asked);
  const basket = sorted(question);
  const deal = dealFor(book, question, basket);
  const offered: Choice[] = [];
  const missing: Missing[] = [];
  if (basket.stocked === 'all') offered.push(choiceOf(deal, ofTheChannel, bestSet(deal, ofTheChannel)));
  else
    book.services.forEach((_, service) => {
      const best = bestSet(deal, service);
      if (best.delivery < 0) missing.push(missingFor(book, question, basket, service, refusalOf(best.delivery)));
      else offered.push(choiceOf(deal, service, best));
    });
  const clash = offered.length === 0 ? clashOf(book, question) : null;
  return {
    zone: deal.setting.zone,
    goods: minor(deal.setting.goods),
    mass: linesMass(question.lines),
    ...shown(offered, book.services, book.market.body),
    missing,
    clash,
  };
}

/**
 * What a question's services cost, for answers by the million: into `out`, two numbers a service of the book, what is
 * paid for delivery (below 0: it is not offered) and what is taken off the goods. Before step 7. A basket that its
 * channel stocks has one choice, which stands first; no other is offered.
 * @param only the place of the one service that is asked for, the rest of `out` left as it is; null: all
 * @returns whose charges they are: those of the book's services, or of the channel that stocks the basket
 */
export function charges(
  book: CompiledBook,
  asked: Question,
  out: Float64Array,
  only: number | null = null,
): 'services' | 'channel' {
  const question = asSold(asked);
  const basket = sortedAgain(pool, question);
  const deal = dealFor(book, question, basket);
  const idle = deal.field.candidates.length === 0;
  const end = only === null ? book.services.length : only + 1;
  for (let service = only ?? 0; service < end; service += 1) {
    if (basket.stocked === 'all' ? service > 0 : (basket.lanes & (1 << service)) === 0) {
      out[2 * service] = -1;
      out[2 * service + 1] = 0;
      continue;
    }
    const best = idle ? null : bestSet(deal, basket.stocked === 'all' ? ofTheChannel : service);
    if (!best) charge(book, basket, service, plain, null);
    out[2 * service] = best ? best.delivery : plain.rate < 0 ? plain.rate : plain.rate + plain.waivable + plain.stays;
    out[2 * service + 1] = best ? best.discount : 0;
  }
  return basket.stocked === 'all' ? 'channel' : 'services';
}
/** Used again from answer to answer: each is done with before the next begins. */
const pool = newPool();
const plain: Charged = { rate: 0, waivable: 0, stays: 0 };

/** What goods weigh; null where that of one is not known. */
export function linesMass(lines: Question['lines']): Mass | null {
  let mass = 0;
  for (const { item, units } of lines) {
    if (item.mass === null) return null;
    mass += item.mass * units;
  }
  return mass as Mass;
}

function choiceOf(deal: Deal, service: number, best: BestSet): Choice {
  const { book, question } = deal;
  const delivery = best.delivery as Minor;
  const total = minor(deal.setting.goods - best.discount + delivery);
  const { cuts, off, gifts, basket } = settle(deal, best, service);
  const taxed = taxOf(book, question, off, delivery);
  const tax = minor(taxed.goods + taxed.delivery);
  return {
    service: service === ofTheChannel ? stocked : (book.services[service]?.id ?? ''),
    name: nameOf(book, basket, service),
    days: service === ofTheChannel ? [0, 0] : serviceDays(book, basket, service),
    discount: best.discount,
    delivery,
    total,
    tax,
    pays: book.market.body.tax === 'added' ? minor(total + tax) : total,
    used: usedIn(deal, best).map((offer) => offer.id),
    took: Object.fromEntries(cuts.map((cut) => [cut.offer.id, cut.took])),
    off,
    gifts: gifts.map(({ item, units }) => ({ sku: item.sku, units })),
    notProved: best.proved ? null : best.gap,
  };
}

/**
 * What a shopper sees a service called: the name that all its lanes show in the market's locale, else the service's.
 */
function nameOf(book: CompiledBook, { bundles, alone }: Sorted, service: number): string {
  if (service === ofTheChannel) return stocked;
  const { locale } = book.market.body;
  const own = book.services[service];
  const names = new Set<string | undefined>();
  for (const one of [...bundles, ...alone]) names.add(one.row?.lanes[service]?.names[locale]);
  const [name] = names;
  return names.size === 1 && name !== undefined ? name : own ? shownName(own, locale) : '';
}

/** Why a service is missing, and what in the book decided it. */
function missingFor(book: CompiledBook, question: Question, basket: Sorted, service: number, why: Refusal): Missing {
  const id = book.services[service]?.id ?? '';
  if (why === 'barred') {
    const line = question.lines.find(
      (one) => !isStocked(one.item, question.shopper.channel) && (one.item.serves & (1 << service)) === 0,
    );
    return { service: id, why, at: line ? ['goods', line.item.sku] : [], sku: line?.item.sku ?? null };
  }
  const witness = newWitness();
  charge(book, basket, service, plain, witness);
  const by = witness.refusedBy;
  const template = by === null ? null : 'template' in by ? by.template : by.line.item.template;
  const at =
    by && template
      ? [
          'templates',
          template.id,
          ...(by.fall ? ['lanes', by.fall.zone.id, ...(why === 'no lane' ? [] : [id])] : ['zones']),
        ]
      : [];
  const lines = by === null ? [] : 'lines' in by ? by.lines : [by.line];
  const nameless = lines.find((one) =>
    why === 'no mass' ? one.item.mass === null : why === 'no size' ? one.item.sides === null : false,
  );
  return {
    service: id,
    why,
    at,
    sku: nameless?.item.sku ?? (lines.length === 1 ? (lines[0]?.item.sku ?? null) : null),
  };
}
