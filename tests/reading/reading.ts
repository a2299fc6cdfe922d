import type { Basket, BookFile } from '../../src/core/book/index.ts';
import {
  compare,
  digitsOf,
  type Fraction,
  fraction,
  isLength,
  isMass,
  lengthOf,
  massOf,
  nearest,
  over,
  parts,
  percentOf,
  plus,
  times,
  units,
  up,
  volumeOf,
  whole,
} from './figures.ts';
import { spot, takes, zoneOf } from './places.ts';

/**
 * A second reading of what is meant, written from the page of its rules and from nothing else: plain, slow, every set
 * of offers tried. Only types are shared with the first.
 */
type Book = BookFile;
type Item = Book['goods'][number];
type Offer = Book['offers'][number];
type Lane = Book['templates'][number]['lanes'][string][string];
type Rate = Lane['rate'];
type Template = Book['templates'][number];
type Market = Book['markets'][number];

export interface Read {
  readonly shown: readonly Choice[];
  readonly hidden: readonly string[];
  readonly missing: readonly string[];
}
export interface Choice {
  readonly service: string;
  readonly name: string;
  readonly days: readonly [number, number];
  readonly discount: bigint;
  readonly delivery: bigint;
  readonly tax: bigint;
  readonly pays: bigint;
  readonly used: readonly string[];
  readonly off: readonly bigint[];
}

/** Clauses that took effect in some answer, by name, and how often. */
export const reached = new Map<string, number>();
const reach = (clause: string) => {
  reached.set(clause, (reached.get(clause) ?? 0) + 1);
};

interface Line {
  readonly item: Item;
  readonly units: number;
  readonly gift: boolean;
}

