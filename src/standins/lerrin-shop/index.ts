import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import { type Address, begins, countryPart } from '../common/address.ts';
import { cents, isPercent, pico, share, startedLots, twoDecimals } from '../common/money.ts';
import { standInApp } from '../common/server.ts';
import type { CheckoutAnswer, CheckoutBasket, OpenStandIn, Remark, StandIn } from '../common/standin.ts';

/** Lerrin Shop, from docs/formats/lerrin-shop.md alone. */
const cash = z.string().regex(/^\d{1,8}\.\d{2}$/, 'money such as 4.90');
const key = z.string().regex(/^[a-z0-9-]{1,40}$/, 'small letters, digits and hyphens');
const local = z.string().regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'a local time such as 2026-11-23T00:00');
const entry = z
  .string()
  .regex(/^(\*|[A-Z]{2}|[A-Z]{2}-[A-Z0-9]{1,3}|[A-Z]{2}[ :][A-Z0-9 ]{1,10}\*?)$/, 'a place entry');
const rising = (rows: readonly { from: string | number }[]) => {
  const edges = rows.map((row) => (typeof row.from === 'string' ? cents(row.from) : row.from));
  return edges[0] === 0 && edges.every((edge, i) => i === 0 || edge > (edges[i - 1] ?? 0));
};
const steps = z.discriminatedUnion('by', [
  z.strictObject({
    by: z.literal('value'),
    rows: z
      .array(z.strictObject({ from: cash, charge: cash.nullable() }))
      .min(1)
      .refine(rising, 'rows that begin at 0 and rise'),
  }),
  z.strictObject({
    by: z.literal('grams'),
    rows: z
      .array(z.strictObject({ from: z.int().min(0), charge: cash.nullable() }))
      .min(1)
      .refine(rising, 'rows that begin at 0 and rise'),
  }),
]);
const speed = z.strictObject({
  label: z.string().min(1).max(60),
  days: z.tuple([z.int(), z.int()]),
  steps,
  freeFrom: cash.nullable(),
});
const campaign = z.strictObject({
  key,
  title: z.string().min(1).max(120),
  letter: z.string().regex(/^[A-Z]$/, 'a letter A to Z'),
  benefit: z.discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('order'),
      percent: z.string().refine(isPercent, 'a percentage above 0 up to 100'),
    }),
    z.strictObject({ kind: z.literal('delivery'), rateAtMost: cash }),
  ]),
  code: z
    .string()
    .regex(/^[A-Z0-9]{3,20}$/)
    .nullable(),
  leastValue: cash.nullable(),
  countries: z.array(z.string().regex(/^[A-Z]{2}$/)).nullable(),
  from: local.nullable(),
  until: local.nullable(),
});
const fileSchema = z.strictObject({
  format: z.literal('lerrin-shop/1'),
  closed: z.array(entry),
  zones: z.array(
    z.strictObject({
      key,
      name: z.string().min(1),
      places: z.array(entry),
      speeds: z.record(z.string().regex(/^[a-z0-9-]{1,20}$/), speed),
    }),
  ),
  campaigns: z.array(campaign),
});
type ShopFile = z.infer<typeof fileSchema>;
type Campaign = z.infer<typeof campaign>;
type State = ShopFile | null;

const refuse = (field: string, reason: string): Remark => ({ file: 'shop.json', line: null, field, reason });

function readShop(text: string): ShopFile | readonly Remark[] {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    return [refuse('', `not JSON: ${(error as Error).message}`)];
  }
  const read = fileSchema.safeParse(data);
  if (!read.success) return read.error.issues.map((issue) => refuse(issue.path.join('.'), issue.message));
  const twice = (list: readonly string[]) => list.filter((one, i) => list.indexOf(one) < i);
  const doubles = [
    ...twice([...read.data.closed, ...read.data.zones.flatMap((zone) => zone.places)]).map((one) =>
      refuse('zones', `${one} stands twice`),
    ),
    ...twice(read.data.zones.map((zone) => zone.key)).map((one) => refuse('zones', `key ${one} stands twice`)),
    ...twice(read.data.campaigns.map((one) => one.key)).map((one) => refuse('campaigns', `key ${one} stands twice`)),
  ];
  return doubles.length > 0 ? doubles : read.data;
}

