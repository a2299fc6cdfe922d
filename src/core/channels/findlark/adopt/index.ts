import type { BookInput } from '../../../book/index.ts';
import type { Result } from '../../../exact/index.ts';
import { type Adopted, adopted, type NotAdopted } from '../../adopted.ts';
import { asName } from '../../adopted-names.ts';
import type { ChannelFile } from '../../dialect.ts';
import { idsFor, massIn, nameOr, slug } from '../../into-book.ts';
import { keysOf } from '../../keys.ts';
import { type FeedFile, readFeeds } from '../format.ts';
import { speeds } from '../limits.ts';
import { manifest } from '../manifest.ts';
import { entryText } from '../rules.ts';
import { inOrder } from '../settings.ts';
import { type AdoptedGoods, goodsIn } from './goods.ts';
import { offersIn } from './offers.ts';
import { type AdoptedPlaces, placesIn, type Said } from './places.ts';

type Template = BookInput['templates'][number];
type Lane = Template['lanes'][string][string];
type Selection = NonNullable<BookInput['selections']>[number];

/** The most templates that a book has. */
const mostTemplates = 60;

/**
 * What is live at Findlark as a book: a template for each list of entries that items share, zones of places where all
 * of them say the same, a service for each speed; promotions that free a speed from a value as thresholds of lanes, all
 * others and sale prices as offers; a feed for each file.
 */
export function adopt(files: readonly ChannelFile[]): Result<Adopted> {
  const read = readFeeds(files);
  if (!read.ok) return read;
  const feeds = inOrder(read.value);
  const lost: NotAdopted[] = [];
  const goods = goodsIn(feeds, lost);
  const places = placesIn(feeds, goods.lists);
  const offers = offersIn(feeds, goods, places, lost);
  const own = speedsIn(feeds, goods);
  const daysOf = daysBy(goods, lost);
  const kept = templatesFor(goods, lost);
  const templates = [...kept].map(
    ([delivery, { id, name }]): Template => ({
      id,
      name,
      origin: 'Home',
      zones: places.zones.map(({ id }) => id),
      lanes: lanesOf(places, delivery, own, daysOf, offers.thresholdIn),
    }),
  );
  const byTemplate = (id: string | undefined) => (id === undefined || id === templates[0]?.id ? null : id);
  const set = feedsIn(feeds, goods, [...offers.selections, ...places.zones]);
  return adopted(
    {
      format: 'plemb-book/3',
      seller: manifest.name,
      markets: [{ id: 'home', name: 'Home', currency: 'EUR', locale: feeds[0]?.language ?? 'en', timeZone: 'UTC' }],
      services: own.map((speed) => ({
        id: speed,
        name: speed.replace(/^./, (letter) => letter.toUpperCase()),
        days: daysOf(speed),
      })),
      zones: places.zones,
      selections: [...offers.selections, ...set.selections],
      templates: templates.length > 0 ? templates : [emptyTemplate],
      mixedBy: 'highest',
      offers: offers.offers,
      eitherOr: offers.eitherOr,
      numbered: offers.numbered,
      channels: { findlark: { speeds: Object.fromEntries(own.map((speed) => [speed, speed])), feeds: set.feeds } },
      pinned: [],
      goods: goods.items.map((item) => ({
        sku: item.id,
        name: nameOr(item.title, item.id, lost),
        price: item.price,
        mass: massIn(item.grams, item.id, lost),
        size: null,
        tags: [],
        kind: null,
        template: byTemplate(kept.get(item.delivery)?.id),
      })),
    },
    lost,
    {
      zones: new Map(places.zones.map(({ id, takes }) => [id, takes])),
      numberOf: offers.numberOf,
    },
  );
}

const emptyTemplate: Template = { id: 'none', name: 'Nothing', origin: 'Home', zones: [], lanes: {} };

/** The speeds that entries have or promotions name. */
function speedsIn(feeds: readonly FeedFile[], { lists }: AdoptedGoods): string[] {
  const named = new Set([
    ...[...lists.values()].flatMap((entries) => entries.map(({ speed }) => speed)),
    ...feeds.flatMap(({ promotions }) =>
      promotions.flatMap(({ does }) => (does.kind === 'delivery' ? does.speeds : [])),
    ),
  ]);
  return speeds.filter((speed) => named.has(speed));
}

