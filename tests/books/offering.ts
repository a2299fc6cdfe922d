import Big from 'big.js';
import fc from 'fast-check';
import { type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';

/**
 * Random books of up to seven offers of every sort that meet on a few goods, and a second reading of how offers work, written
 * from the definition alone: every set is tried, nothing is pruned.
 */
type Offer = BookFile['offers'][number];

const amount = (most: number) => fc.integer({ min: 1, max: most }).map((cents) => (cents / 100).toFixed(2));
const levels = ['goods', 'order', 'delivery'] as const;
const part = fc.constantFrom(null, 'small', 'pair', 'big');
const off = fc.oneof(
  fc.constantFrom('5', '10', '12.5', '33.333', '50').map((percent) => ({ by: 'percent' as const, percent })),
  amount(900).map((one) => ({ by: 'amount' as const, amount: one })),
);
const benefit = fc.oneof(
  fc.record({ is: fc.constant('off goods' as const), goods: part, off }),
  fc.record({ is: fc.constant('fixed price' as const), goods: part, price: amount(2500) }),
  fc.record({ is: fc.constant('buy and get' as const), goods: part, buy: fc.integer({ min: 1, max: 3 }), get: fc.integer({ min: 1, max: 2 }), percent: fc.constantFrom('50', '100') }),
  fc.record({ is: fc.constant('gift' as const), sku: fc.constantFrom('PIN', 'MUG'), units: fc.integer({ min: 1, max: 2 }) }),
  fc.record({ is: fc.constant('off order' as const), off }),
  fc
    .record({
      goods: part,
      test: fc.constantFrom('before' as const, 'after' as const),
      from: fc.uniqueArray(fc.integer({ min: 5, max: 90 }), { minLength: 1, maxLength: 3 }),
      offs: fc.array(amount(1500), { minLength: 3, maxLength: 3 }),
    })
    .map(({ goods, test, from, offs }) => ({ is: 'spend steps' as const, goods, test, steps: [...from].sort((a, b) => a - b).map((at, i) => ({ from: at.toFixed(2), off: offs[i] ?? '1.00' })) })),
  fc.record({
    is: fc.constant('delivery' as const),
    on: fc.oneof(
      fc.subarray(['slow', 'fast'], { minLength: 1 }).map((services) => ({ is: 'services' as const, services: [...services] })),
      amount(1200).map((cap) => ({ is: 'up to' as const, cap })),
    ),
    off: fc.oneof(
      fc.constant({ by: 'free' as const }),
      off,
      amount(500).map((one) => ({ by: 'to' as const, amount: one })),
    ),
  }),
);
const ask = fc.oneof(
  fc.record({ over: fc.constant('value' as const), value: amount(9000), test: fc.constantFrom('before' as const, 'after' as const), goods: part }),
  fc.record({ over: fc.constant('units' as const), units: fc.integer({ min: 1, max: 6 }), goods: part }),
);
const offer = fc.record({
  benefit,
  asks: fc.array(ask, { maxLength: 2, size: 'xsmall' }),
  code: fc.constantFrom(null, null, { is: 'shared' as const, code: 'NOW' }, { is: 'single use' as const, batch: 'cards' }),
  segments: fc.constantFrom(null, null, null, ['trade']),
  addsTo: fc.tuple(fc.subarray([...levels]), fc.boolean()).map(([some, all]) => (all ? [...levels] : [...some])),
  most: fc.option(amount(1200), { nil: null, freq: 2 }),
  budget: fc.option(amount(2000), { nil: null, freq: 2 }),
});
const lane = fc.record({
  base: amount(1500),
  further: amount(200),
  freeFrom: fc.option(fc.record({ value: amount(8000), test: fc.constantFrom('before' as const, 'after' as const), of: fc.constantFrom('basket' as const, 'group' as const) }), { nil: null }),
  steps: fc.boolean(),
  fee: fc.boolean(),
});

const goods = [
  { sku: 'ONE', price: '3.35', grams: 90, tag: 'small', fee: null },
  { sku: 'TWO', price: '7.99', grams: 400, tag: 'small', fee: { each: '0.45', freed: true } },
  { sku: 'SIX', price: '24.50', grams: 900, tag: 'big', fee: { each: '0.30', freed: false } },
  { sku: 'PIN', price: '1.20', grams: 15, tag: 'gift', fee: null },
  { sku: 'MUG', price: '6.00', grams: 350, tag: 'gift', fee: null },
] as const;
const inside = (sku: string, selection: string | null): boolean => {
  const item = goods.find((one) => one.sku === sku);
  if (selection === null) return true;
  return selection === 'pair' ? sku === 'TWO' || sku === 'SIX' : item?.tag === selection;
};

export const offeringBook: fc.Arbitrary<BookFile> = fc.record({ offers: fc.array(offer, { maxLength: 7 }), slow: lane, fast: lane }).map(({ offers, slow, fast }): BookFile => {
  const laneOf = (one: typeof slow) => ({
    rate: one.steps
      ? {
          is: 'table' as const,
          unit: 'value' as const,
          breaks: [
            { to: '20.00', amount: one.base },
            { to: '45.00', amount: one.further },
            { to: null, amount: one.base },
          ],
        }
      : { is: 'built up' as const, order: one.base, first: '0.00', further: '0.00', weight: { amount: one.further, per: '250', unit: 'g' as const, each: 'started' as const } },
    values: 'after' as const,
    fees: one.fee ? { order: '0.20', item: '0.10' } : null,
    freeFrom: one.freeFrom,
  });
  const input: BookInput = {
    format: 'plemb-book/2',
    seller: 'Anybody',
    markets: [{ id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' }],
    services: [
      { id: 'slow', name: 'Slow', days: [3, 5] },
      { id: 'fast', name: 'Fast', days: [1, 1] },
    ],
    zones: [{ id: 'home', name: 'Home', takes: ['IE'], leaves: [] }],
    selections: [
      { id: 'small', name: 'Small', takes: { is: 'tags', any: ['small'], all: [] }, except: [] },
      { id: 'big', name: 'Big', takes: { is: 'tags', any: ['big'], all: [] }, except: [] },
      { id: 'pair', name: 'Pair', takes: { is: 'skus', skus: ['TWO', 'SIX'] }, except: [] },
    ],
    templates: [{ id: 'all', name: 'All', origin: 'Here', zones: ['home'], lanes: { home: { slow: laneOf(slow), fast: laneOf(fast) } } }],
    segments: [{ id: 'trade', name: 'Trade' }],
    offers: offers.map((one, i) => ({
      id: `offer-${i}`,
      title: `Offer ${i}`,
      benefit: one.benefit,
      code: one.code,
      asks: one.asks,
      zones: null,
      segments: one.segments && [...one.segments],
      limits: { most: one.most === null ? null : { amount: one.most }, budget: one.budget },
      window: { from: null, until: null, zone: 'Europe/Dublin' },
      addsTo: one.addsTo,
      terms: 'Terms',
      note: '',
    })),
    channels: { 'lerrin-shop': { speeds: {}, target: 'all' }, harrowmere: { speeds: {}, target: 'all' }, findlark: { speeds: {}, target: 'all' } },
    pinned: [],
    goods: goods.map(({ sku, price, grams, tag, fee }) => ({ sku, name: sku, price, mass: { value: String(grams), unit: 'g' as const }, size: null, tags: [tag], kind: null, template: null, fee })),
  };
  return bookFileSchema.parse(input);
});

export const offeringBasket = fc.record({
  lines: fc.uniqueArray(fc.record({ sku: fc.constantFrom('ONE', 'TWO', 'SIX', 'PIN'), units: fc.integer({ min: 1, max: 5 }) }), { minLength: 1, maxLength: 4, selector: (line) => line.sku }),
  place: fc.constant('IE'),
  codes: fc.subarray(['NOW', 'ONCE1']),
  segment: fc.constantFrom(null, 'trade'),
});
/** The one single-use code that is not used yet. */
export const singles = new Map([['ONCE1', 'cards']]);

const cents = (text: string): number => Number(Big(text).times(100).toString());
const percentage = (of: number, percent: string): number => Number(Big(of).times(percent).div(100).round(0, Big.roundHalfUp).toString());

interface Basket {
  readonly lines: readonly { sku: string; units: number }[];
  readonly codes: readonly string[];
  readonly segment: string | null;
}
export interface Best {
  readonly cost: number;
  readonly used: readonly string[];
  /** Off each line, order offers' shares in it. */
  readonly off: readonly number[];
  readonly delivery: number;
}

/** What one service of such a book comes to, by trying every set of offers. */
export function bestByTrying(file: BookFile, basket: Basket, service: string): Best {
  let best: { cost: number; used: Offer[]; off: number[]; delivery: number } | null = null;
  const { offers } = file;
  for (let mask = 0; mask < 2 ** offers.length; mask += 1) {
    const set = offers.filter((_, i) => mask & (1 << i));
    const found = worked(file, basket, service, set);
    if (!found) continue;
    const earlier = (a: readonly Offer[], b: readonly Offer[]) => {
      for (const [i, one] of a.entries()) if (one !== b[i]) return offers.indexOf(one) < offers.indexOf(b[i] as Offer);
      return false;
    };
    if (!best || found.cost < best.cost || (found.cost === best.cost && (set.length < best.used.length || (set.length === best.used.length && earlier(set, best.used)))))
      best = { ...found, used: set };
  }
  if (!best) throw new Error('not even the empty set');
  return { ...best, used: best.used.map((one) => one.id) };
}

const level = (one: Offer): 'goods' | 'order' | 'delivery' => (one.benefit.is === 'delivery' ? 'delivery' : one.benefit.is === 'off order' || one.benefit.is === 'spend steps' ? 'order' : 'goods');

/** A set worked through the levels; null where it may not be used so, or one of it does nothing. */
function worked(file: BookFile, { lines, codes, segment }: Basket, service: string, set: readonly Offer[]): { cost: number; off: number[]; delivery: number } | null {
  const list = lines.map(({ sku, units }) => cents(goods.find((one) => one.sku === sku)?.price ?? '0') * units);
  const price = (i: number) => (list[i] ?? 0) / (lines[i]?.units ?? 1);
  const touched = (one: Offer) =>
    'goods' in one.benefit && level(one) === 'goods' ? lines.filter(({ sku }) => inside(sku, (one.benefit as { goods: string | null }).goods)).map((line) => line.sku) : [];
  for (const a of set) {
    if (a.code && !(a.code.is === 'single use' ? codes.includes('ONCE1') : codes.includes('NOW'))) return null;
    if (a.segments && segment !== 'trade') return null;
    for (const b of set) {
      if (a === b) continue;
      if (level(a) === 'delivery' && level(b) === 'delivery') return null;
      const add = a.addsTo.includes(level(b)) && b.addsTo.includes(level(a));
      const apart = level(a) === 'goods' && level(b) === 'goods' && !touched(a).some((sku) => touched(b).includes(sku));
      if (!add && !apart) return null;
    }
  }
  const sum = (amounts: readonly number[], selection: string | null) => amounts.reduce((all, one, i) => (inside(lines[i]?.sku ?? '', selection) ? all + one : all), 0);
  const units = (selection: string | null) => lines.reduce((all, one) => (inside(one.sku, selection) ? all + one.units : all), 0);
  const met = (one: Offer, after: readonly number[]) =>
    one.asks.every((what) => (what.over === 'units' ? units(what.goods) >= what.units : sum(what.test === 'after' && level(one) !== 'goods' ? after : list, what.goods) >= cents(what.value)));

  const left = [...list];
  let worth = 0;
  const gifts: { sku: string; units: number }[] = [];
  for (const one of set.filter((each) => level(each) === 'goods')) {
    if (!met(one, left)) return null;
    const most = one.limits.most ? cents(one.limits.most.amount) : Number.POSITIVE_INFINITY;
    const budget = one.limits.budget === null ? Number.POSITIVE_INFINITY : cents(one.limits.budget);
    const { benefit: what } = one;
    if (what.is === 'gift') {
      const value = cents(goods.find((each) => each.sku === what.sku)?.price ?? '0') * what.units;
      if (value > budget) return null;
      worth += value;
      gifts.push({ sku: what.sku, units: what.units });
      continue;
    }
    let takes = lines.map(() => 0);
    const eligible = lines.map((line, i) => ({ i, ...line })).filter(({ sku }) => inside(sku, 'goods' in what ? what.goods : null));
    if (what.is === 'off goods')
      for (const { i, units: n } of eligible) takes[i] = what.off.by === 'percent' ? percentage(list[i] ?? 0, what.off.percent) : Math.min(cents(what.off.amount), price(i)) * n;
    if (what.is === 'fixed price') for (const { i, units: n } of eligible) takes[i] = Math.max(0, price(i) - cents(what.price)) * n;
    if (what.is === 'buy and get') {
      let free = Math.floor(eligible.reduce((all, one) => all + one.units, 0) / (what.buy + what.get)) * what.get;
      for (const { i, units: n } of [...eligible].sort((a, b) => price(a.i) - price(b.i) || a.i - b.i)) {
        const some = Math.min(free, n);
        takes[i] = percentage(price(i) * some, what.percent);
        free -= some;
      }
    }
    const all = takes.reduce((a, b) => a + b, 0);
    if (all > most) takes = shares(most, takes);
    let took = 0;
    takes.forEach((want, i) => {
      const some = Math.min(want, left[i] ?? 0);
      left[i] = (left[i] ?? 0) - some;
      took += some;
    });
    if (took === 0 || took > budget) return null;
  }
  const begun = sum(left, null);
  let order = 0;
  for (const one of set.filter((each) => level(each) === 'order')) {
    if (!met(one, left)) return null;
    const { benefit: what } = one;
    let want = 0;
    if (what.is === 'off order') want = what.off.by === 'percent' ? percentage(begun, what.off.percent) : cents(what.off.amount);
    if (what.is === 'spend steps') for (const step of what.steps) if (sum(what.test === 'after' ? left : list, what.goods) >= cents(step.from)) want = cents(step.off);
    const took = Math.min(want, one.limits.most ? cents(one.limits.most.amount) : want, begun - order);
    if (took <= 0 || (one.limits.budget !== null && took > cents(one.limits.budget))) return null;
    order += took;
  }
  const parts = shares(order, left);
  const final = left.map((one, i) => one - (parts[i] ?? 0));

  // Delivery: one lane, everything one group; gifts weigh and count for nothing.
  const here = file.templates[0]?.lanes.home?.[service];
  if (!here) return null;
  const after = sum(final, null);
  const grams = [...lines, ...gifts].reduce((all, line) => all + (goods.find((one) => one.sku === line.sku)?.grams ?? 0) * line.units, 0);
  let rate = 0;
  if (here.rate.is === 'table') rate = cents(here.rate.breaks.find((one) => one.to === null || after <= cents(one.to))?.amount ?? '0');
  if (here.rate.is === 'built up') rate = cents(here.rate.order) + Math.ceil(grams / 250) * cents(here.rate.weight?.amount ?? '0');
  if (here.fees) rate += cents(here.fees.order) + cents(here.fees.item) * units(null);
  const freed = here.freeFrom !== null && (here.freeFrom.test === 'after' ? after : sum(list, null)) >= cents(here.freeFrom.value);
  const fees = (freedOnly: boolean) =>
    lines.reduce((all, line) => all + (goods.find((one) => one.sku === line.sku)?.fee?.freed === freedOnly ? cents(goods.find((one) => one.sku === line.sku)?.fee?.each ?? '0') * line.units : 0), 0);
  const drops = freed ? 0 : fees(true);
  if (freed) rate = 0;
  let saved = 0;
  for (const one of set.filter((each) => level(each) === 'delivery')) {
    if (one.benefit.is !== 'delivery' || !met(one, final)) return null;
    const { on, off: how } = one.benefit;
    if (on.is === 'services' ? !on.services.includes(service) : rate > cents(on.cap)) return null;
    if (how.by === 'free') saved = rate + drops;
    if (how.by === 'percent') saved = percentage(rate, how.percent);
    if (how.by === 'amount') saved = Math.min(rate, cents(how.amount));
    if (how.by === 'to') saved = Math.max(0, rate - cents(how.amount));
    if (one.limits.most) saved = Math.min(saved, cents(one.limits.most.amount));
    if (saved === 0 || (one.limits.budget !== null && saved > cents(one.limits.budget))) return null;
  }
  const delivery = rate + drops + fees(false) - saved;
  return { cost: after - worth + delivery, off: list.map((one, i) => one - (final[i] ?? 0)), delivery };
}

/** Shares by largest remainder, the earlier first among equals. */
function shares(total: number, weights: readonly number[]): number[] {
  const all = weights.reduce((a, b) => a + b, 0);
  if (total === 0 || all === 0) return weights.map(() => 0);
  const parts = weights.map((weight) => Math.floor((total * weight) / all));
  const byRest = weights.map((weight, i) => ({ i, rest: (total * weight) % all })).sort((a, b) => b.rest - a.rest || a.i - b.i);
  for (let k = total - parts.reduce((a, b) => a + b, 0); k > 0; k -= 1) {
    const next = byRest.shift();
    if (next) parts[next.i] = (parts[next.i] ?? 0) + 1;
  }
  return parts;
}
