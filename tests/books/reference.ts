import Big from 'big.js';
import type { BookFile } from '../../src/core/book/index.ts';
import type { RateBody } from '../../src/core/rates/index.ts';

/**
 * A second reading of how a delivery charge comes about, from the written book, in decimal arithmetic and without any of the
 * core: slow, plain, and only for what wide books hold. One market, no carrier, no boxes.
 */
Big.RM = Big.roundHalfUp;
type Goods = BookFile['goods'][number];
interface Line {
  readonly item: Goods;
  readonly units: number;
}
interface Group {
  readonly template: string;
  readonly origin: string;
  readonly rate: RateBody;
  readonly lines: Line[];
}

const grams: Record<string, string> = { g: '1', kg: '1000', lb: '453.59237', oz: '28.349523125' };
const cents = (text: string) => Number(Big(text).times(100).toFixed(0));
const massOf = (lines: readonly Line[]): Big | null =>
  lines.reduce<Big | null>(
    (sum, { item, units }) =>
      sum === null || !item.mass
        ? null
        : sum.plus(
            Big(item.mass.value)
              .times(grams[item.mass.unit] ?? 1)
              .times(units),
          ),
    Big(0),
  );
const worthOf = (lines: readonly Line[]) => lines.reduce((sum, { item, units }) => sum + cents(item.price ?? '0') * units, 0);
const unitsOf = (lines: readonly Line[]) => lines.reduce((sum, line) => sum + line.units, 0);

/** Each line's share of a discount, by largest remainder. */
function shares(lines: readonly Line[], discount: number): Map<Line, number> {
  const total = worthOf(lines);
  const exact = lines.map((line) =>
    Big(discount)
      .times(worthOf([line]))
      .div(total),
  );
  const parts = exact.map((share) => Number(share.round(0, Big.roundDown).toString()));
  let left = discount - parts.reduce((a, b) => a + b, 0);
  const order = exact.map((share, i) => ({ i, rest: share.minus(parts[i] ?? 0) })).sort((a, b) => b.rest.cmp(a.rest) || a.i - b.i);
  for (const { i } of order) if (left-- > 0) parts[i] = (parts[i] ?? 0) + 1;
  return new Map(lines.map((line, i) => [line, parts[i] ?? 0]));
}

/** What a service costs, in cents, with a discount off the order; null where it is not offered. Also what an offer would drop. */
function delivery(file: BookFile, lines: readonly Line[], country: string, service: string, discount: number): { rate: number; drops: number; stays: number } | null {
  const off = shares(lines, discount);
  const afterOf = (some: readonly Line[]) => worthOf(some) - some.reduce((sum, line) => sum + (off.get(line) ?? 0), 0);
  const own = file.services.find((one) => one.id === service);
  const groups: Group[] = [];
  let [drops, stays] = [0, 0];
  const laneFor = (item: Goods) => {
    const template = file.templates.find((one) => one.id === (item.template ?? 'main'));
    const zone = template?.zones.find((id) => (id === 'home' ? country === 'IE' : country !== 'US' && !(country === 'IE' && template.zones.includes('home'))));
    return { template, lane: zone ? template?.lanes[zone]?.[service] : undefined };
  };
  for (const line of lines) {
    const { item } = line;
    const { override } = item;
    const { template, lane } = laneFor(item);
    const barred =
      (override?.is === 'only' && !override.services.includes(service)) ||
      (override?.is === 'not' && override.services.includes(service)) ||
      (override?.is === 'pickup only' && !own?.pickup) ||
      item.hazards.some((hazard) => own?.bars.includes(hazard));
    if (!lane || !template || barred) return null;
    if (override?.is === 'ships free' || override?.is === 'fixed') continue;
    const rate = lane.kinds[item.kind ?? ''] ?? lane.rate;
    const origin = item.origin ?? template.origin;
    const group = groups.find((one) => one.template === template.id && one.origin === origin && one.rate === rate);
    if (group) group.lines.push(line);
    else groups.push({ template: template.id, origin, rate, lines: [line] });
  }
  const isFree = (lane: NonNullable<ReturnType<typeof laneFor>['lane']>, some: readonly Line[]): boolean => {
    const free = lane.freeFrom;
    if (!free) return false;
    const of = free.of === 'group' ? some : lines;
    return free.unit === 'units' ? unitsOf(of) >= Number(free.value) : (free.test === 'after' ? (free.of === 'group' ? afterOf(of) : worthOf(of) - discount) : worthOf(of)) >= cents(free.value);
  };
  const charges: number[] = [];
  for (const { rate, lines: some } of groups) {
    const lane = laneFor((some[0] as Line).item).lane;
    if (!lane) return null;
    const measure = (unit: string): Big | null => {
      switch (unit) {
        case 'units':
          return Big(unitsOf(some));
        case 'value':
          return Big(lane.values === 'after' ? afterOf(some) : worthOf(some)).div(100);
        case 'cm':
          return Big(Math.max(...some.map(({ item }) => Number(item.size?.length))));
        default:
          return massOf(some)?.div(grams[unit] ?? 1) ?? null;
      }
    };
    // Divisions by a unit of weight are undone by comparing at the same scale: both sides are multiplied back.
    const compare = (unit: string, figure: string): number | null => {
      const mass = grams[unit] ? massOf(some) : null;
      if (grams[unit]) return mass === null ? null : mass.cmp(Big(figure).times(grams[unit] ?? 1));
      return measure(unit)?.cmp(figure) ?? null;
    };
    for (const bound of lane.bounds) {
      const [low, high] = [bound.from === null ? 1 : compare(bound.unit, bound.from), bound.to === null ? -1 : compare(bound.unit, bound.to)];
      if (low === null || high === null || low < 0 || high > 0) return null;
    }
    let exact = Big(0);
    switch (rate.is) {
      case 'free':
        break;
      case 'flat':
        exact = Big(rate.amount);
        break;
      case 'built up': {
        exact = Big(rate.order)
          .plus(rate.first)
          .plus(Big(rate.further).times(unitsOf(some) - 1));
        if (rate.weight) {
          const mass = massOf(some);
          if (mass === null) return null;
          const per = Big(rate.weight.per).times(grams[rate.weight.unit] ?? 1);
          Big.DP = 40;
          const count = mass.div(per);
          exact = exact.plus(Big(rate.weight.amount).times(rate.weight.each === 'started' ? count.round(0, Big.roundUp) : count));
        }
        break;
      }
      case 'table': {
        if (measure(rate.unit) === null) return null;
        if (rate.from !== null && (compare(rate.unit, rate.from) ?? 0) < 0) return null;
        const at = rate.breaks.findIndex((one) => one.to === null || (compare(rate.unit, one.to) ?? 1) <= 0);
        const found = rate.breaks[at];
        if (!found) return null;
        exact = Big(found.amount);
        if ('step' in found) {
          Big.DP = 40;
          const edge = rate.breaks[at - 1]?.to ?? rate.from ?? '0';
          const beyond = (measure(rate.unit) ?? Big(0)).minus(edge);
          exact = exact.plus(Big(found.step).times(beyond.div(found.per).round(0, Big.roundUp)));
        }
        break;
      }
      default:
        throw new Error(`no second reading of ${rate.is}`);
    }
    if (lane.fees) exact = exact.plus(lane.fees.order).plus(Big(lane.fees.item).times(unitsOf(some)));
    charges.push(isFree(lane, some) ? 0 : Number(exact.times(100).round(0, Big.roundHalfUp).toString()));
  }
  for (const line of lines) {
    const { item, units } = line;
    const { template, lane } = laneFor(item);
    if (!lane || !template) return null;
    // A fee goes with the goods it is charged with: its own stock place, template, sort of charge, and kind where that matters.
    const rated = (one: Goods) => one.override?.is !== 'ships free' && one.override?.is !== 'fixed';
    const splits = Object.values(template.lanes).some((row) => Object.values(row).some((one) => (item.kind ?? '') in one.kinds));
    const mates = lines.filter(({ item: other }) => {
      const otherTemplate = laneFor(other).template;
      const otherSplits = Object.values(otherTemplate?.lanes ?? {}).some((row) => Object.values(row).some((one) => (other.kind ?? '') in one.kinds));
      return otherTemplate === template && (other.origin ?? template.origin) === (item.origin ?? template.origin) && rated(other) === rated(item) && (splits ? other.kind === item.kind : !otherSplits);
    });
    const freed = isFree(lane, mates);
    const add = (each: string, drop: boolean) => {
      if (drop) drops += freed ? 0 : cents(each) * units;
      else stays += cents(each) * units;
    };
    if (item.override?.is === 'fixed') add(item.override.each, item.override.freed);
    if (item.fee) add(item.fee.each, item.fee.freed);
  }
  return { rate: mixedOf(file, groups, charges, service), drops, stays };
}

