import { type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';
import type { Dialect } from '../../src/core/channels/index.ts';
import { channels, homeAndEurope } from '../books/said.ts';
import { item, offerOf, shopOf } from '../books/shop.ts';
import { drawing } from '../trials.ts';

type Benefit = BookInput['offers'][number]['benefit'];
type Lane = BookInput['templates'][number]['lanes'][string][string];

/**
 * A book in which deliveries meet: of a few goods of two templates, some with rates of their own, fees or barred
 * services, by two services or three, and offers that free or reduce them.
 */
export function metDeliveriesOf(dialect: Pick<Dialect, 'id'>, seed: number): BookFile {
  const { under, pick, cents } = drawing(seed * 41 + 3);
  const services = ['post', 'fast', 'fetch'].slice(0, 2 + under(2));
  const some = <T>(list: readonly T[]): T[] => {
    const found = list.filter(() => under(2) === 0);
    return found.length > 0 ? found : [pick(list)];
  };
  const rate = (): Lane['rate'] =>
    pick<() => Lane['rate']>([
      () => ({ is: 'flat', amount: cents(1500) }),
      () => ({ is: 'flat', amount: cents(1500) }),
      () => ({ is: 'free' }),
      () => ({
        is: 'table',
        unit: 'g',
        breaks: [
          { to: '500', amount: cents(900) },
          { to: '2000', amount: cents(1500) },
          { to: null, amount: cents(2500) },
        ],
      }),
      () => ({
        is: 'table',
        unit: 'value',
        breaks: [
          { to: '20.00', amount: cents(900) },
          { to: null, amount: cents(1500) },
        ],
      }),
    ])();
  const freeFrom = (): Lane['freeFrom'] =>
    pick([
      null,
      null,
      { value: cents(8000), test: pick(['before', 'after'] as const), of: pick(['basket', 'group'] as const) },
    ]);
  const row = () => Object.fromEntries(services.map((id) => [id, { rate: rate(), freeFrom: freeFrom() }]));
  const benefit = (): Benefit => {
    const on = pick([
      { is: 'services' as const, services: some(services) },
      { is: 'services' as const, services: some(services) },
      { is: 'cheapest' as const },
    ]);
    const off = pick([
      { by: 'free' as const },
      { by: 'free' as const },
      { by: 'amount' as const, amount: cents(900) },
      { by: 'percent' as const, percent: '50' },
      { by: 'to' as const, amount: cents(500) },
    ]);
    return pick<Benefit>([
      { is: 'delivery', on, off },
      { is: 'delivery', on, off },
      { is: 'off order', off: { by: 'percent', percent: '20' } },
    ]);
  };
  const ids = Array.from({ length: 1 + under(2) }, (_, i) => `offer-${i}`);
  const zones = under(3) === 0 ? ['home', 'europe'] : ['home'];
  const { input } = shopOf(
    {},
    ['A', 'B', 'C', 'D', 'E', 'F'].map((sku) =>
      item(sku, {
        price: cents(pick([100, 700, 4000, 9000])),
        mass: under(8) === 0 ? null : { value: String(1 + under(1500)), unit: 'g' },
        tags: under(2) === 0 ? ['less'] : [],
        template: pick(['main', 'main', 'second']),
        ownRate: pick([
          null,
          null,
          {
            rate: pick([{ is: 'free' as const }, { is: 'flat' as const, amount: cents(600) }]),
            waived: under(2) === 0,
          },
        ]),
        fee: pick([null, null, { each: cents(300), waived: under(2) === 0 }]),
        barred: pick([null, null, null, [pick(services)]]),
      }),
    ),
    {
      services: services.map((id, i) => ({
        id,
        name: id,
        days: [i + 1, i + 2],
        ...(id === 'fetch' ? { pickup: true } : {}),
      })),
      zones: homeAndEurope,
      ...channels(dialect.id),
      mixedBy: pick(['highest', 'sum', 'lowest', 'average']),
      selections: [{ id: 'less', name: 'Less', takes: { is: 'tags', any: ['less'], all: [] }, except: [] }],
      templates: ['main', 'second'].map((id) => {
        const zone = pick(zones);
        return { id, name: id, origin: 'Here', zones: [zone], lanes: { [zone]: row() } };
      }),
      offers: ids.map((id, i) =>
        offerOf(id, i + 1, {
          benefit: benefit(),
          code: under(2) === 0 ? { is: 'shared', code: `CODE${i}` } : null,
          goods: pick([null, null, null, 'less']),
          limits: under(4) === 0 ? { most: { amount: cents(900), also: {} } } : {},
          asks:
            under(3) === 0
              ? [{ over: 'value', value: cents(7000), test: pick(['before', 'after']), goods: pick([null, 'less']) }]
              : [],
        }),
      ),
      eitherOr: [],
    },
  );
  return bookFileSchema.parse(input);
}
