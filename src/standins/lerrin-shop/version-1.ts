import { z } from 'zod';
import { cents, pico, share, startedLots, twoDecimals } from '../common/money.ts';
import type { CheckoutAnswer, CheckoutBasket, Remark } from '../common/standin.ts';
import { begun, ended } from './clock.ts';
import { zoneOf } from './places.ts';
import { cash, code, key, letter, local, percent, refuse, speedKey, stepAt, stepsOf, twice } from './reading.ts';

/** Version 1, from docs/formats/lerrin-shop-1.md alone. */
const entry = z
  .string()
  .regex(/^(\*|[A-Z]{2}|[A-Z]{2}-[A-Z0-9]{1,3}|[A-Z]{2}[ :][A-Z0-9 ]{1,10}\*?)$/, 'a place entry');
const speed = z.strictObject({
  label: z.string().min(1).max(60),
  days: z.tuple([z.int(), z.int()]),
  steps: stepsOf(10_000),
  freeFrom: cash.nullable(),
});
const campaign = z.strictObject({
  key,
  title: z.string().min(1).max(120),
  letter,
  benefit: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('order'), percent }),
    z.strictObject({ kind: z.literal('delivery'), rateAtMost: cash }),
  ]),
  code: code.nullable(),
  leastValue: cash.nullable(),
  countries: z.array(z.string().regex(/^[A-Z]{2}$/)).nullable(),
  from: local.nullable(),
  until: local.nullable(),
});
export const schema1 = z.strictObject({
  format: z.literal('lerrin-shop/1'),
  closed: z.array(entry),
  zones: z.array(
    z.strictObject({ key, name: z.string().min(1), places: z.array(entry), speeds: z.record(speedKey, speed) }),
  ),
  campaigns: z.array(campaign),
});
export type Shop1 = z.infer<typeof schema1>;
type Campaign = z.infer<typeof campaign>;

export const doubles1 = (shop: Shop1): Remark[] => [
  ...twice([...shop.closed, ...shop.zones.flatMap((zone) => zone.places)]).map((one) =>
    refuse('zones', `${one} stands twice`),
  ),
  ...twice(shop.zones.map((zone) => zone.key)).map((one) => refuse('zones', `key ${one} stands twice`)),
  ...twice(shop.campaigns.map((one) => one.key)).map((one) => refuse('campaigns', `key ${one} stands twice`)),
];

export function checkout1(shop: Shop1, moment: number, basket: CheckoutBasket): CheckoutAnswer {
  const value = basket.lines.reduce((sum, line) => sum + line.units * cents(line.price), 0);
  const masses = basket.lines.map((line) =>
    line.grams === null ? null : (pico(line.grams) ?? 0n) * BigInt(line.units),
  );
  const grams = masses.includes(null)
    ? null
    : startedLots(
        (masses as bigint[]).reduce((a, b) => a + b, 0n),
        1,
      );
  const zone = zoneOf(shop, basket.place);
  const used = new Set<string>();
  const running = shop.campaigns.filter(
    (one) => begun(one, moment) && !ended(one, moment) && (one.code === null || basket.codes.includes(one.code)),
  );
  const fitting = running.filter(
    (one) =>
      (one.countries === null || one.countries.includes(basket.place.country)) &&
      (one.leastValue === null || value >= cents(one.leastValue)),
  );

  const choices = Object.entries(zone?.speeds ?? {}).flatMap(([name, terms]) => {
    let rate = stepAt(terms.steps, value, grams);
    if (rate === null) return [];
    if (terms.freeFrom !== null && value >= cents(terms.freeFrom)) rate = 0;
    const saving = (one: Campaign): number => {
      if (one.benefit.kind === 'order') return share(value, one.benefit.percent);
      return rate > 0 && rate <= cents(one.benefit.rateAtMost) ? rate : 0;
    };
    const winners = new Map<string, Campaign>();
    for (const one of fitting) {
      const rival = winners.get(one.letter);
      if (saving(one) > 0 && (!rival || saving(one) > saving(rival))) winners.set(one.letter, one);
    }
    const chosen = shop.campaigns.filter((one) => winners.get(one.letter) === one);
    let discount = 0;
    for (const one of chosen) {
      if (one.benefit.kind !== 'order') continue;
      discount = Math.min(value, discount + share(value, one.benefit.percent));
      used.add(one.key);
    }
    const delivery = chosen.find((one) => one.benefit.kind === 'delivery');
    if (delivery) used.add(delivery.key);
    return [
      { speed: name, name: terms.label, charge: twoDecimals(delivery ? 0 : rate), discount: twoDecimals(discount) },
    ];
  });
  const codes = basket.codes.map((code) => {
    const known = shop.campaigns.filter((one) => one.code === code);
    if (known.some((one) => used.has(one.key))) return { code, used: true, why: null };
    const why =
      known.length === 0
        ? 'unknown'
        : known.every((one) => !begun(one, moment))
          ? 'not begun'
          : known.every((one) => ended(one, moment))
            ? 'ended'
            : 'conditions';
    return { code, used: false, why };
  });
  return { choices, codes };
}
