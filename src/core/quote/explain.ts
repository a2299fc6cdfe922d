import type { CompiledBook } from '../book/index.ts';
import { type Mass, type Minor, minor } from '../exact/index.ts';
import type { WhyNot } from '../offers/index.ts';
import { patternText } from '../places/index.ts';
import { cameBy, stocked } from '../rates/index.ts';
import type { Step } from './answer.ts';
import { isStocked, type Sorted, sorted } from './basket.ts';
import { type Charged, charge, type Group, newWitness } from './charge.ts';
import { bestSet, dealFor, ofTheChannel, settle, usedIn, whyUnused } from './choose.ts';
import { keptOut } from './live.ts';
import { asSold, type Line, type Question } from './question.ts';
import { linesMass } from './quote.ts';
import { taxOf } from './tax.ts';

/**
 * The steps of one offered service, every offer of the book among them: used, or why not. Empty where it is not
 * offered.
 */
export function explain(book: CompiledBook, asked: Question, service: string): Step[] {
  const question = asSold(asked);
  const plain = sorted(question);
  const theirsAlone = plain.stocked === 'all';
  if (theirsAlone !== (service === stocked)) return [];
  const at = theirsAlone ? ofTheChannel : book.services.findIndex((one) => one.id === service);
  if (at < 0 && !theirsAlone) return [];
  const deal = dealFor(book, question, plain);
  const best = bestSet(deal, at);
  if (best.delivery < 0) return [];
  const settled = settle(deal, best, at);
  const { basket } = settled;
  const out: Charged = { rate: 0, waivable: 0, stays: 0 };
  const witness = newWitness();
  if (at >= 0) charge(book, basket, at, out, witness);

  const steps: Step[] = [];
  const falls = new Map(
    [...basket.bundles, ...basket.alone].map((one) => [
      ('template' in one ? one.template : one.line.item.template).id,
      one.fall,
    ]),
  );
  for (const [template, fall] of falls)
    if (fall)
      steps.push({
        step: 'place',
        at: ['zones', fall.zone.id],
        template,
        zone: fall.zone.id,
        pattern: patternText(fall.pattern),
      });
  const units = question.lines.reduce((sum, line) => sum + line.units, 0);
  steps.push({ step: 'goods', at: [], value: minor(deal.setting.goods), units, mass: linesMass(question.lines) });
  for (const { offer, took, lines } of settled.cuts) {
    const { benefit, kind } = offer;
    const from = { at: ['offers', offer.id], offer: offer.id };
    if (kind.sort === 'gift') {
      const { sku, units } = kind.gift(benefit);
      steps.push({ step: 'gift', ...from, sku, units });
    } else if (kind.sort !== 'delivery') steps.push({ step: 'discount', ...from, benefit, took, lines });
  }
  const theirs = question.lines
    .filter((line) => isStocked(line.item, question.shopper.channel))
    .map((line) => line.item.sku);
  if (theirs.length > 0) steps.push({ step: 'stocked', at: ['goods', theirs[0] ?? '', 'stockedBy'], skus: theirs });
  for (const group of witness.groups) steps.push(...groupSteps(group, basket, service, witness.groups.length > 1));
  if (witness.mixed > 1) {
    const charges = witness.groups.filter((group) => !group.freed).map((group) => minor(group.charge));
    const rule = witness.rule?.id ?? null;
    steps.push({
      step: 'mixing',
      at: rule === null ? ['mixedBy'] : ['mixing', rule],
      rule,
      by: witness.rule?.by ?? book.mixedBy,
      charges,
      amount: out.rate as Minor,
    });
  }
  for (const { line, is, amount, waived } of witness.extras) {
    const field = is === 'own rate' ? 'ownRate' : 'fee';
    const gone = waived === 'waived' || (waived === 'waivable' && settled.waives);
    steps.push({
      step: 'extra',
      at: ['goods', line.item.sku, field],
      sku: line.item.sku,
      units: line.units,
      amount: minor(amount),
      waived: gone,
      is,
    });
  }
  for (const { offer, took } of settled.cuts)
    if (offer.kind.sort === 'delivery')
      steps.push({ step: 'offer', at: ['offers', offer.id], offer: offer.id, benefit: offer.benefit, took });
  const delivery = best.delivery as Minor;
  const used = usedIn(deal, best);
  const acting = new Map(book.offers.map((offer) => [offer.id, offer]));
  for (const { id, state } of book.body.offers) {
    const offer = acting.get(id);
    if (offer && used.includes(offer)) continue;
    const why: WhyNot = offer
      ? (keptOut(deal.setting, offer) ?? whyUnused(deal, offer, best, settled, at))
      : { why: state === 'paused' ? 'paused' : 'draft' };
    steps.push({ step: 'unused', at: ['offers', id], offer: id, why });
  }
  if (!best.proved) steps.push({ step: 'not proved', at: [], gap: best.gap });
  const taxed = taxOf(book, question, settled.off, delivery);
  const goods = minor(deal.setting.goods);
  steps.push({
    step: 'pays',
    at: [],
    goods,
    discount: best.discount,
    delivery,
    total: minor(goods - best.discount + delivery),
  });
  if (book.body.taxes.length > 0)
    steps.push({ step: 'tax', at: ['taxes'], inside: book.market.body.tax === 'inside', ...taxed });
  return steps;
}

const known = (mass: number): Mass | null => (Number.isNaN(mass) ? null : (mass as Mass));

/** One group's way to its charge. What sets it apart is only said where there are several. */
function groupSteps(
  { bundle, lane, price, kind, shipment, charge: amount, freed }: Group,
  basket: Sorted,
  service: string,
  several: boolean,
): Step[] {
  const at = ['templates', bundle.template.id, 'lanes', bundle.fall?.zone.id ?? '', service];
  const steps: Step[] = [];
  const skus = shipment.pieces.map((piece) => piece.item.sku);
  if (several)
    steps.push({
      step: 'group',
      at,
      origin: bundle.origin,
      template: bundle.template.id,
      kinds: [...new Set((shipment.pieces as Line[]).map((line) => line.item.kind))],
      skus,
      value: minor(shipment.value),
      mass: known(shipment.mass),
      units: shipment.units,
    });
  const { rate } = price;
  steps.push({
    step: 'rate',
    at: kind === null ? [...at, 'rate'] : [...at, 'kinds', kind],
    rate,
    kind,
    ...cameBy(rate, shipment, lane.after, basket.asked),
  });
  const { fees } = lane;
  const own = lane.conversion !== null && (price.given || fees.given) ? fees.alone : fees;
  if (own.order + own.item > 0)
    steps.push({ step: 'fees', at: [...at, 'fees'], order: own.order, items: minor(own.item * shipment.units) });
  steps.push({ step: 'charge', at, amount: minor(amount), converted: lane.conversion !== null });
  const free = lane.freeFrom;
  if (free) {
    const of = free.of === 'group' ? shipment : basket.shipment;
    const value =
      free.over === 'units' ? of.units : free.over === 'mass' ? of.bought : free.test === 'after' ? of.after : of.value;
    steps.push({
      step: 'threshold',
      at: [...at, 'freeFrom'],
      threshold: free,
      value,
      met: freed,
      took: minor(freed ? amount : 0),
    });
  }
  return steps;
}
