import type { CompiledBook } from '../book/index.ts';
import { type Mass, type Minor, minor } from '../exact/index.ts';
import type { WhyNot } from '../offers/index.ts';
import { patternText } from '../places/index.ts';
import { breakAt, isFreed, measureOf, quotedFor, type Rate } from '../rates/index.ts';
import type { Step } from './answer.ts';
import { type Sorted, sorted } from './basket.ts';
import { type Charged, charge, type Group, type Witness } from './charge.ts';
import { bestSet, dealFor, settle, usedIn, whyUnused } from './choose.ts';
import { barred } from './live.ts';
import type { Line, Question } from './question.ts';
import { taxOf } from './tax.ts';

/** The steps of one offered service, every offer of the book among them: used, or why not. Empty where it is not offered. */
export function explain(book: CompiledBook, question: Question, service: string): Step[] {
  const at = book.services.findIndex((one) => one.id === service);
  if (at < 0) return [];
  const plain = sorted(question);
  const zone = plain.bundles[0]?.fall?.zone.id ?? null;
  const goods = minor(plain.load.value);
  const deal = dealFor(book, question, plain, zone);
  const best = bestSet(deal, at);
  if (best.delivery < 0) return [];
  const settled = settle(deal, best, at);
  const { basket } = settled;
  const out: Charged = { rate: 0, droppable: 0, stays: 0 };
  const witness: Witness = { groups: [], rule: null, refusedBy: null };
  charge(book, basket, at, out, witness);

  const steps: Step[] = [];
  for (const template of new Set(basket.bundles.map((one) => one.template))) {
    const fall = basket.bundles.find((one) => one.template === template)?.fall;
    if (fall) steps.push({ step: 'place', at: ['zones', fall.zone.id], template: template.id, zone: fall.zone.id, pattern: patternText(fall.pattern) });
  }
  steps.push({ step: 'goods', at: [], value: goods, units: plain.load.units, mass: known(plain.load.mass) });
  for (const { offer, took, lines } of settled.cuts) {
    const { benefit } = offer;
    const from = { at: ['offers', offer.id], offer: offer.id };
    if (benefit.is === 'gift') steps.push({ step: 'gift', ...from, sku: benefit.sku, units: benefit.units });
    else steps.push({ step: 'discount', ...from, benefit, took, lines });
  }
  for (const group of witness.groups) steps.push(...groupSteps(group, basket, service, witness.groups.length > 1));
  if (witness.groups.length > 1) {
    const charges = witness.groups.map((group) => minor(group.freed ? 0 : group.charge));
    const rule = witness.rule?.id ?? null;
    steps.push({ step: 'mixing', at: rule === null ? ['mixedBy'] : ['mixing', rule], rule, by: witness.rule?.by ?? book.mixedBy, charges, amount: out.rate as Minor });
  }
  const { delivering } = best;
  const free = delivering?.benefit.is === 'delivery' && delivering.benefit.off.by === 'free';
  for (const line of question.lines) steps.push(...extraSteps(line, basket, at, free));
  const delivery = best.delivery as Minor;
  if (delivering) steps.push({ step: 'offer', at: ['offers', delivering.id], offer: delivering.id, benefit: delivering.benefit, took: minor(out.rate + out.droppable + out.stays - delivery) });
  const used = usedIn(deal, best);
  const acting = new Map(book.offers.map((offer) => [offer.id, offer]));
  for (const { id, state } of book.body.offers) {
    const offer = acting.get(id);
    if (offer && used.includes(offer)) continue;
    const why: WhyNot = offer ? (barred(book, offer, question, zone, goods) ?? whyUnused(deal, offer, best, settled, service)) : { why: state === 'paused' ? 'paused' : 'draft' };
    steps.push({ step: 'unused', at: ['offers', id], offer: id, why });
  }
  if (!best.proved) steps.push({ step: 'not proved', at: [], gap: best.gap });
  const taxed = taxOf(book, question, settled.off, delivery);
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
