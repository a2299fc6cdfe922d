import { type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';
import type { Dialect } from '../../src/core/channels/index.ts';
import { channels, homeTemplates } from '../books/said.ts';
import { item, offerOf, shopOf } from '../books/shop.ts';
import { drawing } from '../trials.ts';

type Offer = BookInput['offers'][number];
type Ask = Offer['asks'][number];

/**
 * A book in which terms of offers meet: what they ask in value or units, of which goods, the most they take, whom and
 * where they are for; gifts, steps, and prices of the channel's own.
 */
export function metTermsOf(dialect: Pick<Dialect, 'id'>, seed: number): BookFile {
  const { under, pick, cents } = drawing(seed * 59 + 13);
  const chance = (one: number) => under(one) === 0;
  const tags = ['less', 'more', 'some'];
  const goods = () => pick([null, null, ...tags]);
  const off = (most: number) =>
    pick([
      { by: 'percent' as const, percent: pick(['5', '20', '33.333', '50', '100']) },
      { by: 'amount' as const, amount: cents(most) },
    ]);
  const services = ['post', 'fast'].slice(0, 1 + under(2));
  const benefit = (): Offer['benefit'] =>
    pick<() => Offer['benefit']>([
      () => ({ is: 'off goods', goods: goods(), off: off(900) }),
      () => ({ is: 'fixed price', goods: goods(), price: cents(1500) }),
      () => ({ is: 'buy and get', goods: goods(), buy: 1 + under(3), get: 1 + under(2), percent: pick(['50', '100']) }),
      () => ({ is: 'off order', off: off(1200) }),
      () => ({
        is: 'spend steps',
        goods: goods(),
        test: pick(['before', 'after'] as const),
        steps: [
          { from: '15.00', off: cents(300) },
          { from: '40.00', off: cents(900) },
          { from: '90.00', off: cents(2000) },
        ].slice(0, 1 + under(3)),
      }),
      () => ({ is: 'gift', sku: pick(['A', 'B']), units: 1 + under(2) }),
      () => ({
        is: 'delivery',
        on: pick([{ is: 'cheapest' as const }, { is: 'services' as const, services: [pick(services)] }]),
        off: pick([{ by: 'free' as const }, { by: 'free' as const }, { by: 'to' as const, amount: cents(500) }]),
      }),
    ])();
  const ask = (): Ask =>
    pick<() => Ask>([
      () => ({ over: 'value', value: cents(7000), test: pick(['before', 'after'] as const), goods: goods() }),
      () => ({ over: 'units', units: 1 + under(5), goods: goods() }),
    ])();
  const offer = (i: number): Offer => {
    const what = benefit();
    const namesGoods = 'goods' in what && what.is !== 'spend steps';
    return offerOf(`offer-${i}`, i + 1, {
      benefit: what,
      code: pick([null, null, { is: 'shared', code: `CODE${i}` }, { is: 'link', code: `LINK${i}` }]),
      asks: Array.from({ length: pick([0, 0, 1, 1, 2]) }, ask),
      goods: !namesGoods && chance(4) ? pick(tags) : null,
      stocked: chance(3),
      channels: chance(8) ? ['lerrin-shop', 'findlark'] : null,
      limits: chance(4) ? { most: { amount: cents(900), also: {} } } : {},
      zones: chance(8) ? ['home'] : null,
    });
  };
  const count = 1 + under(3);
  const threshold = () =>
    chance(3) ? { value: cents(6000), test: pick(['before', 'after'] as const), of: 'basket' as const } : null;
  const lane = () => ({ rate: { is: 'flat' as const, amount: cents(1500) }, freeFrom: threshold() });
  const templates = chance(2) ? ['main', 'second'] : ['main'];
  const { input } = shopOf(
    {},
    ['A', 'B', 'C', 'D', 'E'].map((sku) =>
      item(sku, {
        price: cents(pick([20, 700, 4000, 9000])),
        prices: chance(5) ? [{ market: null, channel: dialect.id, price: cents(4000) }] : [],
        mass: { value: '100', unit: 'g' },
        tags: tags.filter(() => chance(2)),
        template: pick(templates),
      }),
    ),
    {
      services: services.map((id, i) => ({ id, name: id, days: [i + 1, i + 2] })),
      ...channels(dialect.id),
      mixedBy: pick(['highest', 'sum']),
      selections: tags.map((id) => ({ id, name: id, takes: { is: 'tags', any: [id], all: [] }, except: [] })),
      templates: homeTemplates(templates, services, lane),
      offers: Array.from({ length: count }, (_, i) => offer(i)),
      eitherOr: chance(2)
        ? [
            {
              id: 'some',
              name: 'Some',
              of: pick(['order', 'line']),
              offers: Array.from({ length: count }, (_, i) => `offer-${i}`),
            },
          ]
        : [],
    },
  );
  return bookFileSchema.parse(input);
}
