import {
  err,
  type Instant,
  lazily,
  type Minor,
  massOfGrams,
  minor,
  nothing,
  parseDecimal,
  percentOf,
  type Result,
  unwrap,
} from '../../exact/index.ts';
import { beginsWith, type Pattern, type Place } from '../../places/index.ts';
import type { Sold } from '../../quote/index.ts';
import {
  type ChannelBasket,
  type ChannelChoice,
  type ChannelFile,
  noEdges,
  type Probe,
  type Rules,
} from '../dialect.ts';
import { euros, eurosIfAny } from '../euros.ts';
import type { ReadLine } from '../reading.ts';
import { type SideStep, titled } from '../side-step.ts';
import {
  type Entry,
  type FeedFile,
  type FeedItem,
  type Promotion,
  readFeeds,
  type Sale,
  writtenFeed,
} from './format.ts';
import { speeds } from './limits.ts';
import { inOrder } from './settings.ts';

export function read(files: readonly ChannelFile[]): Result<Rules> {
  if (files.length === 0) return err([], { is: 'no file', name: 'a feed' });
  const feeds = readFeeds(files);
  return feeds.ok ? { ok: true, value: rulesOf(feeds.value) } : feeds;
}

const momentOf = (text: string | null): Instant | null => (text === null ? null : Date.parse(text));

export const entryText = ({ country, within }: Pick<Entry, 'country' | 'within'>): string =>
  within.is === 'country' ? country : within.is === 'part' ? within.part : `${country} ${within.prefix}*`;
const patternOf = ({ country, within }: Entry): Pattern =>
  within.is === 'country'
    ? { is: 'country', country }
    : within.is === 'part'
      ? { is: 'part', country, part: within.part }
      : { is: 'prefix', country, prefix: within.prefix };
const rankOf = ({ within }: Entry): number =>
  within.is === 'prefix' ? 10 + within.prefix.length : within.is === 'part' ? 2 : 1;
const fits = ({ country, within }: Entry, place: Place): boolean =>
  country === place.country &&
  (within.is === 'country' ||
    (within.is === 'part'
      ? place.part === within.part
      : place.postcode !== null && beginsWith(country, place.postcode, within.prefix)));

/** The key under which a promotion is held. */
export const heldAs = ({ name }: Pick<FeedFile, 'name'>, { id }: Pick<Promotion, 'id'>): string => `${name}/${id}`;

/** Entries with their prices read. */
interface Delivered {
  readonly entries: readonly { readonly entry: Entry; readonly charge: Minor }[];
}
interface SaleTime {
  readonly price: Minor;
  readonly from: Instant | null;
  readonly until: Instant | null;
}
/** An item of a feed with its figures read. */
interface Item {
  readonly price: Minor;
  readonly delivered: Delivered;
  readonly labels: readonly string[];
  readonly sale: SaleTime | null;
}
/** A promotion with its figures read. */
interface Running {
  readonly promotion: Promotion;
  readonly key: string;
  readonly from: Instant | null;
  readonly until: Instant | null;
  readonly countries: ReadonlySet<string>;
  readonly least: Minor | null;
  isFor(line: Bought): boolean;
  /** What it takes off the lines it is for, in minor units; a gift counts, and takes nothing. */
  takes(lines: readonly Bought[]): { readonly counts: number; readonly takes: number };
}
/** A line with what a unit of it costs after its sale. */
interface Bought extends Sold {
  readonly item: Item;
  readonly costs: number;
}

/** A feed that answers: its items, its promotions, and the places it is for. */
interface Feed {
  readonly file: FeedFile;
  readonly delivered: readonly Delivered[];
  readonly items: ReadonlyMap<string, Item>;
  readonly promotions: readonly Running[];
}

const isIn = (time: Pick<SaleTime, 'from' | 'until'>, moment: Instant): boolean =>
  (time.from === null || time.from <= moment) && (time.until === null || moment < time.until);

const costsAt = ({ sale }: Item, price: number, moment: Instant): number =>
  sale !== null && isIn(sale, moment) ? Math.min(price, sale.price) : price;

