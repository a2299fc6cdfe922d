import type { BookFile, BookInput } from '../../src/core/book/index.ts';
import type { Listed } from '../../src/core/channels/index.ts';
import { gram } from '../../src/core/exact/index.ts';
import { classOf } from './touching.ts';

type Offer = BookInput['offers'][number];
type FreeFrom = BookInput['templates'][number]['lanes'][string][string]['freeFrom'];

/** A basket that is looked for: goods by where they stand, each once, with prices of its own or their own. */
export interface Aimed {
  readonly lines: readonly { readonly at: number; readonly units: number; readonly price: number | null }[];
  readonly codes: readonly string[];
  readonly place: string;
}

/** The most that is compared: units, cents, and mass. */
export const most = { units: 20, value: 100_000, mass: 30_000 * gram };

/** Baskets of a book, aimed at what changes something in it. */
export interface Aiming {
  /** Any one. */
  any(): Aimed;
  /** One that is a little other than one that was found. */
  near(found: Aimed): Aimed;
  /** The same with the price of a line so much higher; null where it is none, or comes to more than is compared. */
  priced(found: Aimed, line: number, higher: number): Aimed | null;
}

/**
 * @param random from 0 to below 1
 * @param pricedTo what a line may be priced at the most, in cents; nothing where goods cost what they do
 * @param places where it may go
 */
export function aiming(
  file: BookFile,
  goods: readonly Listed[],
  random: () => number,
  pricedTo: number,
  places: readonly string[],
): Aiming {
  const arePriced = pricedTo > 0;
  const cents = (price: number) => Math.max(1, Math.min(pricedTo, Math.floor(price)));
  const codes = file.offers.flatMap(({ code }) => (code && 'code' in code ? code.code : []));
  const under = (n: number) => Math.floor(random() * n);
  const pick = <T>(list: readonly T[]): T => list[under(list.length)] as T;
  const lanes = file.templates.flatMap((template) =>
    Object.values(template.lanes).flatMap((row) => Object.values(row)),
  );
  const values = [
    ...[1, 50, 100, 5000, most.value],
    ...edgesOf(
      file.offers,
      lanes.map(({ freeFrom }) => freeFrom),
      lanes.flatMap(({ rate }) => ('amount' in rate ? rate.amount : [])),
    ),
  ];
  const amounts = file.offers.flatMap(({ benefit }) =>
    'off' in benefit && benefit.off.by === 'amount' ? Math.round(Number(benefit.off.amount) * 100) : [],
  );
  const priceOf = ({ at, price }: Aimed['lines'][number]) => price ?? goods[at]?.price ?? 0;
  const sumOf = ({ lines }: Aimed, of: (line: Aimed['lines'][number]) => number) =>
    lines.reduce((sum, line) => sum + of(line), 0);
  const worthOf = (one: Aimed) => sumOf(one, (line) => priceOf(line) * line.units);

  // However many there are of some sort, each sort is as often in a basket.
  const ofSort = new Map<string, number[]>();
  goods.forEach((item, at) => {
    const sort = classOf(item);
    ofSort.set(sort, [...(ofSort.get(sort) ?? []), at]);
  });
  const sorts = [...ofSort.values()];
  const dearestFirst = sorts.map((sort) =>
    sort.filter((at) => (goods[at]?.price ?? 0) > 0).sort((a, b) => (goods[b]?.price ?? 0) - (goods[a]?.price ?? 0)),
  );

  /** The same with goods of one sort at what they cost, so that all comes as near to a value as they allow. */
  const filled = (found: Aimed, to: number): Aimed => {
    let left = to - worthOf(found);
    let units = most.units - sumOf(found, (line) => line.units);
    const more = pick(dearestFirst).flatMap((at) => {
      const price = goods[at]?.price ?? 1;
      const some = Math.min(Math.floor(left / price), units);
      if (some <= 0 || found.lines.some((line) => line.at === at)) return [];
      left -= some * price;
      units -= some;
      return [{ at, units: some, price: null }];
    });
    return { ...found, lines: [...found.lines, ...more] };
  };

  const any = (): Aimed => {
    // Few goods, now and then as many as there may be.
    const many = 1 + under(under(8) === 0 ? most.units : 3);
    const each = [...new Set(Array.from({ length: many }, () => pick(pick(sorts))))];
    // Many of what an offer takes whole, and a few of what costs a lot; else one, some or as many as there may be.
    const isParted = arePriced && each.length === 2 && amounts.length > 0 && under(2) === 0;
    const few = pick([1, 2, 5]);
    const mostOf = (price: number) =>
      Math.max(1, Math.min(Math.floor(most.units / each.length), Math.floor(most.value / each.length / price)));
    const unitsOf = (i: number, price: number) =>
      (isParted ? [most.units - few, few][i] : pick([1, 1 + under(mostOf(price)), mostOf(price)])) ?? 1;
    // Now and then what all of it, or one line of it, comes to is a value at which something changes.
    const target = !arePriced || under(2) === 0 ? null : pick(values);
    let left = isParted ? under(most.value) : (target ?? 0);
    const lines = each.map((at, i) => {
      const units = unitsOf(i, goods[at]?.price ?? 1);
      const isLast = i === each.length - 1;
      const own = isLast ? left : pick([() => 1, () => Math.floor(left / 2), () => under(left)])();
      const priced = isParted && !isLast ? pick(amounts) : cents(own / units);
      const price = target === null && !isParted ? null : priced;
      left = Math.max(0, left - (price ?? 0) * units);
      return { at, units, price };
    });
    const made = { lines, codes: codes.filter(() => under(2) === 0), place: pick(places) };
    if (target !== null || isParted || under(2) === 0) return made;
    return filled({ ...made, lines: lines.map((line) => ({ ...line, units: 1 })) }, pick(values));
  };

  /** One line of it changed, one more or fewer, or one code more or fewer, or where it goes. */
  const changed = (found: Aimed): Aimed => {
    const { lines } = found;
    const i = under(lines.length);
    const line = lines[i] as Aimed['lines'][number];
    const withLine = (own: Partial<Aimed['lines'][number]>): Aimed => ({
      ...found,
      lines: lines.map((one, j) => (j === i ? { ...one, ...own } : one)),
    });
    const free = goods.map((_, at) => at).filter((at) => lines.every((one) => one.at !== at));
    switch (under(arePriced ? 11 : 6)) {
      case 0:
        return withLine({ units: Math.max(1, line.units + pick([-2, -1, 1, 2])) });
      case 1:
        return withLine({ units: 1 + under(most.units) });
      case 2:
        return free.length > 0 ? withLine({ at: pick(free) }) : found;
      case 3: {
        if (lines.length > 1 && under(2) === 0) return { ...found, lines: lines.filter((one) => one !== line) };
        const more = { at: pick(free), units: 1 + under(3), price: line.price === null ? null : priceOf(line) };
        return free.length > 0 && lines.length < most.units ? { ...found, lines: [...lines, more] } : found;
      }
      case 4: {
        if (places.length > 1 && under(3) === 0) return { ...found, place: pick(places) };
        if (codes.length === 0) return found;
        const code = pick(codes);
        const others = found.codes.filter((one) => one !== code);
        return { ...found, codes: others.length < found.codes.length ? others : [...others, code] };
      }
      case 5: {
        const kept = lines.filter(() => under(2) === 0);
        return filled({ ...found, lines: kept.length > 0 ? kept : [line] }, pick(values));
      }
      case 6:
        return withLine({ price: cents(priceOf(line) + pick([-100, -10, -3, -1, 1, 3, 10, 100])) });
      case 7:
        return withLine({ price: cents(priceOf(line) * (0.6 + 0.8 * random()) + 0.5) });
      case 8: {
        // All of it dearer or cheaper alike, up to as much as is compared.
        const by = under(2) === 0 ? most.value / Math.max(1, worthOf(found)) : 0.7 + 0.6 * random();
        return { ...found, lines: lines.map((one) => ({ ...one, price: cents(priceOf(one) * by) })) };
      }
      case 9:
        return withLine({ price: cents(pick(values) / line.units) });
      default: {
        // All of it comes to a value at which something changes, or to as much as is compared.
        const rest = worthOf(found) - priceOf(line) * line.units;
        return withLine({
          price: cents(((under(3) === 0 ? most.value : pick(values)) - rest) / line.units),
        });
      }
    }
  };
  const isCompared = (one: Aimed) =>
    worthOf(one) <= most.value &&
    sumOf(one, ({ units }) => units) <= most.units &&
    sumOf(one, ({ at, units }) => units * (goods[at]?.mass ?? 0)) <= most.mass;
  const within = (make: () => Aimed, or: Aimed): Aimed => {
    const made = make();
    return isCompared(made) ? made : or;
  };
  return {
    any: () => within(any, { lines: [{ at: 0, units: 1, price: null }], codes: [], place: places[0] ?? '' }),
    near(found) {
      let made = found;
      for (let i = 1 + under(3); i > 0; i -= 1) {
        const before = made;
        made = within(() => changed(before), before);
      }
      return made;
    },
    priced(found, i, higher) {
      const lines = found.lines.map((line, j) => (j === i ? { ...line, price: priceOf(line) + higher } : line));
      const made = { ...found, lines };
      return lines.every(({ price }) => price === null || price === cents(price)) && isCompared(made) ? made : null;
    },
  };
}

