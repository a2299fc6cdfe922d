import { err, type Instant, lazily, massOfGrams, minor, nothing, type Result } from '../../exact/index.ts';
import { beginsWith, type Pattern, type Place } from '../../places/index.ts';
import { amountIn } from '../amounts.ts';
import {
  type ChannelBasket,
  type ChannelChoice,
  type ChannelFile,
  noEdges,
  type Probe,
  type Rules,
} from '../dialect.ts';
import type { ReadLine } from '../reading.ts';
import { type SideStep, titled } from '../side-step.ts';
import { type Entry, type FeedFile, type FeedItem, readFeeds, type Sale, writtenFeed } from './format.ts';
import { speeds } from './limits.ts';
import {
  type Bought,
  type Charged,
  costsAt,
  type Delivered,
  heldAs,
  type Item,
  isIn,
  momentOf,
  type ReadyFeed,
  type Running,
  readyFeed,
  type SaleTime,
  sumOf,
} from './ready-feed.ts';
import { inOrder } from './settings.ts';

export function read(files: readonly ChannelFile[]): Result<Rules> {
  if (files.length === 0) return err([], { is: 'no file', name: 'a feed' });
  const feeds = readFeeds(files);
  return feeds.ok ? { ok: true, value: rulesOf(feeds.value) } : feeds;
}

export const entryText = ({ country, within }: Pick<Entry, 'country' | 'within'>): string =>
  within.is === 'country' ? country : within.is === 'part' ? within.part : `${country} ${within.prefix}*`;
const patternOf = ({ country, within }: Entry): Pattern =>
  within.is === 'country'
    ? { is: 'country', country }
    : within.is === 'part'
      ? { is: 'part', country, part: within.part }
      : { is: 'prefix', country, prefix: within.prefix };
/** Whether an entry of a place's country is for it. */
const fits = ({ country, within }: Entry, place: Place): boolean =>
  within.is === 'country' ||
  (within.is === 'part'
    ? place.part === within.part
    : place.postcode !== null && beginsWith(country, place.postcode, within.prefix));

/** What Findlark does by its files: docs/formats/findlark.md, "Evaluation, in order". */
export function rulesOf(files: readonly FeedFile[]): Rules {
  const feeds = lazily(() => inOrder(files).map(readyFeed));
  const lists = lazily(() => [...new Set(feeds().flatMap(({ delivered }) => delivered))]);
  const saleTimes = lazily(() => distinctTimes(files));
  const patterns = lazily(() => {
    const entries = lists().flatMap((one) => one.entries.map(({ entry }) => entry));
    return [...new Map(entries.map((entry) => [entryText(entry), patternOf(entry)] as const)).values()];
  });
  const shownAt = ({ country }: Place): ReadyFeed[] =>
    feeds().filter(({ file: { countries } }) => countries === 'all' || countries.includes(country));
  return {
    written: () => files.map(writtenFeed),
    get patterns() {
      return patterns();
    },
    probes: lazily(() => probesOf(feeds())),
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

/** The most specific entry of a speed for a place. */
const entryFor = ({ at }: Delivered, place: Place, speed: string): Charged | null =>
  at
    .get(place.country)
    ?.get(speed)
    ?.find(({ entry }) => fits(entry, place)) ?? null;

/** A promotion that a basket meets, and the lines that it is for. */
interface Fitting {
  readonly by: Running;
  readonly lines: readonly Bought[];
}

function choicesIn(feed: ReadyFeed, { lines: sold, place, codes }: ChannelBasket, moment: Instant): ChannelChoice[] {
  const lines = sold.map(({ listing, units, price }): Bought => {
    const item = feed.items.get(listing) as Item;
    return { listing, units, price, item, costs: costsAt(item, price, moment) };
  });
  const fitting: Fitting[] = [];
  for (const by of feed.runningIn.get(place.country) ?? []) {
    const { code, leastUnits } = by.promotion;
    if (!isIn(by, moment) || (code !== null && !codes.includes(code))) continue;
    const some = lines.filter(by.isFor);
    if (some.length === 0 || (by.least !== null && sumOf(some) < by.least)) continue;
    if (leastUnits === null || some.reduce((sum, { units }) => sum + units, 0) >= leastUnits)
      fitting.push({ by, lines: some });
  }
  let best: { counts: number; takes: number; by: Running | null } = { counts: 0, takes: 0, by: null };
  for (const { by, lines: some } of fitting) {
    const off = by.takes(some);
    if (off.counts > best.counts) best = { ...off, by };
  }
  const sales = lines.reduce((sum, { units, price, costs }) => sum + units * (price - costs), 0);
  const discount = minor(sales + best.takes);
  return speeds.flatMap((speed): ChannelChoice[] => {
    let dearest: Charged | null = null;
    for (const { item } of lines) {
      const one = entryFor(item.delivered, place, speed);
      if (!one) return [];
      if (!dearest || one.charge > dearest.charge) dearest = one;
    }
    if (!dearest) return [];
    const freeing = fitting.find(
      ({ by: { promotion } }) => promotion.does.kind === 'delivery' && promotion.does.speeds.includes(speed),
    )?.by;
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
function probesOf(feeds: readonly ReadyFeed[]): Probe[] {
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
    leastValue: least(same.map((item) => amountIn(item.price))),
    leastMass: known.length === masses.length ? least(known) : null,
    edgesAt: noEdges,
  };
}

const least = <N extends number>(all: readonly N[]): N => all.reduce((a, b) => Math.min(a, b) as N);