function readyFeed(file: FeedFile): Feed {
  const known = new Map<string, Minor>();
  const amount = (text: string): Minor => {
    const before = known.get(text);
    if (before !== undefined) return before;
    const value = euros(text);
    known.set(text, value);
    return value;
  };
  const deliveries = new Map(
    file.deliveries.map(({ id, entries }): [string, Delivered] => [
      id,
      { entries: entries.map((entry) => ({ entry, charge: amount(entry.price) })) },
    ]),
  );
  const none: Delivered = { entries: [] };
  const items = new Map<string, Item>();
  for (const { id, price, delivery, labels, sale } of file.items)
    items.set(id, {
      price: amount(price),
      delivered: deliveries.get(delivery) ?? none,
      labels,
      sale: sale && { price: amount(sale.price), from: momentOf(sale.from), until: momentOf(sale.until) },
    });
  const delivered = [...deliveries.values()];
  return { file, delivered, items, promotions: file.promotions.map((promotion) => runningOf(file, promotion, items)) };
}

function runningOf(file: FeedFile, promotion: Promotion, items: ReadonlyMap<string, Item>): Running {
  const { of } = promotion;
  const listings = of.is === 'listings' ? new Set(of.listings) : null;
  return {
    promotion,
    key: heldAs(file, promotion),
    from: momentOf(promotion.from),
    until: momentOf(promotion.until),
    countries: new Set(promotion.countries),
    least: eurosIfAny(promotion.leastValue),
    isFor: ({ item, listing }) =>
      of.is === 'all' || (of.is === 'label' ? item.labels.includes(of.label) : (listings?.has(listing) ?? false)),
    takes: takingOf(promotion, items),
  };
}

const sumOf = (lines: readonly Bought[]): number => lines.reduce((sum, { units, costs }) => sum + units * costs, 0);
const off = (amount: number) => ({ counts: amount, takes: amount });

function takingOf({ does, of }: Promotion, items: ReadonlyMap<string, Item>): Running['takes'] {
  switch (does.kind) {
    case 'percent': {
      const percent = unwrap(parseDecimal(does.percent, 3));
      const share = (amount: number): number => percentOf(minor(amount), percent);
      if (of.is === 'all') return (lines) => off(share(sumOf(lines)));
      return (lines) => off(lines.reduce((sum, { units, costs }) => sum + share(units * costs), 0));
    }
    case 'amount': {
      const amount = euros(does.amount);
      return (lines) => off(Math.min(amount, sumOf(lines)));
    }
    case 'n for m': {
      const { units, paid } = does;
      return (lines) => {
        const all = lines.reduce((sum, line) => sum + line.units, 0);
        let [free, taken] = [Math.floor(all / units) * (units - paid), 0];
        for (const line of [...lines].sort((a, b) => a.costs - b.costs)) {
          const some = Math.min(free, line.units);
          taken += some * line.costs;
          free -= some;
        }
        return off(taken);
      };
    }
    case 'gift': {
      const gift = items.get(does.gift);
      const counts = gift ? gift.price * does.count : 0;
      return () => ({ counts, takes: 0 });
    }
    case 'delivery':
      return () => off(0);
  }
}

