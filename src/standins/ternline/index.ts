import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { Hono } from 'hono';
import { z } from 'zod';
import type { OpenStandIn } from '../common/standin.ts';

/** Ternline, from docs/formats/ternline.md alone. */
interface Price {
  readonly first: number;
  readonly each: number;
}
interface Card {
  readonly card: string;
  readonly from: string;
  readonly until: string | null;
  readonly fuel: number;
  readonly home: number;
  readonly remote: number;
  readonly services: readonly {
    readonly service: string;
    readonly name: string;
    readonly from: string;
    readonly until: string | null;
    readonly days: readonly [number, number];
    readonly most: number;
    readonly list: Readonly<Record<string, Price>>;
  }[];
  readonly boxes: readonly {
    readonly box: string;
    readonly name: string;
    readonly price: number;
    readonly most: number;
  }[];
}

const [divisor, lot] = [5000, 500];
const zones = [
  { zone: 'A', countries: ['IE'] },
  { zone: 'B', countries: ['GB'] },
  {
    zone: 'C',
    countries: [
      'AT',
      'BE',
      'BG',
      'CY',
      'DE',
      'EE',
      'ES',
      'FI',
      'FR',
      'GR',
      'HR',
      'IT',
      'LT',
      'LU',
      'LV',
      'MT',
      'NL',
      'PT',
      'SI',
      'SK',
    ],
  },
  { zone: 'D', countries: ['US', 'CA'] },
  { zone: 'E', countries: ['*'] },
];
const remotes = [
  { country: 'GB', prefixes: ['HS', 'ZE', 'KW', 'IV'] },
  { country: 'US', prefixes: ['995', '996', '997', '998', '999', '967', '968'] },
];

/** The dated cards, list prices in cents; account prices are three tenths less, rounded half up. */
const raised = (price: number, by: number) => Math.round(price * by);
function cardOf(card: string, from: string, until: string | null, by: number, fuel: number): Card {
  const price = (first: number, each: number): Price => ({ first: raised(first, by), each: raised(each, by) });
  return {
    card,
    from,
    until,
    fuel,
    home: raised(60, by),
    remote: raised(450, by),
    services: [
      {
        service: 'ground',
        name: 'Ternline Ground',
        from,
        until,
        days: [2, 4],
        most: 31_500,
        list: { A: price(344, 18), B: price(460, 24), C: price(690, 36), D: price(1240, 90), E: price(1480, 130) },
      },
      {
        service: 'swift',
        name: 'Ternline Swift',
        from,
        until,
        days: [1, 2],
        most: 20_000,
        list: { A: price(620, 32), B: price(890, 48), C: price(1390, 90) },
      },
      // Renamed from one card to the next: the old one ends with its card.
      {
        service: card === '2026-autumn' ? 'letterbox' : 'flatpack',
        name: card === '2026-autumn' ? 'Ternline Letterbox' : 'Ternline Flatpack',
        from,
        until,
        days: [2, 3],
        most: 1000,
        list: { A: price(230, 20), B: price(330, 30) },
      },
    ],
    boxes: [
      { box: 'flat-s', name: 'Flat-rate box S', price: raised(520, by), most: 22_680 },
      { box: 'flat-l', name: 'Flat-rate box L', price: raised(890, by), most: 22_680 },
    ],
  };
}
const cards: readonly Card[] = [
  cardOf('2026-autumn', '2026-09-01', '2027-01-01', 1, 8),
  cardOf('2027-winter', '2027-01-01', null, 1.09, 9.5),
];

const account = (price: number) => Math.floor((price * 7 + 5) / 10);
const money = (cents: number) => `${Math.floor(cents / 100)}.${String(cents % 100).padStart(2, '0')}`;
const sold = (one: { from: string; until: string | null }, on: string) =>
  one.from <= on && (one.until === null || on < one.until);

const quoteSchema = z.strictObject({
  on: z.iso.date(),
  service: z.string().optional(),
  box: z.string().optional(),
  to: z.strictObject({ country: z.string().regex(/^[A-Z]{2}$/), postcode: z.string().nullable(), home: z.boolean() }),
  parcels: z
    .array(z.strictObject({ grams: z.int().min(1), volume: z.int().min(1).optional() }))
    .min(1)
    .max(200),
});

const goodsSchema = z.strictObject({
  goods: z.string().min(1).max(40),
  grams: z.int().min(1).max(10_000_000),
  sides: z.tuple([z.int().min(1), z.int().min(1), z.int().min(1)]).refine(([a, b, c]) => a >= b && b >= c, {
    message: 'the longest side first',
  }),
});
const toldSchema = z.strictObject({ goods: z.array(goodsSchema).max(10_000) });
type Goods = z.infer<typeof goodsSchema>;

/** Its own record of a seller's goods, by the seller's number, in a file that is replaced whole. */
function goodsKept(folder: string) {
  const path = join(folder, 'ternline-goods.json');
  const there = (): readonly Goods[] => {
    try {
      return JSON.parse(readFileSync(path, 'utf8')) as readonly Goods[];
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') return [];
      throw error;
    }
  };
  return {
    all: there,
    put(lines: readonly Goods[]) {
      const all = new Map([...there(), ...lines].map((one) => [one.goods, one]));
      mkdirSync(folder, { recursive: true });
      writeFileSync(`${path}.next`, JSON.stringify([...all.values()]));
      renameSync(`${path}.next`, path);
    },
  };
}

