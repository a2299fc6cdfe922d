import type { CompiledBook } from '../book/index.ts';
import { type Mass, type Minor, minor } from '../exact/index.ts';
import { patternText } from '../places/index.ts';
import { breakAt, isFreed, measureOf, quotedFor, type Rate } from '../rates/index.ts';
import type { Step } from './answer.ts';
import { type Sorted, sharesOf, sorted, takeOff } from './basket.ts';
import { type Charged, charge, type Group, type Witness } from './charge.ts';
import { barred, bestSet, liveFor, unhelpful } from './choose.ts';
import type { Line, Question } from './question.ts';
import { taxOf } from './tax.ts';

/** The steps of one offered service, every offer of the book among them: used, or why not. Empty where it is not offered. */
export function explain(book: CompiledBook, question: Question, service: string): Step[] {
  const at = book.services.findIndex((one) => one.id === service);
  if (at < 0) return [];
  const basket = sorted(question);
  const zone = basket.bundles[0]?.fall?.zone.id ?? null;
  const goods = minor(basket.load.value);
  const live = liveFor(book, question, zone, goods);
  const best = bestSet(book, basket, live, at);
  if (best.delivery < 0) return [];
  takeOff(book, basket, best.discount);
  const out: Charged = { rate: 0, droppable: 0, stays: 0 };
  const witness: Witness = { groups: [], rule: null, refusedBy: null };
  charge(book, basket, at, out, witness);

  const steps: Step[] = [];
  for (const template of new Set(basket.bundles.map((one) => one.template))) {
    const fall = basket.bundles.find((one) => one.template === template)?.fall;
    if (fall) steps.push({ step: 'place', at: ['zones', fall.zone.id], template: template.id, zone: fall.zone.id, pattern: patternText(fall.pattern) });
  }
  steps.push({ step: 'goods', at: [], value: goods, units: basket.load.units, mass: known(basket.load.mass) });
  for (const { offer, took } of best.cuts) {
    if (offer.benefit.is === 'percent off order')
      steps.push({ step: 'discount', at: ['offers', offer.id], offer: offer.id, percent: offer.benefit.percent, took, lines: sharesOf(question.lines, took) });
  }
  for (const group of witness.groups) steps.push(...groupSteps(group, basket, service, witness.groups.length > 1));
  if (witness.groups.length > 1) {
    const charges = witness.groups.map((group) => minor(group.freed ? 0 : group.charge));
    const rule = witness.rule?.id ?? null;
    steps.push({ step: 'mixing', at: rule === null ? ['mixedBy'] : ['mixing', rule], rule, by: witness.rule?.by ?? book.mixedBy, charges, amount: out.rate as Minor });
  }
  const delivering = best.used.find((offer) => offer.level === 'delivery');
  for (const line of question.lines) steps.push(...extraSteps(line, basket, at, delivering !== undefined));
  if (delivering) steps.push({ step: 'offer', at: ['offers', delivering.id], offer: delivering.id, took: minor(out.rate + out.droppable) });
  for (const offer of book.offers) {
    if (best.used.includes(offer)) continue;
    const why = barred(offer, question, zone, goods) ?? unhelpful(offer, service, out.rate, out.droppable, goods - best.discount) ?? { why: 'outweighed', by: best.used.map((one) => one.id) };
    steps.push({ step: 'unused', at: ['offers', offer.id], offer: offer.id, why });
  }
  const delivery = best.delivery as Minor;
  const taxed = taxOf(book, question, best.discount, delivery);
  steps.push({ step: 'pays', at: [], goods, discount: best.discount, delivery, total: minor(goods - best.discount + delivery) });
  if (book.body.taxes.length > 0) steps.push({ step: 'tax', at: ['taxes'], inside: book.market.body.tax === 'inside', ...taxed });
  return steps;
}

const known = (mass: number): Mass | null => (Number.isNaN(mass) ? null : (mass as Mass));

/** One group's way to its charge. What sets it apart is only said where there are several. */
function groupSteps({ bundle, lane, rate, load, charge: amount, freed }: Group, basket: Sorted, service: string, several: boolean): Step[] {
  const at = ['templates', bundle.template.id, 'lanes', bundle.fall?.zone.id ?? '', service];
  const steps: Step[] = [];
  const skus = load.pieces.map((piece) => piece.item.sku);
  if (several)
    steps.push({
      step: 'group',
      at,
      origin: bundle.origin,
      template: bundle.template.id,
      kinds: [...new Set((load.pieces as Line[]).map((line) => line.item.kind))],
      skus,
      value: minor(load.value),
      mass: known(load.mass),
      units: load.units,
    });
  const asked = lane.own && rate === lane.rate ? lane.own.rate : rate;
  const kind = [...(lane.kinds ?? [])].find(([, one]) => one === rate)?.[0] ?? null;
  const quoted = asked.is === 'carrier quote' ? quotedFor(asked, load, basket.asked) : null;
  const answer = typeof quoted === 'number' ? null : quoted;
  steps.push({
    step: 'rate',
    at: kind === null ? [...at, 'rate'] : [...at, 'kinds', kind],
    rate: asked,
    kind,
    break: breakOf(asked, load, lane.after),
    parcels: answer?.parcels ?? null,
    quoted: answer?.charge ?? null,
  });
  if (lane.feeOrder + lane.feeItem > 0) steps.push({ step: 'fees', at: [...at, 'fees'], order: lane.feeOrder, items: minor(lane.feeItem * load.units) });
  steps.push({ step: 'charge', at, amount: minor(amount), converted: lane.conversion !== null });
  const free = lane.freeFrom;
  if (free) {
    const of = free.of === 'group' ? load : basket.load;
    const value = free.over === 'units' ? of.units : free.over === 'mass' ? of.mass : free.test === 'after' ? of.after : of.value;
    steps.push({ step: 'threshold', at: [...at, 'freeFrom'], threshold: free, value, met: freed, took: minor(freed ? amount : 0) });
  }
  return steps;
}

/** Which break of a table decided; null for rates that are no table. */
function breakOf(rate: Rate, load: Group['load'], after: boolean): number | null {
  if (rate.is !== 'table' || rate.over === 'volume') return null;
  return breakAt(rate.edges, measureOf(rate.over, load, after));
}

function extraSteps({ item, units }: Line, basket: Sorted, service: number, freed: boolean): Step[] {
  if (item.rated && item.dropped + item.stays === 0) return [];
  const bundle = basket.bundles.find((one) => one.lines.some((line) => line.item === item));
  const lane = bundle?.row?.lanes[service];
  const met = bundle && lane?.freeFrom ? isFreed(lane.freeFrom, basket.load, bundle.load) : false;
  const drops = freed || met;
  const at = ['goods', item.sku];
  if (item.dropped + item.stays === 0) return [{ step: 'extra', at: [...at, 'override'], sku: item.sku, units, amount: minor(0), dropped: false, why: 'ships free' }];
  const parts = [
    { each: item.dropped, dropped: drops },
    { each: item.stays, dropped: false },
  ];
  return parts.flatMap(({ each, dropped }): Step[] =>
    each === 0 ? [] : [{ step: 'extra', at: [...at, item.rated ? 'fee' : 'override'], sku: item.sku, units, amount: minor(each * units), dropped, why: item.rated ? 'fee' : 'fixed' }],
  );
}
