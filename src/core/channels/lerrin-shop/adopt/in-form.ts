import { written } from '../../../exact/index.ts';
import type { NotAdopted } from '../../adopted.ts';
import { keysOf } from '../../keys.ts';
import { limits, type Shop } from '../format.ts';

/** The most days that a book says. */
const mostDays = 90;

/**
 * The shop with keys, names, days and listings as a book can have them: keys that begin with a letter or digit, and no
 * service called as what a channel stocks is; names of up to 120 letters on one line, else the key stands in.
 */
export function inForm(shop: Shop, lost: NotAdopted[]): Shop {
  const nameOr = (text: string, key: string): string => {
    if (written.name.safeParse(text).success) return text;
    lost.push({ is: 'name', of: key });
    return key;
  };
  const texts = (all: Readonly<Record<string, string>>, key: string) =>
    Object.fromEntries(Object.entries(all).map(([locale, text]) => [locale, nameOr(text, key)]));
  const [sets, speeds, zones, campaigns] = [shop.sets, shop.speeds, shop.zones, shop.campaigns].map(keysIn);
  const of = (keys: ReadonlyMap<string, string> | undefined, key: string): string => keys?.get(key) ?? key;
  return {
    ...shop,
    speeds: shop.speeds.map((one) => ({ ...one, key: of(speeds, one.key), label: texts(one.label, one.key) })),
    sets: shop.sets.map((one) => ({ ...one, key: of(sets, one.key), name: nameOr(one.name, one.key) })),
    zones: shop.zones.map((one) => ({
      ...one,
      key: of(zones, one.key),
      name: nameOr(one.name, one.key),
      rates: one.rates.map((rate) => {
        const days = daysIn(rate.days);
        if (days.join() !== rate.days.join())
          lost.push({ is: 'days', set: rate.set, zone: one.key, speed: rate.speed });
        const label = rate.label && texts(rate.label, rate.speed);
        return { ...rate, days, label, set: of(sets, rate.set), speed: of(speeds, rate.speed) };
      }),
    })),
    campaigns: shop.campaigns.map((one) => ({
      ...one,
      key: of(campaigns, one.key),
      title: texts(one.title, one.key),
    })),
    listings: shop.listings.filter(({ id }) => {
      const isOne = written.listing.safeParse(id).success;
      if (!isOne) lost.push({ is: 'listing id', listing: id });
      return isOne;
    }),
  };
}

/** A list's own keys, and the ids that a book has for them. */
function keysIn(list: readonly { readonly key: string }[]): ReadonlyMap<string, string> {
  const keyFor = keysOf(limits.key);
  const isId = (key: string) => !key.startsWith('-') && key !== 'stocked';
  for (const { key } of list) if (isId(key)) keyFor(key);
  return new Map(
    list.map(({ key }) => [
      key,
      isId(key) ? key : keyFor(key === 'stocked' ? 'kept' : key.replace(/^-+/, '') || 'other'),
    ]),
  );
}

const daysIn = ([shortest, longest]: readonly [number, number]): [number, number] => {
  const within = (days: number) => Math.min(mostDays, Math.max(0, days));
  return [within(Math.min(shortest, longest)), within(Math.max(shortest, longest))];
};