/** One question to one book. */
export function readAnswer(book: Book, basket: Basket): Read {
  const market = book.markets.find((one) => one.id === (basket.market ?? book.markets[0]?.id)) as Market;
  const home = (book.markets[0] as Market).currency;
  const { currency } = market;
  const at = Date.parse(basket.moment ?? '2026-11-24T09:10:00Z');
  const place = spot(basket.place);
  const taxPlace = market.decides === 'billing' && basket.billing !== null ? spot(basket.billing) : place;
  if (market.decides === 'billing' && basket.billing !== null) reach('tax by billing');

  // Money of one currency in the market's.
  const listed = (from: string, to: string) => book.exchange.find((one) => one.from === from && one.to === to)?.rate;
  function round(value: Fraction): bigint {
    if (value.n === 0n) return 0n;
    const { rounding } = market;
    if (rounding.is === 'nearest') return nearest(value);
    if (rounding.is === 'step') {
      reach('rounding to a step');
      const step = units(rounding.step, currency);
      return up(over(value, whole(step))) * step;
    }
    reach('rounding to an ending');
    const one = 10n ** BigInt(digitsOf(currency));
    const ending = units(rounding.ending, currency);
    let amount = up(value);
    while (amount % one !== ending) amount += 1n;
    return amount;
  }
  const exactly = (amount: Fraction, from: string, to = currency): Fraction => {
    if (from === to) return amount;
    const rate = listed(from, to);
    if (rate === undefined) throw new Error(`no rate from ${from} to ${to}`);
    return times(times(amount, fraction(rate)), { n: 10n ** BigInt(digitsOf(to)), d: 10n ** BigInt(digitsOf(from)) });
  };
  const alone = (text: string, from: string): bigint =>
    from === currency ? units(text, from) : round(exactly(whole(units(text, from)), from));
  /** An amount that may be given in the market's currency. */
  const given = (text: string, also: Readonly<Record<string, string>>, from = home): bigint => {
    const own = from === currency ? undefined : also[currency];
    if (own !== undefined) reach('amount in another currency');
    return own === undefined ? alone(text, from) : units(own, currency);
  };
  /** A threshold or edge: above nothing it stays above it. */
  const edge = (text: string, also: Readonly<Record<string, string>>, from = home): bigint => {
    const value = given(text, also, from);
    return value === 0n && fraction(text).n > 0n ? 1n : value;
  };

  // Time.
  const clock = (local: string | null, zone: string): number | null => {
    if (local === null) return null;
    const utc = Date.parse(`${local}:00Z`);
    const shownAt = (moment: number) => {
      const found = new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' }).format(
        moment,
      );
      return Date.parse(`${found.replace(' ', 'T')}:00Z`);
    };
    // Every quarter of an hour around: the first that shows this time, else the one after the gap.
    for (let moment = utc - 14 * 3_600_000; moment <= utc + 14 * 3_600_000; moment += 900_000)
      if (shownAt(moment) === utc) return moment;
    for (let moment = utc - 14 * 3_600_000; moment <= utc + 14 * 3_600_000; moment += 900_000)
      if (shownAt(moment) > utc) return moment + (utc - shownAt(moment - 900_000)) - 900_000;
    throw new Error('no such time');
  };
  const known = new Map<string, number | null>();
  const momentOf = (local: string | null, zone: string) => {
    const key = `${local} ${zone}`;
    if (!known.has(key)) known.set(key, clocks.get(key) ?? clock(local, zone));
    clocks.set(key, known.get(key) ?? null);
    return known.get(key) ?? null;
  };
  type Window = Offer['window'];
  const running = (window: Window) => {
    const [from, until] = [momentOf(window.from, window.zone), momentOf(window.until, window.zone)];
    return (from === null || at >= from) && (until === null || at < until);
  };
  /** Of rows given for one field, the later begun of those in force; the field's own value began first of all. */
  function inForce<T>(
    base: T | undefined,
    rows: readonly { readonly window: Window; readonly value: T }[],
  ): { readonly value: T } | null {
    let best: { value: T; from: number } | null =
      base === undefined ? null : { value: base, from: Number.NEGATIVE_INFINITY };
    for (const row of rows) {
      if (!running(row.window)) continue;
      const from = momentOf(row.window.from, row.window.zone) ?? Number.NEGATIVE_INFINITY;
      if (best === null || from >= best.from) {
        best = { value: row.value, from };
        reach('dated row in force');
      }
    }
    return best;
  }

  // Goods.
  const itemOf = (sku: string) => book.goods.find((one) => one.sku === sku) as Item;
  const parentOf = (item: Item): Item | null => (item.parent === null ? null : itemOf(item.parent));
  /** What an item states, or its parent does. */
  function stated<T>(item: Item, field: (one: Item) => T | null | undefined): T | null {
    for (let one: Item | null = item; one; one = parentOf(one)) {
      const value = field(one);
      if (value !== null && value !== undefined) {
        if (one !== item) reach('variant takes from its parent');
        return value;
      }
    }
    return null;
  }
  const list = <T>(item: Item, field: (one: Item) => readonly T[]): readonly T[] =>
    stated(item, (one) => (field(one).length > 0 ? field(one) : null)) ?? [];
  const kindOf = (item: Item) => stated(item, (one) => one.kind) ?? 'parcel';
  const ownPrice = (item: Item) => units(stated(item, (one) => one.price) ?? '0', home);
  function priceOf(item: Item): bigint {
    const source = stated(item, (one) => (one.price !== null || one.prices.length > 0 ? one.prices : null)) ?? [];
    const { channel } = basket;
    const both = source.find((one) => one.market === market.id && one.channel === channel && channel !== null);
    if (both) reach('price of a market and channel');
    if (both) return units(both.price, currency);
    const there = source.find((one) => one.market === null && one.channel === channel && channel !== null);
    if (there) reach('price of a channel');
    if (there) return alone(there.price, home);
    const here = source.find((one) => one.market === market.id && one.channel === null);
    if (here) reach('price of a market');
    if (here) return units(here.price, currency);
    return alone(stated(item, (one) => one.price) ?? '0', home);
  }
  const mass = (item: Item): Fraction | null => {
    const found = stated(item, (one) => one.mass);
    return found && massOf(found);
  };
  const sides = (item: Item): Fraction[] | null => {
    const found = stated(item, (one) => one.size);
    return (
      found &&
      [found.length, found.width, found.height].map((side) => lengthOf(side, found.unit)).sort((a, b) => compare(b, a))
    );
  };
  function selects(id: string | null, item: Item): boolean {
    if (id === null) return true;
    const selection = book.selections.find((one) => one.id === id);
    if (!selection || selection.except.includes(item.sku)) return false;
    const what = selection.takes;
    const tags = list(item, (one) => one.tags);
    switch (what.is) {
      case 'all':
        return true;
      case 'tags':
        return (
          (what.any.length === 0 || what.any.some((tag) => tags.includes(tag))) &&
          what.all.every((tag) => tags.includes(tag))
        );
      case 'kind':
        return kindOf(item) === what.kind;
      case 'price':
        return (
          (what.from === null || ownPrice(item) >= units(what.from, home)) &&
          (what.to === null || ownPrice(item) <= units(what.to, home))
        );
      case 'mass': {
        const own = mass(item);
        return (
          own !== null &&
          (what.from === null || compare(own, massOf({ value: what.from, unit: what.unit })) >= 0) &&
          (what.to === null || compare(own, massOf({ value: what.to, unit: what.unit })) <= 0)
        );
      }
      case 'skus':
        return what.skus.includes(item.sku);
    }
  }
  /** One field of own delivery, or the template, in force: its rows, else the parent's; none counts as none. */
  function own<T>(
    item: Item,
    base: (one: Item) => T | 'none' | null,
    rows: (one: Item) => { window: Window; value: T | 'none' | null }[],
  ): T | null {
    for (let one: Item | null = item; one; one = parentOf(one)) {
      const value = base(one);
      const found = inForce<T | 'none' | null>(value === null ? undefined : value, rows(one));
      if (found) return found.value === 'none' ? null : found.value;
    }
    return null;
  }
  const barredBy = (item: Item) =>
    own<readonly string[]>(
      item,
      (one) => one.barred,
      (one) =>
        one.dated.flatMap(({ window, sets }) => (sets.is === 'not by' ? [{ window, value: sets.services }] : [])),
    ) ?? [];
  const ownRate = (item: Item) =>
    own<{ rate: Rate; waived: boolean }>(
      item,
      (one) => one.ownRate,
      (one) => one.dated.flatMap(({ window, sets }) => (sets.is === 'own rate' ? [{ window, value: sets.rate }] : [])),
    );
  const handling = (item: Item) =>
    own<{ each: string; waived: boolean }>(
      item,
      (one) => one.fee,
      (one) =>
        one.dated.flatMap(({ window, sets }) => (sets.is === 'handling fee' ? [{ window, value: sets.fee }] : [])),
    );
  function templateOf(item: Item): Template {
    const named = own<string>(
      item,
      (one) => one.template,
      (one) =>
        one.dated.flatMap(({ window, sets }) =>
          sets.is === 'template' ? [{ window, value: sets.template ?? ('none' as const) }] : [],
        ),
    );
    const found =
      book.templates.find((one) => one.id === named) ??
      book.templates.find((one) => one.goods !== null && selects(one.goods, item));
    return found ?? (book.templates[0] as Template);
  }
  const origin = (item: Item) => stated(item, (one) => one.origin) ?? templateOf(item).origin;
  const stocks = (item: Item) => basket.channel !== null && list(item, (one) => one.stockedBy).includes(basket.channel);
  const unlisted = (item: Item) => stated(item, ({ notListed }) => (notListed.length > 0 ? notListed : null));
  const lists = (item: Item) => {
    const channels = unlisted(item);
    return basket.channel === null || channels === null || channels === 'none' || !channels.includes(basket.channel);
  };

  const merged = new Map<string, number>();
  for (const { sku, units: some } of basket.lines) merged.set(sku, (merged.get(sku) ?? 0) + some);
  const lines: Line[] = [...merged].map(([sku, some]) => ({ item: itemOf(sku), units: some, gift: false }));
  const price = new Map(book.goods.map((item) => [item, priceOf(item)]));
  const priceIn = (item: Item) => price.get(item) as bigint;
  const listValue = lines.map((line) => priceIn(line.item) * BigInt(line.units));
  const allStocked = lines.every((line) => stocks(line.item));
  if (allStocked) reach('basket that the channel stocks');
  else if (lines.some((line) => stocks(line.item))) reach('line that the channel stocks');

  // Tax.
  function taxRate(taxClass: string): string | null {
    const rows = book.taxes
      .filter((one) => one.class === taxClass)
      .flatMap((one) => one.places.map((pattern) => ({ id: one.percent, takes: [pattern], leaves: [] })));
    let best: { percent: string; zone: number } | null = null;
    rows.forEach((row, i) => {
      const rest = [
        ...(best ? [{ ...(rows[best.zone] as (typeof rows)[number]), id: 'best' }] : []),
        { ...row, id: 'row' },
      ];
      if (zoneOf(rest, taxPlace) === 'row') best = { percent: row.id, zone: i };
    });
    return (best as { percent: string } | null)?.percent ?? null;
  }
  const inside = market.tax === 'inside';
  const classOf = (item: Item) => stated(item, (one) => one.taxClass) ?? 'standard';
  function taxOn(amount: bigint, taxClass: string): bigint {
    const percent = taxRate(taxClass);
    if (percent === null) return 0n;
    const r = over(fraction(percent), whole(100));
    return nearest(inside ? over(times(whole(amount), r), plus(whole(1), r)) : times(whole(amount), r));
  }

  // What a lane or an own rate charges a group.
  interface Group {
    readonly origin: string;
    readonly lines: readonly Line[];
    readonly value: bigint;
    readonly after: bigint;
  }
  const bought = (group: Group) => group.lines.filter((line) => !line.gift);
  const count = (group: Group) => BigInt(bought(group).reduce((sum, line) => sum + line.units, 0));
  const heft = (some: readonly Line[]): Fraction | null =>
    some.reduce<Fraction | null>((sum, line) => {
      const one = mass(line.item);
      return sum === null || one === null ? null : plus(sum, times(one, whole(line.units)));
    }, whole(0));
  function measure(unit: string, group: Group, after: boolean): Fraction | null {
    if (unit === 'value') return whole(after ? group.after : group.value);
    if (unit === 'units') return whole(count(group));
    if (isMass(unit)) return heft(group.lines);
    const all = group.lines.map((line) => ({ sides: sides(line.item), units: line.units }));
    if (all.some((one) => one.sides === null)) return null;
    if (isLength(unit))
      return all.reduce<Fraction>(
        (long, one) => (compare(one.sides?.[0] as Fraction, long) > 0 ? (one.sides?.[0] as Fraction) : long),
        whole(0),
      );
    return all.reduce<Fraction>(
      (sum, one) =>
        plus(
          sum,
          times(
            (one.sides ?? []).reduce((v, side) => times(v, side), whole(1)),
            whole(one.units),
          ),
        ),
      whole(0),
    );
  }
  /** A figure of a table or bound in its unit; values in the market's currency. */
  const figure = (text: string, unit: string, from: string): Fraction => {
    if (unit === 'value') return whole(edge(text, {}, from));
    if (unit === 'units') return fraction(text);
    if (isMass(unit)) return massOf({ value: text, unit });
    return isLength(unit) ? lengthOf(text, unit) : volumeOf(text, unit);
  };

  interface Parcel {
    readonly box: string;
    readonly mass: Fraction;
  }
  /** Units one by one, largest first, into the first open box that takes each. */
  function pack(group: Group, boxes: readonly string[], limit: Fraction | null): Parcel[] | null {
    const all = boxes.map((id) => {
      const box = book.boxes.find((one) => one.id === id) as Book['boxes'][number];
      const inner = [box.length, box.width, box.height]
        .map((side) => lengthOf(side, box.unit))
        .sort((a, b) => compare(b, a));
      const own = massOf(box.limit);
      return {
        id,
        inner,
        volume: inner.reduce((v, side) => times(v, side), whole(1)),
        limit: limit && compare(limit, own) < 0 ? limit : own,
        empty: box.own ? massOf(box.own) : whole(0),
      };
    });
    const stuff = group.lines.flatMap((line) => {
      const [size, heavy] = [sides(line.item), mass(line.item)];
      return Array.from({ length: line.units }, () => ({
        sku: line.item.sku,
        size,
        heavy,
        volume: (size ?? []).reduce((v, side) => times(v, side), whole(1)),
      }));
    });
    if (stuff.some((one) => one.size === null || one.heavy === null)) return null;
    stuff.sort(
      (a, b) =>
        compare(b.volume, a.volume) ||
        compare(b.size?.[0] as Fraction, a.size?.[0] as Fraction) ||
        (a.sku < b.sku ? -1 : a.sku > b.sku ? 1 : 0),
    );
    const bySize = [...all].sort((a, b) => compare(a.volume, b.volume));
    const open: { box: (typeof all)[number]; volume: Fraction; mass: Fraction }[] = [];
    for (const one of stuff) {
      const fits = (box: (typeof all)[number], volume: Fraction, heavy: Fraction) =>
        (one.size ?? []).every((side, i) => compare(side, box.inner[i] as Fraction) <= 0) &&
        compare(plus(volume, one.volume), box.volume) <= 0 &&
        compare(plus(heavy, one.heavy as Fraction), box.limit) <= 0;
      let into = open.find((box) => fits(box.box, box.volume, box.mass));
      if (!into) {
        const box = bySize.find((candidate) => fits(candidate, whole(0), whole(0)));
        if (!box) return null;
        into = { box, volume: whole(0), mass: whole(0) };
        open.push(into);
      }
      into.volume = plus(into.volume, one.volume);
      into.mass = plus(into.mass, one.heavy as Fraction);
    }
    return open.map(({ box, mass: held }) => ({ box: box.id, mass: plus(held, box.empty) }));
  }
  function answerOf(service: string, parcel: Parcel): { amount: bigint; currency: string } | null {
    const row = basket.carrier.find(
      (one) =>
        one.service === service &&
        (one.box === null || one.box === parcel.box) &&
        (one.most === null || compare(parcel.mass, massOf(one.most)) <= 0),
    );
    return row && row.amount !== null
      ? { amount: units(row.amount, row.currency ?? home), currency: row.currency ?? home }
      : null;
  }

  /** What a price list asks for all parcels from a stock place by a service; nothing where it has no price for one. */
  function listAsks(id: string, service: string, origin: string, parcels: readonly Parcel[]) {
    const list = book.priceLists.find((one) => one.id === id) as Book['priceLists'][number];
    const clock = book.markets[0]?.timeZone ?? '';
    const begins = (day: string | null) => (day === null ? null : momentOf(`${day}T00:00`, clock));
    const holds = (one: { from: string | null; until: string | null }) => {
      const [from, until] = [begins(one.from), begins(one.until)];
      return (from === null || at >= from) && (until === null || at < until);
    };
    const beganAt = (one: { from: string | null }) => begins(one.from) ?? Number.NEGATIVE_INFINITY;
    const address = book.stockPlaces.find((one) => one.name === origin)?.place ?? null;
    if (list.from.length > 0) {
      if (address === null || list.from.every((pattern) => takes(pattern, spot(address)) === null)) return [];
      reach('price list from a stock place');
    }
    const zone = zoneOf(
      list.zones.map((one) => ({ id: one.zone, takes: one.places, leaves: [] })),
      place,
    );
    const ours = list.prices.filter((one) => one.service === service && one.zone === zone && holds(one));
    /** The one of a sort of extra that counts: of those for it the later begun, then the later listed. */
    const onTop = (is: 'fuel' | 'parcel' | 'home' | 'remote') =>
      list.extras
        .filter((one) => one.is === is && (one.service === null || one.service === service) && holds(one))
        .filter((one) => one.is !== 'remote' || one.places.some((pattern) => takes(pattern, place) !== null))
        .reduce<(typeof list.extras)[number] | null>(
          (best, one) => (best === null || beganAt(one) >= beganAt(best) ? one : best),
          null,
        );
    let sum = 0n;
    for (const parcel of parcels) {
      const cubic = over(book.boxes.filter((box) => box.id === parcel.box).map(insideOf)[0] as Fraction, whole(1000));
      const bulky = list.divisor === null ? null : times(over(cubic, whole(list.divisor)), whole(1000));
      const heavy = bulky !== null && compare(bulky, parcel.mass) > 0 ? bulky : parcel.mass;
      if (heavy !== parcel.mass) reach('price list by volume');
      let best: (typeof ours)[number] | null = null;
      for (const one of ours) {
        if (compare(heavy, massOf(one.most)) > 0) continue;
        const order = best === null ? -1 : compare(massOf(one.most), massOf(best.most));
        if (order < 0 || (order === 0 && best !== null && beganAt(one) >= beganAt(best))) best = one;
      }
      if (best === null) return [];
      const price = units(best.price, list.currency);
      const [fuel, parcelExtra, home, remote] = (['fuel', 'parcel', 'home', 'remote'] as const).map(onTop);
      sum += price;
      if (fuel?.is === 'fuel') sum += nearest(percentOf(price, fuel.percent));
      for (const extra of [parcelExtra, basket.address === 'home' ? home : null, remote])
        if (extra && extra.is !== 'fuel') sum += units(extra.amount, list.currency);
      if (remote) reach('price list to a remote place');
      if (best.from !== null) reach('price list of a later day');
    }
    return [{ amount: sum, currency: list.currency as string }];
  }
  const insideOf = (box: Book['boxes'][number]): Fraction =>
    [box.length, box.width, box.height].reduce((v, side) => times(v, lengthOf(side, box.unit)), whole(1));

  /** A charge exactly, in the currency of the rate; whether some of it was converted already. Null: not offered. */
  function charge(
    rate: Rate,
    group: Group,
    from: string,
    after: boolean,
  ): { exact: Fraction; converted: boolean } | null {
    const amount = (text: string): Fraction => whole(units(text, from));
    const plain = (exact: Fraction) => ({ exact, converted: false });
    reach(`rate ${rate.is}`);
    switch (rate.is) {
      case 'free':
        return plain(whole(0));
      case 'flat':
        return plain(amount(rate.amount));
      case 'built up': {
        const n = count(group);
        let sum = amount(rate.order);
        if (n > 0n) sum = plus(sum, plus(amount(rate.first), times(amount(rate.further), whole(n - 1n))));
        if (!rate.weight) return plain(sum);
        const heavy = heft(group.lines);
        if (heavy === null) return null;
        const lots = over(heavy, massOf({ value: rate.weight.per, unit: rate.weight.unit }));
        return plain(
          plus(sum, times(amount(rate.weight.amount), rate.weight.each === 'started' ? whole(up(lots)) : lots)),
        );
      }
      case 'table': {
        const at = measure(rate.unit, group, after);
        if (at === null) return null;
        let lower = rate.from === null ? whole(0) : figure(rate.from, rate.unit, from);
        if (compare(at, lower) < 0) return null;
        for (const one of rate.breaks) {
          const upper = one.to === null ? null : figure(one.to, rate.unit, from);
          if (upper === null || compare(at, upper) <= 0) {
            if (!('step' in one)) return plain(amount(one.amount));
            reach('table with a step');
            return plain(
              plus(
                amount(one.amount),
                times(
                  amount(one.step),
                  whole(up(over(plus(at, times(lower, whole(-1))), figure(one.per, rate.unit, from)))),
                ),
              ),
            );
          }
          lower = upper;
        }
        return null;
      }
      case 'carrier quote': {
        const packed = pack(
          group,
          book.boxes.map((box) => box.id),
          null,
        );
        if (packed === null) return null;
        const answers = packed.map((parcel) => (rate.service === null ? null : answerOf(rate.service, parcel)));
        const [first] = answers;
        const told =
          !first || answers.some((one) => one === null || one.currency !== first.currency)
            ? []
            : [{ amount: answers.reduce((all, one) => all + (one?.amount ?? 0n), 0n), currency: first.currency }];
        const asked = [...told, ...rate.lists.flatMap((one) => listAsks(one.list, one.service, group.origin, packed))];
        if (asked.length === 0) {
          if (rate.fallback !== null) reach('carrier silent, fallback');
          return rate.fallback === null ? null : plain(amount(rate.fallback));
        }
        const worth = asked
          .filter((one) => one.currency === from || listed(one.currency, from) !== undefined)
          .map((one) => ({ sum: exactly(whole(one.amount), one.currency, from), foreign: one.currency !== from, one }));
        const [best] = [...worth].sort((a, b) => compare(a.sum, b.sum));
        if (!best) return null;
        const { sum, foreign } = best;
        if (foreign) reach('carrier in another currency');
        reach(told.includes(best.one) ? 'carrier answers' : 'price list answers');
        if (told.length > 0 && !told.includes(best.one)) reach('price list below the carrier');
        const more = times(sum, plus(whole(1), over(fraction(rate.percent), whole(100))));
        return { exact: plus(more, amount(rate.add)), converted: foreign };
      }
      case 'box': {
        if (!rate.places.some((pattern) => zoneOf([{ id: 'x', takes: [pattern], leaves: [] }], place) !== null))
          return null;
        let best: bigint | null = null;
        for (let set = 1; set < 2 ** rate.sizes.length; set += 1) {
          const some = rate.sizes.filter((_, i) => set & (1 << i));
          const packed = pack(
            group,
            some.map((size) => size.box),
            massOf(rate.limit),
          );
          if (packed === null) continue;
          const cost = packed.reduce(
            (sum, parcel) => sum + units(some.find((size) => size.box === parcel.box)?.amount ?? '0', from),
            0n,
          );
          if (best === null || cost < best) best = cost;
        }
        if (best !== null && rate.sizes.length > 1) reach('box of several sizes');
        return best === null ? null : plain(whole(best));
      }
    }
  }

  const laneOf = (template: Template, service: string): Lane | null => {
    const zone = zoneOf(
      template.zones.map((id) => book.zones.find((one) => one.id === id) as Book['zones'][number]),
      place,
    );
    return (zone === null ? undefined : template.lanes[zone]?.[service]) ?? null;
  };
  interface Now {
    readonly lane: Lane;
    readonly rate: Pick<Lane, 'rate' | 'also' | 'kinds'>;
    readonly fees: Lane['fees'];
    readonly freeFrom: Lane['freeFrom'];
  }
  const laneNow = (lane: Lane): Now => ({
    lane,
    rate: inForce<Now['rate']>(
      lane,
      lane.dated.flatMap(({ window, sets }) => (sets.is === 'rate' ? [{ window, value: sets }] : [])),
    )?.value as Now['rate'],
    fees:
      inForce(
        lane.fees,
        lane.dated.flatMap(({ window, sets }) => (sets.is === 'fees' ? [{ window, value: sets.fees }] : [])),
      )?.value ?? null,
    freeFrom:
      inForce(
        lane.freeFrom,
        lane.dated.flatMap(({ window, sets }) => (sets.is === 'free from' ? [{ window, value: sets.freeFrom }] : [])),
      )?.value ?? null,
  });
  const currencyOf = (template: Template) => template.currency ?? home;

  /** Bounds, rate and lane fees of a group as an order of its own, in the market's currency; null: not offered. */
  function laneCharge(now: Now, kind: string | null, group: Group, from: string): bigint | null {
    const after = now.lane.values === 'after';
    for (const bound of now.lane.bounds) {
      const at = measure(bound.unit, group, after);
      if (at === null) return null;
      reach(`bound on ${bound.unit}`);
      if (bound.from !== null && compare(at, figure(bound.from, bound.unit, from)) < 0) return null;
      if (bound.to !== null && compare(at, figure(bound.to, bound.unit, from)) > 0) return null;
    }
    const priced = kind === null ? now.rate : (now.rate.kinds[kind] as Pick<Lane, 'rate' | 'also'>);
    if (kind !== null) reach('rate of a kind');
    const ownRateHere = from === currency ? undefined : priced.also[currency];
    const ownFees = from === currency ? undefined : now.fees?.also[currency];
    const n = count(group);
    if (now.fees) reach('lane fees');
    if (ownRateHere === undefined && ownFees === undefined) {
      const found = charge(priced.rate, group, from, after);
      if (found === null) return null;
      const fees = now.fees ? units(now.fees.order, from) + units(now.fees.item, from) * n : 0n;
      const sum = plus(found.exact, whole(fees));
      if (from === currency) return found.converted ? round(sum) : nearest(sum);
      reach('converted group');
      return round(exactly(sum, from));
    }
    reach(ownRateHere ? 'rate in the market’s currency' : 'fees in the market’s currency');
    const found = charge(ownRateHere ?? priced.rate, group, ownRateHere ? currency : from, after);
    if (found === null) return null;
    const rate = ownRateHere
      ? found.converted
        ? round(found.exact)
        : nearest(found.exact)
      : round(exactly(found.exact, from));
    const fees = ownFees
      ? units(ownFees.order, currency) + units(ownFees.item, currency) * n
      : now.fees
        ? alone(now.fees.order, from) + alone(now.fees.item, from) * n
        : 0n;
    return rate + fees;
  }

  /** Whether a threshold is met by a group; gifts never count. */
  function meets(free: NonNullable<Lane['freeFrom']>, group: Group, from: string): boolean {
    if (free.unit === 'value')
      return (free.test === 'after' ? group.after : group.value) >= edge(free.value, free.also, from);
    reach(`free from ${free.unit === 'units' ? 'units' : 'mass'}`);
    if (free.unit === 'units') return count(group) >= BigInt(free.value);
    const heavy = heft(bought(group));
    return heavy !== null && compare(heavy, massOf({ value: free.value, unit: free.unit })) >= 0;
  }

  interface Carried {
    readonly rate: bigint;
    readonly waivable: bigint;
    readonly stays: bigint;
    readonly lanes: readonly Lane[];
  }
  /** Steps 1 to 5 for one service, after discounts line by line; null: not offered. */
  function carry(service: string, after: readonly bigint[], gifts: readonly Line[]): Carried | null {
    const body = book.services.find((one) => one.id === service) as Book['services'][number];
    const ours = lines.map((line, i) => ({ line, i })).filter(({ line }) => !stocks(line.item));
    const given = gifts.filter((gift) => !stocks(gift.item));
    const lanes: Lane[] = [];
    const groupsBy = new Map<
      string,
      { template: Template; now: Now; kind: string | null; origin: string; lines: Line[]; value: bigint; after: bigint }
    >();
    const singles: { line: Line; i: number; now: Now; rate: Rate; waived: boolean }[] = [];
    const key = (template: Template, where: string, kind: string | null) => `${template.id}|${where}|${kind ?? ''}`;
    for (const { line, i } of [...ours, ...given.map((line) => ({ line, i: -1 }))]) {
      const { item } = line;
      if (barredBy(item).includes(service)) reach('own delivery: not by a service');
      if (barredBy(item).includes(service)) return null;
      if (body.kinds.length > 0 && !body.kinds.includes(kindOf(item))) return null;
      if (list(item, (one) => one.hazards).some((hazard) => body.bars.includes(hazard))) return null;
      const template = templateOf(item);
      const lane = laneOf(template, service);
      if (!lane) return null;
      const now = laneNow(lane);
      lanes.push(lane);
      const ownOne = line.gift ? null : ownRate(item);
      if (ownOne) {
        reach('own rate');
        singles.push({ line, i, now, rate: ownOne.rate, waived: ownOne.waived });
        continue;
      }
      const kind = kindOf(item) in now.rate.kinds ? kindOf(item) : null;
      const id = key(template, origin(item), kind);
      const group = groupsBy.get(id) ?? { template, now, kind, origin: origin(item), lines: [], value: 0n, after: 0n };
      group.lines.push(line);
      if (!line.gift) {
        group.value += listValue[i] as bigint;
        group.after += after[i] as bigint;
      } else reach('gift carried');
      groupsBy.set(id, group);
    }
    const basketGroup: Group = {
      origin: '',
      lines: ours.map(({ line }) => line),
      value: ours.reduce((sum, { i }) => sum + (listValue[i] as bigint), 0n),
      after: ours.reduce((sum, { i }) => sum + (after[i] as bigint), 0n),
    };
    const freedBy = (now: Now, group: Group, from: string) => {
      if (!now.freeFrom) return false;
      if (now.freeFrom.of === 'group') reach('threshold of the group');
      return meets(now.freeFrom, now.freeFrom.of === 'group' ? group : basketGroup, from);
    };
    const charges: { amount: bigint; kinds: string[] }[] = [];
    const freed = new Map<string, boolean>();
    for (const [id, group] of groupsBy) {
      const from = currencyOf(group.template);
      const amount = laneCharge(group.now, group.kind, group, from);
      if (amount === null) return null;
      const free = freedBy(group.now, group, from);
      freed.set(id, free);
      if (free) reach('freed by a threshold');
      else charges.push({ amount, kinds: group.lines.map((line) => kindOf(line.item)) });
    }
    let rate = 0n;
    if (charges.length === 1) rate = charges[0]?.amount ?? 0n;
    if (charges.length > 1) {
      const kinds = charges.flatMap((one) => one.kinds);
      const rule = book.mixing.find(
        (one) =>
          (one.kinds.length === 0 || kinds.every((kind) => one.kinds.includes(kind))) &&
          (one.services.length === 0 || one.services.includes(service)),
      );
      const way = rule ? rule.by : book.mixedBy;
      reach(`mixing ${typeof way === 'string' ? way : 'highest plus'}${rule ? ', by a rule' : ''}`);
      const amounts = charges.map((one) => one.amount);
      // biome-ignore lint/complexity/useMathMinMax: they are big integers
      const highest = amounts.reduce((a, b) => (b > a ? b : a));
      const sum = amounts.reduce((a, b) => a + b, 0n);
      if (way === 'sum') rate = sum;
      else if (way === 'highest') rate = highest;
      // biome-ignore lint/complexity/useMathMinMax: they are big integers
      else if (way === 'lowest') rate = amounts.reduce((a, b) => (b < a ? b : a));
      else if (way === 'average') rate = nearest({ n: sum, d: BigInt(amounts.length) });
      else {
        const paying = amounts.filter((one) => one > 0n).length;
        rate = highest + alone(way.further, home) * BigInt(Math.max(0, paying - 1));
      }
    }
    let [waivable, stays] = [0n, 0n];
    const extra = (line: Line, now: Now, amount: bigint, waived: boolean) => {
      if (!waived) stays += amount;
      else {
        const kind = kindOf(line.item) in now.rate.kinds ? kindOf(line.item) : null;
        const template = templateOf(line.item);
        const met =
          freed.get(key(template, origin(line.item), kind)) ??
          (now.freeFrom?.of === 'basket' && meets(now.freeFrom, basketGroup, currencyOf(template)));
        if (met) reach('waived by a threshold');
        else waivable += amount;
      }
    };
    for (const { line, i, now, rate: ownOne, waived } of singles) {
      const alonely: Group = {
        origin: origin(line.item),
        lines: [line],
        value: listValue[i] as bigint,
        after: after[i] as bigint,
      };
      const found = charge(ownOne, alonely, home, now.lane.values === 'after');
      if (found === null) return null;
      const amount =
        home === currency
          ? found.converted
            ? round(found.exact)
            : nearest(found.exact)
          : round(exactly(found.exact, home));
      extra(line, now, amount, waived);
    }
    for (const { line } of ours) {
      const fee = handling(line.item);
      if (!fee) continue;
      reach('handling fee');
      extra(
        line,
        laneNow(laneOf(templateOf(line.item), service) as Lane),
        alone(fee.each, home) * BigInt(line.units),
        fee.waived,
      );
    }
    return { rate, waivable, stays, lanes };
  }

  const daysOf = (service: string, lanes: readonly Lane[]): [number, number] => {
    const own = (book.services.find((one) => one.id === service) as Book['services'][number]).days;
    const all = lanes.map((lane) => lane.days ?? own);
    return [Math.max(...all.map((one) => one[0])), Math.max(...all.map((one) => one[1]))];
  };

  // Offers.
  const level = (offer: Offer) =>
    offer.benefit.is === 'delivery'
      ? 'delivery'
      : offer.benefit.is === 'off order' || offer.benefit.is === 'spend steps'
        ? 'order'
        : 'goods';
  const goodsOf = (offer: Offer): string | null | undefined =>
    level(offer) === 'goods' && 'goods' in offer.benefit ? (offer.benefit.goods as string | null) : undefined;
  const counts = (offer: Offer) => lines.map((line) => offer.stocked || !stocks(line.item));
  const worthOf = (offer: Offer, amounts: readonly bigint[], selection: string | null) =>
    lines.reduce(
      (sum, line, i) => (counts(offer)[i] && selects(selection, line.item) ? sum + (amounts[i] as bigint) : sum),
      0n,
    );
  const unitsOf = (offer: Offer, selection: string | null) =>
    lines.reduce((sum, line, i) => (counts(offer)[i] && selects(selection, line.item) ? sum + line.units : sum), 0);
  const mondayOf = (zone: string) => {
    const local = new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short' }).format(at);
    const day = new Date(`${local}T00:00:00Z`);
    day.setUTCDate(day.getUTCDate() - ((day.getUTCDay() + 6) % 7));
    return day.toISOString().slice(0, 10);
  };
  /** What is left of a budget, in smallest units of the first market; null for no budget. */
  function leftOf(offer: Offer): bigint | null {
    const { budget } = offer.limits;
    if (!budget) return null;
    const rows = basket.spent[offer.id]?.rows ?? [];
    const amount =
      budget.split === null ? budget.amount : basket.channel === null ? '0' : (budget.split[basket.channel] ?? '0');
    if (budget.split) reach('budget split by channel');
    if (budget.per === 'week') reach('budget of a week');
    const counted = rows.filter(
      (row) =>
        (budget.per === 'all' || row.week === mondayOf(offer.window.zone)) &&
        (budget.split === null || row.channel === basket.channel),
    );
    return units(amount, home) - counted.reduce((sum, row) => sum + units(row.amount, home), 0n);
  }
  const covers = (offer: Offer, saving: bigint): boolean => {
    const left = leftOf(offer);
    if (left === null) return true;
    const ok = left > 0n && compare(exactly(whole(left), home), whole(saving)) >= 0;
    reach(ok ? 'budget covers' : 'budget does not cover');
    return ok;
  };
  function fits(offer: Offer): boolean {
    const { code } = offer;
    if (offer.state !== 'meant' || !running(offer.window)) return false;
    if (
      code &&
      (code.is === 'single use'
        ? !basket.codes.includes('ONCE1') || code.batch !== 'cards'
        : !basket.codes.includes(code.code))
    )
      return false;
    if (code) reach(`code ${code.is}`);
    if (offer.zones) {
      const first = lines.find((_, i) => counts(offer)[i]);
      const zone =
        first &&
        zoneOf(
          templateOf(first.item).zones.map((id) => book.zones.find((one) => one.id === id) as Book['zones'][number]),
          place,
        );
      if (!zone || !offer.zones.includes(zone)) return false;
      reach('For: places');
    }
    if (offer.markets && !offer.markets.includes(market.id)) return false;
    if (offer.channels && (basket.channel === null || !offer.channels.includes(basket.channel))) return false;
    if (offer.segments && (basket.segment === null || !offer.segments.includes(basket.segment))) return false;
    const spent = basket.spent[offer.id];
    const ownUses = basket.segment !== null || basket.customer !== null ? (spent?.own ?? 0) : 0;
    if (offer.limits.uses !== null && (spent?.uses ?? 0) >= offer.limits.uses) return false;
    if (offer.limits.each !== null && ownUses >= offer.limits.each) return false;
    const needs = goodsOf(offer) === undefined ? offer.goods : goodsOf(offer);
    if (
      (goodsOf(offer) !== undefined || needs !== null) &&
      !lines.some((line, i) => counts(offer)[i] && selects(needs ?? null, line.item))
    )
      return false;
    if (goodsOf(offer) === undefined && offer.goods !== null) reach('For: goods');
    if (offer.benefit.is === 'gift') {
      const gift = itemOf(offer.benefit.sku);
      if (!lists(gift) || (allStocked && !stocks(gift))) return false;
    }
    return true;
  }
  const candidates = book.offers.filter(fits);
  const keepOut = (a: Offer, b: Offer): boolean =>
    book.eitherOr.some((group) => {
      if (!group.offers.includes(a.id) || !group.offers.includes(b.id)) return false;
      if (group.of === 'order') return true;
      if (a.benefit.is === 'gift' || b.benefit.is === 'gift') return false;
      if (level(a) !== 'goods' || level(b) !== 'goods') return true;
      return lines.some((line) => selects(goodsOf(a) ?? null, line.item) && selects(goodsOf(b) ?? null, line.item));
    });

  interface Worked {
    readonly left: bigint[];
    readonly gifts: Line[];
    readonly worth: bigint;
    readonly carried: Carried;
    readonly paid: bigint;
    readonly delivery: bigint;
    readonly tax: bigint;
  }
  const off = (
    how: { by: 'percent'; percent: string } | { by: 'amount'; amount: string; also: Record<string, string> },
    amount: bigint,
  ): bigint => {
    if (how.by === 'percent') return nearest(percentOf(amount, how.percent));
    const fixed = given(how.amount, how.also);
    return fixed < amount ? fixed : amount;
  };
  const asksMet = (offer: Offer, amounts: readonly bigint[]) =>
    offer.asks.every((ask) =>
      ask.over === 'units'
        ? unitsOf(offer, ask.goods) >= ask.units
        : worthOf(offer, ask.test === 'before' ? listValue : amounts, ask.goods) >= edge(ask.value, ask.also),
    );

  /** A set of offers worked through the levels for a service; null where it cannot be used so. */
  function work(set: readonly Offer[], service: string | null, cheapest: string | null): Worked | null {
    const left = [...listValue];
    const gifts: Line[] = [];
    let worth = 0n;
    for (const offer of set.filter((one) => level(one) === 'goods')) {
      const { benefit } = offer;
      if (!asksMet(offer, listValue)) return null;
      const most = offer.limits.most && given(offer.limits.most.amount, offer.limits.most.also);
      if (benefit.is === 'gift') {
        const item = itemOf(benefit.sku);
        const value = priceIn(item) * BigInt(benefit.units);
        const with_ = inside ? value : value + taxOn(value, classOf(item));
        if (!covers(offer, with_)) return null;
        worth += with_;
        gifts.push({ item, units: benefit.units, gift: true });
        continue;
      }
      let cuts = lines.map(() => 0n);
      const touched = lines.map((line) => selects(goodsOf(offer) ?? null, line.item));
      lines.forEach((line, i) => {
        if (!touched[i]) return;
        const each = priceIn(line.item);
        const n = BigInt(line.units);
        if (benefit.is === 'off goods')
          cuts[i] =
            benefit.off.by === 'percent'
              ? nearest(percentOf(each * n, benefit.off.percent))
              : off(benefit.off, each) * n;
        if (benefit.is === 'fixed price') {
          const fixed = given(benefit.price, benefit.also);
          cuts[i] = fixed < each ? (each - fixed) * n : 0n;
        }
      });
      if (benefit.is === 'buy and get') {
        const all = lines.flatMap((line, i) =>
          touched[i] ? Array.from({ length: line.units }, () => ({ i, each: priceIn(line.item) })) : [],
        );
        const k = Math.floor(all.length / (benefit.buy + benefit.get)) * benefit.get;
        all.sort((a, b) => (a.each < b.each ? -1 : a.each > b.each ? 1 : a.i - b.i));
        const some = lines.map(() => 0n);
        for (const one of all.slice(0, k)) some[one.i] = (some[one.i] as bigint) + one.each;
        cuts = some.map((amount) => nearest(percentOf(amount, benefit.percent)));
      }
      if (most !== null && cuts.reduce((a, b) => a + b, 0n) > most) {
        reach('largest discount of goods');
        cuts = parts(most, cuts);
      }
      let saved = 0n;
      cuts.forEach((cut, i) => {
        const took = cut < (left[i] as bigint) ? cut : (left[i] as bigint);
        left[i] = (left[i] as bigint) - took;
        saved += took;
      });
      if (!covers(offer, saved)) return null;
    }
    const begun = left.reduce((a, b) => a + b, 0n);
    let taken = 0n;
    for (const offer of set.filter((one) => level(one) === 'order')) {
      const { benefit } = offer;
      if (!asksMet(offer, left)) return null;
      let want = 0n;
      if (benefit.is === 'off order') want = off(benefit.off, begun);
      if (benefit.is === 'spend steps') {
        const value = worthOf(offer, benefit.test === 'before' ? listValue : left, benefit.goods);
        for (const step of benefit.steps) {
          const own = step.also[currency];
          const at_ = home !== currency && own ? units(own.from, currency) : edge(step.from, {});
          const off_ = home !== currency && own ? units(own.off, currency) : alone(step.off, home);
          if (value >= at_) want = off_;
        }
      }
      if (offer.limits.most) {
        const most = given(offer.limits.most.amount, offer.limits.most.also);
        if (want > most) want = most;
      }
      if (want > begun - taken) want = begun - taken;
      if (!covers(offer, want)) return null;
      taken += want;
    }
    const share = parts(taken, left);
    const final = left.map((amount, i) => amount - (share[i] as bigint));
    const carried = service === null ? { rate: 0n, waivable: 0n, stays: 0n, lanes: [] } : carry(service, final, gifts);
    if (carried === null) return null;
    let [off_, waives] = [0n, false];
    for (const offer of set.filter((one) => level(one) === 'delivery')) {
      const { benefit } = offer;
      if (benefit.is !== 'delivery' || service === null) return null;
      if (benefit.on.is === 'services' ? !benefit.on.services.includes(service) : cheapest !== service) return null;
      if (!asksMet(offer, final)) return null;
      let want = 0n;
      if (benefit.off.by === 'free') want = carried.rate;
      else if (benefit.off.by === 'to') {
        const to = given(benefit.off.amount, benefit.off.also);
        want = carried.rate > to ? carried.rate - to : 0n;
      } else want = off(benefit.off, carried.rate);
      let free = benefit.off.by === 'free';
      if (offer.limits.most) {
        const most = given(offer.limits.most.amount, offer.limits.most.also);
        if (want > most) {
          reach('largest discount of delivery');
          want = most;
          free = false;
        }
      }
      if (want > carried.rate - off_) want = carried.rate - off_;
      if (!covers(offer, want + (free && !waives ? carried.waivable : 0n))) return null;
      off_ += want;
      if (free && carried.waivable > 0n) reach('waived by an offer');
      waives ||= free;
    }
    const delivery = carried.rate - off_ + (waives ? 0n : carried.waivable) + carried.stays;
    const tax =
      final.reduce((sum, amount, i) => sum + taxOn(amount, classOf((lines[i] as Line).item)), 0n) +
      taxOn(delivery, book.deliveryClass);
    const paid = final.reduce((a, b) => a + b, 0n) + delivery + (inside ? 0n : tax);
    return { left: final, gifts, worth, carried, paid, delivery, tax };
  }

  const sets: Offer[][] = [[]];
  for (const offer of candidates)
    for (const set of [...sets]) if (!set.some((one) => keepOut(one, offer))) sets.push([...set, offer]);

  function best(service: string | null, cheapest: string | null): { worked: Worked; used: Offer[] } | null {
    let found: { worked: Worked; used: Offer[] } | null = null;
    for (const used of sets) {
      const worked = work(used, service, cheapest);
      if (!worked) continue;
      const costs = used.some((gift) => {
        if (gift.benefit.is !== 'gift' || gift.code !== null) return false;
        const without = work(
          used.filter((one) => one !== gift),
          service,
          cheapest,
        );
        return without !== null && without.paid < worked.paid;
      });
      if (costs) reach('gift that costs');
      if (costs) continue;
      if (found) {
        const [a, b] = [worked.paid - worked.worth, found.worked.paid - found.worked.worth];
        if (a > b) continue;
        if (a === b) {
          if (used.length > found.used.length) continue;
          if (used.length === found.used.length) {
            const differs = used.findIndex((one, i) => one !== found?.used[i]);
            if (
              differs < 0 ||
              book.offers.indexOf(used[differs] as Offer) > book.offers.indexOf(found.used[differs] as Offer)
            )
              continue;
          }
        }
      }
      found = { worked, used };
    }
    return found;
  }

  let cheapest: string | null = null;
  let least: { rate: bigint; days: [number, number] } | null = null;
  for (const service of book.services) {
    if (service.pickup || allStocked) continue;
    const carried = carry(service.id, listValue, []);
    if (!carried) continue;
    const days = daysOf(service.id, carried.lanes);
    if (
      !least ||
      carried.rate < least.rate ||
      (carried.rate === least.rate &&
        (days[1] < least.days[1] || (days[1] === least.days[1] && days[0] < least.days[0])))
    ) {
      least = { rate: carried.rate, days };
      cheapest = service.id;
    }
  }

  const offered: Choice[] = [];
  const missing: string[] = [];
  for (const service of allStocked ? [null] : book.services.map((one) => one.id)) {
    const found = best(service, cheapest);
    if (!found) {
      missing.push(service ?? '');
      continue;
    }
    const { worked, used } = found;
    if (used.length > 1) reach('several offers used');
    for (const one of used) reach(`used: ${one.benefit.is}`);
    const body = book.services.find((one) => one.id === service);
    const names = new Set(worked.carried.lanes.map((lane) => lane.names[market.locale] ?? null));
    const [name] = names;
    const discount = listValue.reduce((a, b) => a + b, 0n) - worked.left.reduce((a, b) => a + b, 0n);
    offered.push({
      service: service ?? 'stocked',
      name: service === null ? 'stocked' : names.size === 1 && name ? name : (body?.name ?? ''),
      days: service === null ? [0, 0] : daysOf(service, worked.carried.lanes),
      discount,
      delivery: worked.delivery,
      tax: worked.tax,
      pays: worked.paid,
      used: used.map((one) => one.id),
      off: worked.left.map((amount, i) => (listValue[i] as bigint) - amount),
    });
  }

  // What the shopper sees.
  const sight = (choice: Choice) => {
    const service = book.services.find((one) => one.id === choice.service);
    return service ? (service.inSight ?? service.pickup) : true;
  };
  const place_ = (choice: Choice) => book.services.findIndex((one) => one.id === choice.service);
  const sign = (a: bigint, b: bigint) => (a < b ? -1 : a > b ? 1 : 0);
  const hidden: string[] = [];
  let named = offered;
  if (market.oneOfAName) {
    const beats = (a: Choice, b: Choice) =>
      (sign(a.pays, b.pays) || a.days[1] - b.days[1] || a.days[0] - b.days[0] || place_(a) - place_(b)) < 0;
    named = offered.filter(
      (choice) => !offered.some((other) => other !== choice && other.name === choice.name && beats(other, choice)),
    );
    for (const choice of offered) if (!named.includes(choice)) hidden.push(choice.service);
    if (hidden.length > 0) reach('one of a name');
  }
  const free = named.filter((choice) => choice.delivery === 0n && !sight(choice));
  const seen: Choice[] = [];
  let shownCount = 0;
  const ordered = [...named].sort(
    (a, b) => sign(a.pays, b.pays) || sign(a.delivery, b.delivery) || a.days[1] - b.days[1] || place_(a) - place_(b),
  );
  for (const choice of ordered) {
    const cheaper = free.every((one) => choice.pays < one.pays);
    const hides =
      choice.delivery !== 0n &&
      !sight(choice) &&
      free.length > 0 &&
      !cheaper &&
      (market.hides === 'all' ||
        (market.hides === 'same or slower' && free.some((one) => one.days[1] <= choice.days[1])));
    if (hides) reach(`hidden: ${market.hides}`);
    const beyond = !hides && !sight(choice) && market.most !== null && shownCount >= market.most;
    if (beyond) reach('at most so many');
    if (hides || beyond) hidden.push(choice.service);
    else {
      seen.push(choice);
      if (!sight(choice)) shownCount += 1;
    }
  }
  return { shown: seen, hidden, missing };
}

/** Wall-clock times worked out before. */
const clocks = new Map<string, number | null>();