/** What Findlark does by its files: docs/formats/findlark.md, "Evaluation, in order". */
export function rulesOf(files: readonly FeedFile[]): Rules {
  const feeds = lazily(() => inOrder(files).map(readyFeed));
  const lists = lazily(() => [...new Set(feeds().flatMap(({ delivered }) => delivered))]);
  const saleTimes = lazily(() => distinctTimes(files));
  const patterns = lazily(() => {
    const entries = lists().flatMap((one) => one.entries.map(({ entry }) => entry));
    return [...new Map(entries.map((entry) => [entryText(entry), patternOf(entry)] as const)).values()];
  });
  const probes = lazily(() => probesOf(feeds()));
  const shownAt = ({ country }: Place): Feed[] =>
    feeds().filter(({ file: { countries } }) => countries === 'all' || countries.includes(country));
  return {
    written: () => files.map(writtenFeed),
    get patterns() {
      return patterns();
    },
    get probes() {
      return probes();
    },
    edgesAt(place) {
      const here = shownAt(place).flatMap(({ promotions }) =>
        promotions.filter(({ countries }) => countries.has(place.country)),
      );
      return {
        values: here.flatMap(({ least }) => least ?? []),
        masses: [],
        moments: [...here, ...saleTimes()].flatMap(({ from, until }) => [from, until].filter((one) => one !== null)),
        perItem: here.some(({ promotion }) => promotion.does.kind === 'n for m' || promotion.leastUnits !== null),
      };
    },
    placeKey: (place) =>
      shownAt(place)
        .map(({ file, promotions }) =>
          [
            file.name,
            ...lists().map((one) => speeds.map((speed) => entryFor(one, place, speed)?.charge ?? '-').join(' ')),
            promotions.map(({ countries }) => (countries.has(place.country) ? '1' : '0')).join(''),
          ].join('|'),
        )
        .join('\n'),
    batches: [],
    planOf: () => null,
    readOf: (listing) => files.flatMap((file) => readIn(file, listing)),
    without: (keys) =>
      rulesOf(
        files.map((file) => ({
          ...file,
          promotions: file.promotions.filter((one) => !keys.has(heldAs(file, one))),
        })),
      ),
    charges(basket, moment) {
      const { country } = basket.place;
      for (const feed of feeds()) {
        const { countries } = feed.file;
        const isShown = countries === 'all' || countries.includes(country);
        if (isShown && basket.lines.every(({ listing }) => feed.items.has(listing)))
          return choicesIn(feed, basket, moment);
      }
      return [];
    },
  };
}

/** The periods of sales, each once. */
function distinctTimes(files: readonly FeedFile[]): Pick<SaleTime, 'from' | 'until'>[] {
  const found = new Map<string, Sale>();
  for (const { items } of files) for (const { sale } of items) if (sale) found.set(`${sale.from} ${sale.until}`, sale);
  return [...found.values()].map(({ from, until }) => ({ from: momentOf(from), until: momentOf(until) }));
}

function entryFor({ entries }: Delivered, place: Place, speed: string): Delivered['entries'][number] | null {
  let best: Delivered['entries'][number] | null = null;
  for (const one of entries)
    if (one.entry.speed === speed && fits(one.entry, place) && (!best || rankOf(one.entry) > rankOf(best.entry)))
      best = one;
  return best;
}

function choicesIn(feed: Feed, { lines: sold, place, codes }: ChannelBasket, moment: Instant): ChannelChoice[] {
  const lines = sold.map((line): Bought => {
    const item = feed.items.get(line.listing) as Item;
    return { ...line, item, costs: costsAt(item, line.price, moment) };
  });
  const fitting = feed.promotions.filter((one) => {
    const { code, leastUnits } = one.promotion;
    if (!isIn(one, moment) || !one.countries.has(place.country)) return false;
    if (code !== null && !codes.includes(code)) return false;
    const some = lines.filter(one.isFor);
    return (
      some.length > 0 &&
      (one.least === null || sumOf(some) >= one.least) &&
      (leastUnits === null || some.reduce((sum, { units }) => sum + units, 0) >= leastUnits)
    );
  });
  let best: { counts: number; takes: number; by: Running | null } = { counts: 0, takes: 0, by: null };
  for (const one of fitting) {
    const some = one.takes(lines.filter(one.isFor));
    if (some.counts > best.counts) best = { ...some, by: one };
  }
  const sales = lines.reduce((sum, { units, price, costs }) => sum + units * (price - costs), 0);
  const discount = minor(sales + best.takes);
  return speeds.flatMap((speed): ChannelChoice[] => {
    let dearest: Delivered['entries'][number] | null = null;
    for (const { item } of lines) {
      const one = entryFor(item.delivered, place, speed);
      if (!one) return [];
      if (!dearest || one.charge > dearest.charge) dearest = one;
    }
    if (!dearest) return [];
    const freeing = fitting.find(({ promotion: { does } }) => does.kind === 'delivery' && does.speeds.includes(speed));
    const steps: SideStep[] = [{ step: 'place', amount: null, by: { is: 'place', name: entryText(dearest.entry) } }];
    if (sales > 0) steps.push({ step: 'discount', amount: minor(sales), by: { is: 'sale' } });
    if (best.by && best.takes > 0) {
      const { title, code } = best.by.promotion;
      steps.push({ step: 'discount', amount: minor(best.takes), by: titled(title, code) });
    }
    steps.push({ step: 'rate', amount: dearest.charge, by: { is: 'dearest item' } });
    if (freeing)
      steps.push({
        step: 'offer',
        key: freeing.key,
        amount: dearest.charge,
        by: { is: 'title', title: freeing.promotion.title, least: freeing.least },
      });
    const charge = freeing ? nothing : dearest.charge;
    steps.push({ step: 'pays', amount: charge, by: null });
    return [{ speed, charge, discount, steps }];
  });
}