/** How well an entry fits: 0 not at all, the higher the more specific. */
function fitness(text: string, address: Address): number {
  if (text === '*') return 1;
  // A colon in place of the space is the older way of writing it.
  const [country, postcode] = [text.slice(0, 2), /^[A-Z]{2}[ :]/.test(text) ? text.slice(3) : undefined];
  if (postcode !== undefined) {
    if (country !== address.country) return 0;
    if (!postcode.endsWith('*')) return postcode === address.postcode ? 1000 : 0;
    return begins(address, postcode.slice(0, -1)) ? 100 + postcode.replace(' ', '').length : 0;
  }
  if (text.includes('-')) return text === countryPart(address) ? 3 : 0;
  return text === address.country ? 2 : 0;
}

function zoneOf(shop: ShopFile, address: Address): ShopFile['zones'][number] | null {
  let best = Math.max(0, ...shop.closed.map((one) => fitness(one, address)));
  let found: ShopFile['zones'][number] | null = null;
  for (const zone of shop.zones) {
    const how = Math.max(0, ...zone.places.map((one) => fitness(one, address)));
    if (how > best) [best, found] = [how, zone];
  }
  return found;
}

const inDublin = (text: string) => Temporal.PlainDateTime.from(text).toZonedDateTime('Europe/Dublin').epochMilliseconds;
const begun = (one: Campaign, moment: number) => one.from === null || inDublin(one.from) <= moment;
const ended = (one: Campaign, moment: number) => one.until !== null && inDublin(one.until) <= moment;

function rateOf(by: z.infer<typeof steps>, value: number, grams: number | null): number | null {
  const at = by.by === 'value' ? value : grams;
  if (at === null) return null;
  let charge: string | null = null;
  for (const row of by.rows) if ((typeof row.from === 'string' ? cents(row.from) : row.from) <= at) charge = row.charge;
  return charge === null ? null : cents(charge);
}

function checkout(shop: ShopFile, moment: number, basket: CheckoutBasket): CheckoutAnswer {
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
    let rate = rateOf(terms.steps, value, grams);
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

const editSchema = z.strictObject({ zone: z.string(), speed: z.string(), row: z.int(), charge: cash.nullable() });

export const lerrinShop: StandIn<State> = {
  name: 'lerrin-shop',
  empty: null,
  submit(_, files) {
    const file = files.find((one) => one.name === 'shop.json');
    if (!file || files.length > 1) return { refused: [refuse('', 'exactly one file, shop.json, is taken')] };
    const read = readShop(file.text);
    return Array.isArray(read) ? { refused: read } : { state: read as ShopFile };
  },
  settle: async (state) => state,
  live: (shop) => ({
    files: shop ? [{ name: 'shop.json', text: `${JSON.stringify(shop, null, 2)}\n` }] : [],
    held: [],
  }),
  listings: () => [],
  checkout: (shop, moment) => (basket) =>
    shop
      ? checkout(shop, moment, basket)
      : { choices: [], codes: basket.codes.map((code) => ({ code, used: false, why: 'unknown' })) },
  desk(routes, keep) {
    routes.post('/desk/edit', async (c) => {
      const edit = editSchema.safeParse(await c.req.json().catch(() => null));
      if (!edit.success) return c.json({ title: 'Say {"zone", "speed", "row", "charge"}' }, 400);
      const shop = structuredClone(keep.read());
      const row = shop?.zones.find((zone) => zone.key === edit.data.zone)?.speeds[edit.data.speed]?.steps.rows[
        edit.data.row
      ];
      if (!shop || !row) return c.json({ title: 'No such step' }, 404);
      row.charge = edit.data.charge;
      keep.write(shop);
      return c.json(row);
    });
  },
};

export const app: OpenStandIn = (folder) => standInApp(lerrinShop, folder);
