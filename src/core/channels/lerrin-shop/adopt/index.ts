import type { BookInput } from '../../../book/index.ts';
import type { Result } from '../../../exact/index.ts';
import { type Adopted, adopted, type NotAdopted } from '../../adopted.ts';
import type { ChannelFile } from '../../dialect.ts';
import { massIn, sizeIn } from '../../into-book.ts';
import { sidesOf } from '../boxes.ts';
import { clock, type Shop, type ShopListing, type ShopRate, type ShopSet } from '../format.ts';
import { manifest } from '../manifest.ts';
import { shopIn } from '../read.ts';
import { mostOf } from '../steps.ts';
import { boxesIn } from './boxes.ts';
import { inForm } from './in-form.ts';
import { firstOf } from './in-locale.ts';
import { offersIn } from './offers.ts';
import { rateOf } from './steps.ts';
import { withZonesApart, zonesIn } from './zones.ts';

type Template = BookInput['templates'][number];
type Lane = Template['lanes'][string][string];
type Item = BookInput['goods'][number];

/**
 * What is live at Lerrin Shop as a book: a template for each set, a service for each speed, an offer for each campaign,
 * an item for each listing. Goods of sets that are charged whatever is free have rates of their own.
 */
export function adopt(files: readonly ChannelFile[]): Result<Adopted> {
  const read = shopIn(files);
  if (!read.ok) return read;
  const lost: NotAdopted[] = [{ is: 'no names', goods: read.value.listings.length }];
  const shop = withZonesApart(inForm(read.value, lost), lost);
  const [first = 'en'] = shop.locales;
  const zones = zonesIn(shop);
  const templates = templatesIn(shop, lost);
  const offers = offersIn(shop, lost);
  return adopted(
    {
      format: 'plemb-book/3',
      seller: manifest.name,
      markets: shop.locales.map((locale, i) => ({
        id: i === 0 ? 'home' : `in-${locale.toLowerCase()}`,
        name: i === 0 ? 'Home' : locale,
        currency: 'EUR',
        locale,
        timeZone: clock,
      })),
      boxes: boxesIn(shop, lost),
      services: shop.speeds.map(({ key, label }) => {
        const { text: name, others: names } = firstOf(label, first, key);
        return { id: key, name, names, days: daysOf(shop, key) };
      }),
      zones,
      selections: offers.selections,
      templates: templates.map((template) => ({ ...template, zones: zones.map(({ id }) => id) })),
      mixedBy: 'highest',
      offers: offers.offers,
      eitherOr: offers.eitherOr,
      numbered: shop.campaigns.length,
      channels: {
        'lerrin-shop': {
          speeds: Object.fromEntries(shop.speeds.map(({ key }, i) => [key, read.value.speeds[i]?.key ?? key])),
        },
      },
      pinned: [],
      goods: itemsIn(shop, templates, lost),
    },
    lost,
    { zones: new Map(), numberOf: () => null },
  );
}

/** The days of a speed: those of its first rate. */
const daysOf = ({ zones }: Shop, speed: string): [number, number] =>
  zones.flatMap(({ rates }) => rates).find((rate) => rate.speed === speed)?.days ?? [0, 0];

/** A template for each set. */
const templatesIn = (shop: Shop, lost: NotAdopted[]): Omit<Template, 'zones'>[] =>
  shop.sets.map((set) => ({ id: set.key, name: set.name, origin: 'Home', lanes: lanesOf(shop, set, lost) }));

function lanesOf(shop: Shop, set: ShopSet, lost: NotAdopted[]): Template['lanes'] {
  const byGoods = shop.campaigns.some(({ benefit }) => benefit.kind === 'goods');
  const byOrder = shop.campaigns.some(({ benefit }) => benefit.kind === 'order');
  return Object.fromEntries(
    shop.zones.flatMap(({ key, rates }): [string, Template['lanes'][string]][] => {
      const mine = rates.filter((rate) => rate.set === set.key);
      const lanes = mine.flatMap((rate): [string, Lane][] => {
        const where = { set: set.key, zone: key, speed: rate.speed };
        const made = rateOf(rate);
        if (!made) return [];
        if (made.gap) lost.push({ is: 'gap in steps', ...where });
        if (rate.freeFrom !== null && byGoods && byOrder) lost.push({ is: 'threshold after goods offers', ...where });
        return [[rate.speed, laneOf(shop, rate, made.rate, byGoods ? 'after' : 'before')]];
      });
      return lanes.length === 0 ? [] : [[key, Object.fromEntries(lanes)]];
    }),
  );
}

const laneOf = (
  shop: Shop,
  { speed, each, freeFrom, label, days }: ShopRate,
  rate: Lane['rate'],
  test: 'before' | 'after',
): Lane => ({
  rate,
  fees: Number(each) === 0 ? null : { order: '0', item: each },
  freeFrom: freeFrom === null ? null : { value: freeFrom, test },
  names: label ?? {},
  days: days.join() === daysOf(shop, speed).join() ? null : days,
});

function itemsIn(shop: Shop, templates: readonly Omit<Template, 'zones'>[], lost: NotAdopted[]): Item[] {
  const rest = shop.sets.find((set) => set.rest);
  const byTag = new Map(shop.sets.flatMap((set) => set.tags.map((tag) => [tag, set] as const)));
  const ownRates = new Map(shop.sets.filter(({ kept }) => kept).map((set) => [set.key, ownRateOf(shop, set, lost)]));
  const [byDefault] = templates;
  return shop.listings.map((listing): Item => {
    const set = listing.tags.map((tag) => byTag.get(tag)).find(Boolean) ?? rest;
    return {
      sku: listing.id,
      name: listing.id,
      price: listing.price,
      mass: massIn(listing.grams, listing.id, lost),
      size: sizeIn(listing.size ? sidesOf(listing.size) : null, listing.id, lost),
      tags: [],
      kind: null,
      template: set === undefined || set.key === byDefault?.id ? null : set.key,
      barred: barredFor(shop, listing),
      ownRate: (set && ownRates.get(set.key)) ?? null,
      fee: listing.handling,
    };
  });
}

function barredFor({ speeds }: Shop, { tags }: ShopListing): string[] | null {
  const barred = speeds.filter(({ bars }) => bars.some((tag) => tags.includes(tag))).map(({ key }) => key);
  return barred.length === 0 ? null : barred;
}

/** The rate of its own that goods of a kept set have, the same everywhere; null where it has none. */
function ownRateOf(shop: Shop, set: ShopSet, lost: NotAdopted[]): Item['ownRate'] {
  const rates = shop.zones.flatMap((zone) => zone.rates.filter((rate) => rate.set === set.key));
  const [first] = rates;
  const made = first && rateOf(first);
  if (!first || !made) return null;
  if (rates.some((rate) => mostOf(rate) > 0)) lost.push({ is: 'own rates added', set: set.key });
  const text = ({ steps, each }: ShopRate) => JSON.stringify([steps, each]);
  if (rates.some((rate) => text(rate) !== text(first))) lost.push({ is: 'rates by zone', set: set.key });
  const isAdded = Number(first.each) > 0 && made.rate.is === 'flat';
  if (Number(first.each) > 0 && !isAdded) lost.push({ is: 'steps and each', set: set.key });
  return {
    waived: false,
    rate: isAdded
      ? { is: 'built up', order: made.rate.amount, first: first.each, further: first.each, weight: null }
      : made.rate,
  };
}