/** What a feed's file has of an item: its line, then its entries. */
function readIn({ name, deliveries, items }: FeedFile, listing: string): ReadLine[] {
  const item = items.find(({ id }) => id === listing);
  if (!item) return [];
  const { price, grams, labels, sale, delivery } = item;
  const entries = deliveries.find(({ id }) => id === delivery)?.entries ?? [];
  return [
    [
      `${name}.xml`,
      { is: 'price', amount: price },
      ...(sale
        ? [
            { is: 'sale price', amount: sale.price } as const,
            { is: 'time', from: sale.from, until: sale.until, clock: '' } as const,
          ]
        : []),
      ...(grams === null ? [] : [{ is: 'grams', grams } as const]),
      ...(labels.length === 0 ? [] : [{ is: 'labels', labels } as const]),
    ],
    ...alikeIn(entries).map(
      ([{ speed, price: charge, days }, places]): ReadLine => [{ is: 'entry at', places, speed, price: charge, days }],
    ),
  ];
}

/** The places of entries that say the same, each with the first of them. */
function alikeIn(entries: readonly Entry[]): (readonly [Entry, string[]])[] {
  const found = new Map<string, readonly [Entry, string[]]>();
  for (const entry of entries) {
    const key = `${entry.speed} ${entry.price} ${entry.days}`;
    const same = found.get(key) ?? ([entry, []] as const);
    found.set(key, same);
    same[1].push(entryText(entry));
  }
  return [...found.values()];
}

/** Items that every feed treats alike, with the least value and mass any of them has. */
function probesOf(feeds: readonly Feed[]): Probe[] {
  const places = new Map<Delivered, number>();
  const alike = new Map<string, FeedItem[]>();
  const all = new Map<string, FeedItem>();
  const keys = new Map<string, string>();
  feeds.forEach(({ file, items, promotions }, f) => {
    const listed = new Set(
      promotions.flatMap(({ promotion: { of } }) => (of.is === 'listings' ? [...of.listings] : [])),
    );
    for (const item of file.items) {
      const delivered = items.get(item.id)?.delivered as Delivered;
      if (!places.has(delivered)) places.set(delivered, places.size);
      const sale = item.sale ? `${item.price} ${Object.values(item.sale).join(' ')}` : '';
      const own = listed.has(item.id) ? item.id : '';
      const key = `${f}:${places.get(delivered)}:${item.labels.join(' ')}:${sale}:${own}`;
      all.set(item.id, item);
      keys.set(item.id, `${keys.get(item.id) ?? ''}|${key}`);
    }
  });
  for (const [id, key] of keys) {
    const item = all.get(id) as FeedItem;
    const same = alike.get(key);
    if (same) same.push(item);
    else alike.set(key, [item]);
  }
  return [...alike.values()].map(probeOf);
}

function probeOf(same: readonly FeedItem[]): Probe {
  const masses = same.map((item) => (item.grams === null ? null : massOfGrams(item.grams)));
  const known = masses.filter((mass) => mass !== null);
  return {
    listings: same.map((item) => item.id),
    leastValue: least(same.map((item) => euros(item.price))),
    leastMass: known.length === masses.length ? least(known) : null,
    edgesAt: noEdges,
  };
}

const least = <N extends number>(all: readonly N[]): N => all.reduce((a, b) => Math.min(a, b) as N);
