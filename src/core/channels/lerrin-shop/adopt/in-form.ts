import type { NotAdopted } from '../../adopted.ts';
import { idsFor, nameOr, withListings } from '../../into-book.ts';
import { limits, type Shop } from '../format.ts';

/** The most days that a book says. */
const mostDays = 90;

/**
 * The shop with keys, names, days and listings as a book can have them: keys that begin with a letter or digit, and no
 * service called as what a channel stocks is; names of up to 120 letters on one line, else the key stands in.
 */
export function inForm(shop: Shop, lost: NotAdopted[]): Shop {
  const texts = (all: Readonly<Record<string, string>>, key: string) =>
    Object.fromEntries(Object.entries(all).map(([locale, text]) => [locale, nameOr(text, key, lost)]));
  const setOf = idsOf(shop.sets);
  const speedOf = idsOf(shop.speeds);
  const zoneOf = idsOf(shop.zones);
  const offerOf = idsOf(shop.campaigns);
  const boxOf = idsOf(shop.boxes ?? []);
  return {
    ...shop,
    speeds: shop.speeds.map((one) => ({ ...one, key: speedOf(one.key), label: texts(one.label, one.key) })),
    sets: shop.sets.map((one) => ({ ...one, key: setOf(one.key), name: nameOr(one.name, one.key, lost) })),
    zones: shop.zones.map((one) => ({
      ...one,
      key: zoneOf(one.key),
      name: nameOr(one.name, one.key, lost),
      rates: one.rates.map((rate) => {
        const days = daysIn(rate.days);
        if (days.join() !== rate.days.join())
          lost.push({ is: 'days', set: rate.set, zone: one.key, speed: rate.speed });
        const label = rate.label && texts(rate.label, rate.speed);
        return { ...rate, days, label, set: setOf(rate.set), speed: speedOf(rate.speed) };
      }),
    })),
    campaigns: shop.campaigns.map((one) => ({
      ...one,
      key: offerOf(one.key),
      title: texts(one.title, one.key),
    })),
    ...(shop.boxes ? { boxes: shop.boxes.map((one) => ({ ...one, key: boxOf(one.key) })) } : {}),
    listings: withListings(shop.listings, ({ id }) => id, lost),
  };
}

const idsOf = (list: readonly { readonly key: string }[]) =>
  idsFor(
    list.map(({ key }) => key),
    limits.key,
  );

const daysIn = ([shortest, longest]: readonly [number, number]): [number, number] => {
  const within = (days: number) => Math.min(mostDays, Math.max(0, days));
  return [within(Math.min(shortest, longest)), within(Math.max(shortest, longest))];
};