/**
 * List values at which something changes, in cents: what is asked for, what is then left by one or two offers, and a
 * cent less.
 */
export function edgesOf(offers: readonly Offer[], thresholds: readonly FreeFrom[], rates: readonly string[]): number[] {
  const inCents = (amount: string) => Math.round(Number(amount) * 100);
  const asked = [
    ...thresholds.flatMap((free) => free?.value ?? []),
    ...offers.flatMap(({ asks = [] }) => asks.flatMap((one) => (one.over === 'value' ? one.value : []))),
  ].map(inCents);
  const before = (edge: number): number[] =>
    offers.flatMap(({ benefit }) => {
      const off = 'off' in benefit ? benefit.off : null;
      if (off === null || off.by === 'free' || off.by === 'to') return [];
      return off.by === 'percent' ? Math.floor(edge / (1 - Number(off.percent) / 100)) : edge + inCents(off.amount);
    });
  // Where a share comes to an amount.
  const percents = offers.flatMap(({ benefit }) =>
    benefit.is === 'buy and get'
      ? (Number(benefit.percent) * benefit.get) / (benefit.buy + benefit.get)
      : 'off' in benefit && benefit.off.by === 'percent'
        ? Number(benefit.off.percent)
        : [],
  );
  const amounts = [
    ...rates,
    ...offers.flatMap(({ benefit }) => ('off' in benefit && benefit.off.by === 'amount' ? benefit.off.amount : [])),
  ].map(inCents);
  const crossings = percents.flatMap((percent) =>
    amounts.flatMap((amount) => [1, most.units].map((units) => Math.ceil((amount * units * 100) / percent))),
  );
  const once = asked.flatMap(before);
  return [...asked, ...crossings, ...once, ...once.flatMap(before)]
    .flatMap((edge) => [edge, edge - 1, edge - 5])
    .filter((edge) => edge > 0);
}