/** @param folder where it keeps what it knows of goods */
export function ternline(folder: string): Hono {
  const goods = goodsKept(folder);
  let trouble: 'none' | 'slow' | 'silent' = 'none';
  const app = new Hono();
  app.post('/desk/trouble', async (c) => {
    const body = z
      .strictObject({ mode: z.enum(['none', 'slow', 'silent']) })
      .safeParse(await c.req.json().catch(() => null));
    if (!body.success) return c.json({ title: 'Say {"mode": one of none, slow, silent}' }, 400);
    trouble = body.data.mode;
    return c.json(body.data);
  });
  app.post('/desk/goods', async (c) => {
    const body = goodsSchema.safeParse(await c.req.json().catch(() => null));
    if (!body.success) return c.json({ title: 'Say {"goods", "grams", "sides"}' }, 400);
    goods.put([body.data]);
    return c.json(body.data);
  });
  app.use(async (c, next) => {
    if (trouble === 'slow') await pause(8000);
    if (trouble === 'silent') await pause(30_000);
    if (!/^Bearer \S+$/.test(c.req.header('Authorization') ?? '')) return c.json({ title: 'No key' }, 401);
    const sort = c.req.header('Prices') ?? 'list';
    if (sort !== 'list' && sort !== 'account') return c.json({ title: 'Prices is one of list, account' }, 400);
    c.set('prices' as never, (sort === 'account' ? account : (price: number) => price) as never);
    await next();
  });
  const pricesOf = (c: { get(key: never): unknown }) => c.get('prices' as never) as (price: number) => number;
  app.get('/goods', (c) => c.json({ goods: goods.all() }));
  app.put('/goods', async (c) => {
    const body = toldSchema.safeParse(await c.req.json().catch(() => null));
    if (!body.success)
      return c.json({ title: 'The request is not as the page says', problems: body.error.issues }, 400);
    goods.put(body.data.goods);
    return c.json({ taken: body.data.goods.length });
  });
  app.get('/cards', (c) => c.json({ cards: cards.map(({ card, from, until }) => ({ card, from, until })) }));
  app.get('/cards/:card', (c) => {
    const card = cards.find((one) => one.card === c.req.param('card'));
    if (!card) return c.json({ title: `No card ${c.req.param('card')}` }, 404);
    const own = pricesOf(c);
    return c.json({
      card: card.card,
      from: card.from,
      until: card.until,
      currency: 'EUR',
      divisor,
      lot,
      fuel: String(card.fuel),
      home: money(card.home),
      remote: money(card.remote),
      zones,
      remotes,
      services: card.services.map(({ list, ...one }) => ({
        ...one,
        prices: Object.fromEntries(
          Object.entries(list).map(([zone, { first, each }]) => [
            zone,
            { first: money(own(first)), each: money(own(each)) },
          ]),
        ),
      })),
      boxes: card.boxes.map((one) => ({ ...one, price: money(own(one.price)) })),
    });
  });
  app.post('/quote', async (c) => {
    const body = quoteSchema.safeParse(await c.req.json().catch(() => null));
    if (!body.success)
      return c.json({ title: 'The request is not as the page says', problems: body.error.issues }, 400);
    const { on, service: name, box: boxName, to, parcels } = body.data;
    const own = pricesOf(c);
    const card = cards.find((one) => sold(one, on));
    if (!card) return c.json({ title: `No card on ${on}` }, 404);
    const told = (charges: readonly { lots: number; base: number; fuel: number; home: number; remote: number }[]) => {
      const sums = charges.map((one) => ({ ...one, charge: one.base + one.fuel + one.home + one.remote }));
      const text = ({ lots, ...amounts }: (typeof sums)[number]) => ({
        lots,
        ...Object.fromEntries(Object.entries(amounts).map(([part, cents]) => [part, money(cents)])),
      });
      return c.json({
        card: card.card,
        charge: money(sums.reduce((sum, one) => sum + one.charge, 0)),
        parcels: sums.map(text),
      });
    };
    if (boxName !== undefined) {
      const box = card.boxes.find((one) => one.box === boxName);
      if (!box) return c.json({ title: `No box ${boxName}` }, 404);
      if (to.country !== 'IE') return c.json({ title: 'Boxes are sent within IE alone' }, 422);
      if (parcels.some((one) => one.grams > box.most))
        return c.json({ title: `A parcel is heavier than ${box.most} g` }, 422);
      return told(parcels.map(() => ({ lots: 0, base: own(box.price), fuel: 0, home: 0, remote: 0 })));
    }
    const service = card.services.find((one) => one.service === name && sold(one, on));
    if (!service) return c.json({ title: `${name} is not sold on ${on}` }, 404);
    const zone =
      (zones.find((one) => one.countries.includes(to.country)) ?? zones.find((one) => one.countries.includes('*')))
        ?.zone ?? '';
    const price = service.list[zone];
    if (!price) return c.json({ title: `${service.name} does not serve ${to.country}` }, 422);
    if (parcels.some((one) => one.grams > service.most))
      return c.json({ title: `A parcel is heavier than ${service.most} g` }, 422);
    const postcode = (to.postcode ?? '').replace(/\s/g, '').toUpperCase();
    const far = remotes.some(
      (one) => one.country === to.country && one.prefixes.some((prefix) => postcode.startsWith(prefix)),
    );
    return told(
      parcels.map(({ grams, volume = 1 }) => {
        const lots = Math.max(1, Math.ceil(grams / lot), Math.ceil((volume * 1000) / divisor / lot));
        const base = own(price.first) + own(price.each) * (lots - 1);
        return {
          lots,
          base,
          fuel: Math.floor((base * card.fuel * 10 + 500) / 1000),
          home: to.home ? card.home : 0,
          remote: far ? card.remote : 0,
        };
      }),
    );
  });
  return app;
}

export const app: OpenStandIn = (folder) => ternline(folder);