function mixedOf(file: BookFile, groups: readonly Group[], charges: readonly number[], service: string): number {
  if (charges.length < 2) return charges[0] ?? 0;
  const kinds = new Set(groups.flatMap((group) => group.lines.map((line) => line.item.kind ?? '')));
  const rule = file.mixing.find((one) => (one.services.length === 0 || one.services.includes(service)) && (one.kinds.length === 0 || [...kinds].every((kind) => one.kinds.includes(kind))));
  const by = rule?.by ?? file.mixedBy;
  const sum = charges.reduce((a, b) => a + b, 0);
  if (typeof by !== 'string') return Math.max(...charges) + cents(by.further) * (charges.length - 1);
  if (by === 'sum') return sum;
  if (by === 'highest') return Math.max(...charges);
  if (by === 'lowest') return Math.min(...charges);
  return Number(Big(sum).div(charges.length).round(0, Big.roundHalfUp).toString());
}

/** What a shopper pays for goods and delivery by each service, the best set of the book's two offers tried one by one. */
export function referenceTotals(file: BookFile, basket: { lines: readonly { sku: string; units: number }[]; place: string; codes: readonly string[] }): Map<string, number> {
  const lines = basket.lines.map(({ sku, units }): Line => ({ item: file.goods.find((one) => one.sku === sku) as Goods, units }));
  const country = basket.place.slice(0, 2);
  const goods = worthOf(lines);
  const off = file.offers.find((offer) => offer.id === 'off' && basket.codes.includes('OFF'));
  const free = file.offers.find((offer) => offer.id === 'free');
  const totals = new Map<string, number>();
  for (const { id } of file.services) {
    const sums: number[] = [];
    for (const [useOff, useFree] of [
      [false, false],
      [true, false],
      [false, true],
      [true, true],
    ] as const) {
      if ((useOff && !off) || (useFree && !free)) continue;
      if (useOff && useFree && !(off?.addsTo.includes('delivery') && free?.addsTo.includes('order'))) continue;
      const discount =
        useOff && off?.benefit.is === 'off order' && off.benefit.off.by === 'percent' ? Number(Big(goods).times(off.benefit.off.percent).div(100).round(0, Big.roundHalfUp).toString()) : 0;
      const found = delivery(file, lines, country, id, discount);
      if (!found) continue;
      if (useFree && free?.benefit.is === 'delivery' && free.benefit.on.is === 'up to' && found.rate > cents(free.benefit.on.cap)) continue;
      sums.push(goods - discount + (useFree ? 0 : found.rate + found.drops) + found.stays);
    }
    if (sums.length > 0) totals.set(id, Math.min(...sums));
  }
  return totals;
}
