import { type Edge, fewestGroups } from './groups.ts';
import { type Json, list, mapped, object, text, texts } from './json.ts';
import { patternFrom2 } from './patterns.ts';

/** Something of a book that could not be brought along as it was, and where. */
export type MigrationNote = { readonly at: readonly string[] } & (
  | { readonly is: 'name left out'; readonly name: string }
  /** A cap on a charge: the services that always cost at most so much, and those that do now and then. */
  | {
      readonly is: 'cap';
      readonly cap: string;
      readonly always: readonly string[];
      readonly sometimes: readonly string[];
    }
  | { readonly is: 'channels left out'; readonly channels: readonly string[] }
);

/** A book of the second format, with or without goods, in the third; what had to be changed in meaning is told. */
export function bookFrom2(data: unknown, channels: readonly string[]): { book: Json; notes: MigrationNote[] } {
  const old = object(data);
  const notes: MigrationNote[] = [];
  const services = list(old.services);
  const zones = list(old.zones).map((zone) => ({
    ...zone,
    takes: texts(zone.takes).flatMap(patternFrom2),
    leaves: texts(zone.leaves).flatMap(patternFrom2),
  }));
  const templates = list(old.templates).map(templateFrom2);
  const offers = list(old.offers).map((offer, i) => offerFrom2(offer, i, { ...old, templates }, notes));
  const book: Json = {
    ...old,
    format: 'plemb-book/3',
    taxes: list(old.taxes).map((tax) => ({ ...tax, places: texts(tax.places).flatMap(patternFrom2) })),
    zones,
    templates,
    mixing: list(old.mixing).map(({ name, ...rule }) => {
      if (typeof name === 'string') notes.push({ at: ['mixing', text(rule.id), 'name'], is: 'name left out', name });
      return rule;
    }),
    offers,
    numbered: offers.length,
    eitherOr: groupsFrom2(list(old.offers)),
    pinned: list(old.pinned).map(basketFrom2),
  };
  if ('goods' in old)
    book.goods = goodsFrom2(list(old.goods), services, text(object(list(old.markets)[0]).id), channels, notes);
  return { book, notes };
}

/** A basket of the second format in the third: what an offer had cost stands in the first week of all. */
export function basketFrom2(data: unknown): Json {
  const old = object(data);
  const spent = mapped(old.spent, (one) => {
    const { spent: amount, ...uses } = object(one);
    return typeof amount === 'string'
      ? { ...uses, rows: Number(amount) > 0 ? [{ week: '1970-01-05', channel: null, amount }] : [] }
      : one;
  });
  return 'spent' in old ? { ...old, spent } : old;
}

export function templateFrom2(template: Json): Json {
  return { ...template, lanes: mapped(template.lanes, (row) => mapped(row, (lane) => laneFrom2(object(lane)))) };
}

function laneFrom2(lane: Json): Json {
  return {
    ...lane,
    rate: rateFrom2(lane.rate),
    ...('also' in lane ? { also: mapped(lane.also, rateFrom2) } : {}),
    ...('kinds' in lane ? { kinds: mapped(lane.kinds, (rate) => ({ rate: rateFrom2(rate) })) } : {}),
  };
}

function rateFrom2(rate: unknown): unknown {
  const { box, amount, places, ...rest } = object(rate);
  return rest.is === 'box' ? { ...rest, sizes: [{ box, amount }], places: texts(places).flatMap(patternFrom2) } : rate;
}

const levelOf = (offer: Json): 'goods' | 'order' | 'delivery' => {
  const is = object(offer.benefit).is;
  return is === 'delivery' ? 'delivery' : is === 'off order' || is === 'spend steps' ? 'order' : 'goods';
};

export function offerFrom2(offer: Json, i: number, book: Json, notes: MigrationNote[]): Json {
  const { addsTo: _, limits, benefit, ...rest } = offer;
  const { budget, ...others } = object(limits);
  const made: Json = { ...rest, number: i + 1, benefit };
  if (limits !== undefined) made.limits = { ...others, budget: typeof budget === 'string' ? { amount: budget } : null };
  const on = object(object(benefit).on);
  if (on.is !== 'up to') return made;
  const { always, sometimes } = withinCap(book, texts(offer.zones), Number(on.cap));
  const at = ['offers', text(offer.id), 'benefit', 'on'];
  if (sometimes.length > 0 || always.length === 0) notes.push({ at, is: 'cap', cap: text(on.cap), always, sometimes });
  const services = always.length > 0 ? always : list(book.services).map((service) => text(service.id));
  return {
    ...made,
    benefit: { ...object(benefit), on: { is: 'services', services } },
    ...(always.length === 0 && (offer.state ?? 'meant') === 'meant' ? { state: 'paused' } : {}),
  };
}

/**
 * The services whose lanes in some zones (none named: all) always cost at most a cap, and those that do now and then.
 */
function withinCap(book: Json, zones: readonly string[], cap: number): { always: string[]; sometimes: string[] } {
  const fits = new Map<string, boolean[]>();
  for (const template of list(book.templates))
    for (const [zone, row] of Object.entries(object(template.lanes))) {
      if (zones.length > 0 && !zones.includes(zone)) continue;
      for (const [service, lane] of Object.entries(object(row))) {
        const { least, most } = rangeOf(object(lane));
        fits.set(service, [
          ...(fits.get(service) ?? []),
          ...(most <= cap ? [true] : least > cap ? [false] : [true, false]),
        ]);
      }
    }
  const all = [...fits];
  return {
    always: all.filter(([, some]) => some.every(Boolean)).map(([id]) => id),
    sometimes: all.filter(([, some]) => some.some(Boolean) && !some.every(Boolean)).map(([id]) => id),
  };
}

