import type { CompiledBook } from '../../book/index.ts';
import { gramsText } from '../../exact/index.ts';
import type { Listed, Note, Rendition } from '../dialect.ts';
import { exact, unsayable } from '../fidelity.ts';
import { datedNotes, shownNotes } from '../plain.ts';
import { entriesOf } from './entries.ts';
import { type Feed, feedsIn } from './feed.ts';
import type { Delivery, Entry, FeedFile, FeedItem } from './format.ts';
import { goodsNotes, laneNotes, mixingNote, zoneNotes } from './lanes.ts';
import { ofAllFeeds } from './of-all-feeds.ts';
import { offerNotes, offset } from './offers.ts';
import { entryText, rulesOf } from './rules.ts';
import { thresholdNotes } from './thresholds.ts';

/** The book as Findlark will read it, clause by clause. */
export function render(book: CompiledBook, goods: readonly Listed[]): Rendition {
  const thresholds = new Set<string>();
  const told = feedsIn(book, goods).map((feed) => ({ feed, ...saidOf(feed, thresholds) }));
  return {
    rules: rulesOf(told.map(({ file }) => file)),
    notes: [
      ...datedNotes(book, goods),
      ...shownNotes(book),
      ...notInOne(
        goods,
        told.map(({ feed }) => feed),
      ),
      ...ofAllFeeds(told.map(({ feed, notes }) => ({ name: feed.setting.name, notes }))),
    ],
    zoneOfName: new Map(told.flatMap(({ feed }) => [...zoneNames(feed)])),
    thresholds,
    said: new Map(told.flatMap(({ said }) => [...said])),
  };
}

/** What a feed says, as its file and clause by clause. */
function saidOf(feed: Feed, thresholds: Set<string>) {
  const { setting, goods } = feed;
  const ofItem = new Map<Listed, readonly Entry[]>();
  const said = feed.groups.map((delivered) => {
    const { of, entered } = entriesOf(feed, delivered);
    for (const item of delivered.group.goods) ofItem.set(item, of(item));
    return { ...delivered, entered };
  });
  const lists = goods.map((item) => ofItem.get(item) ?? []);
  const { deliveries, deliveryOf } = sharing(lists);
  const there = new Set(
    deliveries.flatMap(({ entries }) =>
      entries.flatMap(({ country, within, speed, price }) =>
        within.is === 'country' && Number(price) > 0 ? `${country} ${speed}` : [],
      ),
    ),
  );
  // What it frees is looked at where lanes are spoken of.
  const freed = thresholdNotes(feed, (country, speed) => there.has(`${country} ${speed}`), thresholds);
  const lanes = laneNotes(feed, said);
  const offers = offerNotes(feed);
  const notes: Note[] = [
    // All promotions are said now: some may free goods with rates of their own.
    ...goodsNotes(feed, goods, said),
    mixingNote(feed),
    {
      clause: { about: 'goods' },
      reads: [
        [
          'items',
          { is: 'lines', count: goods.length },
          { is: 'deliveries', count: deliveries.length },
          `${setting.countries === 'all' ? setting.countries : setting.countries.join(' ')}, ${setting.language}`,
        ],
      ],
      fidelity: exact,
    },
    ...zoneNotes(feed),
    ...lanes,
    ...freed,
    ...offers.notes,
  ];
  const asked = new Set(feed.promotions.flatMap(({ of }) => (of.is === 'label' ? of.label : [])));
  const items = goods.map((item, i): FeedItem => {
    const sale = feed.sales.of.get(item);
    return {
      id: item.listing,
      title: item.name,
      price: feed.say(item.price),
      grams: item.mass === null ? null : gramsText(item.mass),
      delivery: deliveryOf(lists[i] ?? []),
      labels: feed.labels
        .on(item)
        .filter((label) => asked.has(label))
        .sort(),
      sale: sale
        ? { price: feed.say(sale.price), from: offset(sale.offer.from), until: offset(sale.offer.until) }
        : null,
    };
  });
  const { name, countries, language } = setting;
  const file: FeedFile = { name, countries, language, deliveries, items, promotions: feed.promotions };
  return { file, notes, said: offers.said };
}

/** Lists of entries as deliveries, each once, however many items have it. */
function sharing(lists: readonly (readonly Entry[])[]): {
  readonly deliveries: readonly Delivery[];
  deliveryOf(entries: readonly Entry[]): string;
} {
  const ids = new Map<readonly Entry[], string>();
  const byText = new Map<string, Delivery>();
  for (const entries of lists) {
    if (ids.has(entries)) continue;
    const text = entries.map((one) => `${entryText(one)} ${one.speed} ${one.price} ${one.days}`).join('|');
    const delivery = byText.get(text) ?? { id: `d${byText.size + 1}`, entries };
    byText.set(text, delivery);
    ids.set(entries, delivery.id);
  }
  return { deliveries: [...byText.values()], deliveryOf: (entries) => ids.get(entries) ?? '' };
}

/** Goods that are not in the feed which is asked first in some country: with others no feed has them all. */
function notInOne(goods: readonly Listed[], feeds: readonly Feed[]): Note[] {
  const isFor = ({ setting: { countries } }: Feed, country: string) =>
    countries === 'all' || countries.includes(country);
  const named = [...new Set(feeds.flatMap(({ setting: { countries } }) => (countries === 'all' ? [] : countries)))];
  // Of the first that has the most: with others that it has not no feed may have all.
  const without = (some: readonly Feed[]): number =>
    some.length === 0 ? 0 : goods.length - Math.max(...some.map((feed) => feed.goods.length));
  const missing = [
    ...named.map((country) => ({
      country,
      goods: without(feeds.filter((feed) => isFor(feed, country))),
    })),
    { country: 'all', goods: without(feeds.filter(({ setting }) => setting.countries === 'all')) },
  ].filter((one) => one.goods > 0);
  if (missing.length === 0) return [];
  const most = Math.max(...missing.map((one) => one.goods));
  return [
    {
      clause: { about: 'apart', by: 'feed', items: most },
      reads: [],
      fidelity: unsayable(
        { is: 'in no one feed', countries: missing.map(({ country }) => country), goods: most },
        'live with it',
      ),
    },
  ];
}

/** The book's zone behind each place that may have an entry, by how its entry is named. */
const zoneNames = ({ parts }: Feed): Map<string, string> =>
  new Map(
    parts.flatMap(({ country, within, zones }) => {
      const zone = zones.find((one) => one !== null);
      return zone == null ? [] : [[entryText({ country, within }), zone] as const];
    }),
  );
