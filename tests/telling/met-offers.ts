import { type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';
import type { Dialect } from '../../src/core/channels/index.ts';
import { channels } from '../books/said.ts';
import { item, offerOf, shopOf } from '../books/shop.ts';
import { drawing } from '../trials.ts';

type Benefit = BookInput['offers'][number]['benefit'];
type FreeFrom = BookInput['templates'][number]['lanes'][string][string]['freeFrom'];

/**
 * A book of one service to one place in which two or three offers meet, each other and thresholds: of a few goods, of
 * one group or two, that cost next to nothing or more than is asked. Nothing else is inexact there but by chance.
 */
export function metOffersOf(dialect: Pick<Dialect, 'id'>, seed: number): BookFile {
  const { under, pick, cents } = drawing(seed * 31 + 5);
  const goods = () => pick([null, null, 'less', 'more']);
  const off = (most: number) =>
    pick([
      { by: 'percent' as const, percent: pick(['5', '20', '33.333', '50', '70', '100']) },
      { by: 'amount' as const, amount: cents(most) },
    ]);
  const benefit = (): Benefit =>
    pick<() => Benefit>([
      () => ({ is: 'off goods', goods: goods(), off: off(900) }),
      () => ({ is: 'off goods', goods: goods(), off: off(900) }),
      () => ({ is: 'fixed price', goods: goods(), price: cents(1500) }),
      () => ({ is: 'buy and get', goods: goods(), buy: pick([1, 2]), get: 1, percent: pick(['50', '100']) }),
      () => ({ is: 'off order', off: off(1200) }),
      () => ({
        is: 'spend steps',
        goods: null,
        test: pick(['before', 'after'] as const),
        steps: [
          { from: '20.00', off: '2.00' },
          { from: '60.00', off: '7.50' },
        ],
      }),
      () => ({ is: 'gift', sku: 'A', units: 1 }),
      () => ({
        is: 'delivery',
        on: { is: 'services', services: ['post'] },
        off: pick([
          { by: 'free' as const },
          { by: 'percent' as const, percent: '50' },
          { by: 'amount' as const, amount: cents(900) },
          { by: 'to' as const, amount: cents(500) },
        ]),
      }),
      () => ({ is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' as const } }),
    ])();
  const threshold = (): FreeFrom =>
    pick([
      null,
      ...['before', 'after', 'after'].map((test) => ({
        value: cents(pick([300, 2500, 8000])),
        test: test as 'before' | 'after',
        of: pick(['basket', 'basket', 'group'] as const),
      })),
    ]);
  const lane = () => ({ post: { rate: { is: 'flat' as const, amount: cents(1500) }, freeFrom: threshold() } });
  const ids = Array.from({ length: 2 + under(2) }, (_, i) => `offer-${i}`);
  const { input } = shopOf(
    {},
    ['A', 'B', 'C', 'D', 'E', 'F'].map((sku) =>
      item(sku, {
        price: cents(pick([20, 700, 4000, 9000])),
        mass: { value: '100', unit: 'g' },
        tags: ['less', 'more'].filter(() => under(2) === 0),
        template: pick(['main', 'main', 'second']),
      }),
    ),
    {
      services: [{ id: 'post', name: 'Post', days: [1, 2] }],
      ...channels(dialect.id),
      mixedBy: pick(['highest', 'sum']),
      selections: ['less', 'more'].map((id) => ({
        id,
        name: id,
        takes: { is: 'tags', any: [id], all: [] },
        except: [],
      })),
      templates: ['main', 'second'].map((id) => ({
        id,
        name: id,
        origin: 'Here',
        zones: ['home'],
        lanes: { home: lane() },
      })),
      offers: ids.map((id, i) =>
        offerOf(id, i + 1, {
          benefit: benefit(),
          code: under(3) === 0 ? { is: 'shared', code: `CODE${i}` } : null,
          limits: under(4) === 0 ? { most: { amount: cents(900), also: {} } } : {},
          asks:
            under(3) === 0
              ? [
                  {
                    over: 'value',
                    value: cents(7000),
                    test: pick(['before', 'after']),
                    goods: pick([null, null, 'less', 'more']),
                  },
                ]
              : [],
        }),
      ),
      eitherOr:
        under(3) === 0 ? [{ id: 'some', name: 'Some', of: pick(['order', 'line']), offers: ids.slice(0, 2) }] : [],
    },
  );
  return bookFileSchema.parse(input);
}