/** The least and the most that a lane charges, as far as its rates tell by themselves. */
function rangeOf(lane: Json): { least: number; most: number } {
  const fees = object(lane.fees);
  const rates = [lane.rate, ...Object.values(object(lane.kinds)).map((one) => object(one).rate)].map((rate) =>
    amountsOf(object(rate)),
  );
  const order = Number(fees.order ?? 0);
  const item = Number(fees.item ?? 0);
  return {
    least: Math.min(...rates.map((one) => one.least)) + order + item,
    most: item > 0 ? Number.POSITIVE_INFINITY : Math.max(...rates.map((one) => one.most)) + order,
  };
}

function amountsOf(rate: Json): { least: number; most: number } {
  const amount = (value: unknown) => Number(value ?? 0);
  switch (rate.is) {
    case 'free':
      return { least: 0, most: 0 };
    case 'flat':
      return { least: amount(rate.amount), most: amount(rate.amount) };
    case 'table': {
      const breaks = list(rate.breaks);
      const amounts = breaks.map((one) => amount(one.amount));
      return {
        least: Math.min(...amounts),
        most: breaks.some((one) => 'step' in one) ? Number.POSITIVE_INFINITY : Math.max(...amounts),
      };
    }
    case 'built up': {
      const once = amount(rate.order) + amount(rate.first);
      return { least: once, most: rate.weight || amount(rate.further) > 0 ? Number.POSITIVE_INFINITY : once };
    }
    default:
      return { least: 0, most: Number.POSITIVE_INFINITY };
  }
}

/** The fewest either/or groups that keep out the pairs which the consent of each offer, level by level, kept out. */
export function groupsFrom2(offers: readonly Json[]): Json[] {
  const gift = (i: number) => object(offers[i]?.benefit).is === 'gift';
  const adds = (a: Json, b: Json) => texts(a.addsTo).includes(levelOf(b));
  const edge = (i: number, j: number): Edge => {
    const [a, b] = [offers[i] as Json, offers[j] as Json];
    const bothDelivery = levelOf(a) === 'delivery' && levelOf(b) === 'delivery';
    if (i === j || (!bothDelivery && adds(a, b) && adds(b, a))) return 'none';
    if (levelOf(a) !== 'goods' || levelOf(b) !== 'goods') return 'order';
    return gift(i) || gift(j) ? 'none' : 'line';
  };
  const isGoods = (i: number) => levelOf(offers[i] as Json) === 'goods' && !gift(i);
  return fewestGroups(offers.length, edge, isGoods, (i) => !gift(i)).map(({ of, members }, i) => ({
    id: `either-or-${i + 1}`,
    name: nameFor(members.map((at) => levelOf(offers[at] as Json))) ?? `either/or ${i + 1}`,
    of,
    offers: members.map((at) => text(offers[at]?.id)),
  }));
}

const nameFor = (levels: readonly string[]): string | null =>
  levels.every((one) => one === 'delivery')
    ? 'one delivery offer'
    : levels.every((one) => one === 'order')
      ? 'one order offer'
      : null;

/** Goods of the second format: how an item went otherwise is its own delivery now, its prices by market a list. */
export function goodsFrom2(
  goods: readonly Json[],
  services: readonly Json[],
  home: string,
  channels: readonly string[],
  notes: MigrationNote[],
): Json[] {
  const bySku = new Map(goods.map((item) => [text(item.sku), item]));
  return goods.map((item) => {
    const { override, fee, prices, ...rest } = item;
    const made: Json = {
      ...rest,
      ...ownFrom2(object(override), services, override !== null && override !== undefined && text(item.parent) !== ''),
    };
    if (fee) made.fee = { each: object(fee).each, waived: object(fee).freed === true };
    const all = item.price !== null || Object.keys(object(prices)).length > 0 ? pricesOf(item, bySku) : {};
    const kept = Object.entries(all).filter(([market]) => market !== home);
    if (kept.length > 0) made.prices = kept.map(([market, price]) => ({ market, channel: null, price }));
    const unknown = texts(item.stockedBy).filter((id) => !channels.includes(id));
    if (unknown.length > 0) {
      made.stockedBy = texts(item.stockedBy).filter((id) => channels.includes(id));
      notes.push({ at: ['goods', text(item.sku), 'stockedBy'], is: 'channels left out', channels: unknown });
    }
    return made;
  });
}

/** Prices by market, those of parents where the item has none: what a price of its own now leaves behind. */
function pricesOf(item: Json, bySku: ReadonlyMap<string, Json>, below: readonly string[] = []): Json {
  const parent = bySku.get(text(item.parent));
  const above = parent && !below.includes(text(item.parent)) ? pricesOf(parent, bySku, [...below, text(item.sku)]) : {};
  return { ...above, ...object(item.prices) };
}

function ownFrom2(override: Json, services: readonly Json[], beside: boolean): Json {
  const named = texts(override.services);
  const others = (keep: (service: Json) => boolean) =>
    services.filter((service) => !keep(service)).map((service) => text(service.id));
  // One field took the place of its parent's whole; now each does by itself.
  const [barred, ownRate] = beside ? [{ barred: [] as string[] }, { ownRate: 'none' }] : [{}, {}];
  switch (override.is) {
    case 'only':
      return { ...ownRate, barred: others((service) => named.includes(text(service.id))) };
    case 'not':
      return { ...ownRate, barred: named };
    case 'pickup only':
      return { ...ownRate, barred: others((service) => service.pickup === true) };
    case 'ships free':
      return { ...barred, ownRate: { rate: { is: 'free' }, waived: false } };
    case 'fixed':
      return {
        ...barred,
        ownRate: {
          rate: { is: 'built up', order: '0', first: override.each, further: override.each, weight: null },
          waived: override.freed === true,
        },
      };
    default:
      return {};
  }
}