/**
 * The deliveries that are templates, called by their first item, the most used first: more than a book has are charged
 * as the first.
 */
function templatesFor(
  { items, lists }: AdoptedGoods,
  lost: NotAdopted[],
): ReadonlyMap<string, { readonly id: string; readonly name: string }> {
  const used = new Map([...lists.keys()].map((id) => [id, 0]));
  for (const { delivery } of items) used.set(delivery, (used.get(delivery) ?? 0) + 1);
  const all = [...used].sort(([, a], [, b]) => b - a);
  const left = all.slice(mostTemplates).reduce((sum, [, count]) => sum + count, 0);
  if (left > 0) lost.push({ is: 'deliveries', goods: left });
  const firstOf = new Map([...items].reverse().map((item) => [item.delivery, item.id]));
  const keyFor = keysOf(40);
  return new Map(
    all.slice(0, mostTemplates).map(([delivery]) => {
      const first = firstOf.get(delivery) ?? delivery;
      return [delivery, { id: keyFor(slug(first)), name: asName(first) }];
    }),
  );
}

/** The days of each speed: those of most entries. */
function daysBy({ lists }: AdoptedGoods, lost: NotAdopted[]): (speed: string) => [number, number] {
  const entries = [...lists.values()].flat();
  if (entries.some(({ days }) => days === null)) lost.push({ is: 'no days' });
  for (const [set, all] of lists)
    for (const entry of all)
      if (entry.days !== null && daysIn(entry.days).join(' ') !== entry.days)
        lost.push({ is: 'days', set, zone: entryText(entry), speed: entry.speed });
  const found = new Map(
    speeds.map((speed) => {
      const counts = new Map<string, number>();
      for (const one of entries)
        if (one.speed === speed && one.days !== null) counts.set(one.days, (counts.get(one.days) ?? 0) + 1);
      const [most] = [...counts].sort(([, a], [, b]) => b - a);
      return [speed as string, daysIn(most?.[0] ?? '0 0')] as const;
    }),
  );
  return (speed) => found.get(speed) ?? [0, 0];
}

/** The most days that a book says. */
const mostDays = 90;

function daysIn(text: string): [number, number] {
  const [shortest = 0, longest = shortest] = text.split(' ').map((days) => Math.min(mostDays, Number(days)));
  return [Math.min(shortest, longest), Math.max(shortest, longest)];
}

function lanesOf(
  places: AdoptedPlaces,
  delivery: string,
  own: readonly string[],
  daysOf: (speed: string) => [number, number],
  thresholdIn: (zone: string, speed: string) => Lane['freeFrom'],
): Template['lanes'] {
  return Object.fromEntries(
    places.zones.flatMap(({ id: zone }) => {
      const row = own.flatMap((speed): [string, Lane][] => {
        const said = places.saidIn(delivery, zone, speed);
        return said === null ? [] : [[speed, laneOf(said, daysOf(speed), thresholdIn(zone, speed))]];
      });
      return row.length === 0 ? [] : [[zone, Object.fromEntries(row)]];
    }),
  );
}

function laneOf({ price, days }: Said, usual: readonly [number, number], freeFrom: Lane['freeFrom']): Lane {
  const own = days === null ? null : daysIn(days);
  return {
    rate: { is: 'flat', amount: price },
    freeFrom,
    days: own === null || own.join() === usual.join() ? null : own,
  };
}

/** Feeds as they are set, those that have not all goods with a selection of theirs. */
function feedsIn(
  feeds: readonly FeedFile[],
  { items }: AdoptedGoods,
  taken: readonly { readonly id: string }[],
): { selections: Selection[]; feeds: Record<string, object> } {
  const idOf = idsFor([...taken.map(({ id }) => id), ...feeds.map(({ name }) => `feed-${name}`)], 40);
  const own = feeds.map(({ name, countries, language, items: some }) => {
    const id = some.length === items.length ? null : idOf(`feed-${name}`);
    return { name, setting: { countries, language, goods: id }, skus: some.map((item) => item.id), id };
  });
  return {
    selections: own.flatMap(({ id, skus }): Selection[] =>
      id === null ? [] : [{ id, name: id, takes: { is: 'skus', skus }, except: [] }],
    ),
    feeds: Object.fromEntries(own.map(({ name, setting }) => [name, setting])),
  };
}
