import { type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';
import type { Dialect } from '../../src/core/channels/index.ts';
import { channels } from '../books/said.ts';
import { item, offerOf, shopOf } from '../books/shop.ts';
import { drawing } from '../trials.ts';

type Lane = BookInput['templates'][number]['lanes'][string][string];
type Zone = NonNullable<BookInput['zones']>[number];

const addresses = [
  ...['IE', 'FR', 'DE', 'ES', 'NZ', 'US', 'JP'],
  ...['GB', 'GB LS1 1AA', 'GB BT1 1AA', 'GB HS1 2AA', 'GB HS1 2AB', 'GB HS1 3AA', 'GB ZE2 9AA', 'GB KW15 1AA'],
  ...['GB AB31 4AA', 'GB AB39 1AA', 'US 99501', 'US 995010001', 'US 10001'],
];

/**
 * Where books of zones that meet deliver, in every way that a pattern says, and where some do not. A marketplace knows
 * a part of a country by its postcodes alone, and takes one that is given without for all of them.
 */
export const metPlaces = ({ id }: Pick<Dialect, 'id'>): readonly string[] =>
  id === 'harrowmere' ? addresses : [...addresses, 'GB-NIR', 'US-AK'];

const patterns = [
  ...['IE', 'GB', 'FR', 'DE', 'US', 'EU', 'world', 'GB-NIR', 'US-AK'],
  ...['GB HS*', 'GB ZE*', 'GB KW*', 'GB HS1 2*', 'GB HS1 2AA', 'GB AB31 to AB38', 'US 995*', 'GB BT*'],
];

/**
 * A book in which zones meet: of any places, in others or not, each template with some of them in an order of its own,
 * and offers that are for some.
 */
export function metPlacesOf(dialect: Pick<Dialect, 'id'>, seed: number): BookFile {
  const { under, pick, cents } = drawing(seed * 47 + 9);
  const some = <T>(list: readonly T[], most: number): T[] => [
    ...new Set(Array.from({ length: 1 + under(most) }, () => pick(list))),
  ];
  const services = ['post', 'fast'].slice(0, 1 + under(2));
  const zones: Zone[] = Array.from({ length: 2 + under(3) }, (_, i) => {
    const takes = i === 0 ? some(['IE', 'GB', 'EU', 'world'], 2) : some(patterns, 3);
    const leaves = under(3) === 0 ? some(patterns, 2).filter((one) => !takes.includes(one)) : [];
    return { id: `zone-${i}`, name: `Zone ${i}`, takes, leaves };
  });
  const ids = zones.map(({ id }) => id);
  // Few figures, so that zones come to be charged alike.
  const rate = (): Lane['rate'] =>
    pick<() => Lane['rate']>([
      () => ({ is: 'flat', amount: pick(['3.00', '4.50', '11.90', cents(1500)]) }),
      () => ({ is: 'flat', amount: pick(['3.00', '4.50', '11.90']) }),
      () => ({ is: 'free' }),
      () => ({
        is: 'table',
        unit: 'g',
        breaks: [
          { to: '500', amount: cents(900) },
          { to: null, amount: cents(2500) },
        ],
      }),
    ])();
  const lane = (): Lane => ({
    rate: rate(),
    freeFrom:
      under(3) === 0
        ? { value: cents(8000), test: pick(['before', 'after'] as const), of: pick(['basket', 'group'] as const) }
        : null,
  });
  const offer = (i: number) =>
    offerOf(`offer-${i}`, i + 1, {
      benefit: pick([
        { is: 'delivery', on: { is: 'services', services: some(services, 2) }, off: { by: 'free' } },
        { is: 'delivery', on: { is: 'services', services }, off: { by: 'amount', amount: cents(500) } },
        { is: 'off order', off: { by: 'percent', percent: '20' } },
        { is: 'off goods', goods: null, off: { by: 'amount', amount: cents(900) } },
      ] as const),
      code: under(2) === 0 ? { is: 'shared', code: `CODE${i}` } : null,
      zones: under(2) === 0 ? some(ids, 2) : null,
      asks: under(3) === 0 ? [{ over: 'value', value: cents(7000), test: 'before', goods: null }] : [],
    });
  const { input } = shopOf(
    {},
    ['A', 'B', 'C', 'D'].map((sku) =>
      item(sku, {
        price: cents(pick([100, 700, 4000, 9000])),
        mass: { value: String(1 + under(900)), unit: 'g' },
        template: pick(['main', 'main', 'second']),
        fee: under(4) === 0 ? { each: cents(200), waived: under(2) === 0 } : null,
        ownRate: under(6) === 0 ? { rate: { is: 'flat', amount: cents(600) }, waived: under(2) === 0 } : null,
      }),
    ),
    {
      services: services.map((id, i) => ({ id, name: id, days: [i + 1, i + 2] })),
      zones,
      ...channels(dialect.id),
      mixedBy: pick(['highest', 'sum', 'sum', 'lowest', 'average']),
      templates: ['main', 'second'].map((id) => {
        const own = under(3) === 0 ? some(ids, 3) : under(2) === 0 ? ids : [...ids].reverse();
        const row = (): Record<string, Lane> => Object.fromEntries(services.map((one) => [one, lane()]));
        return {
          id,
          name: id,
          origin: 'Here',
          zones: own,
          lanes: Object.fromEntries(own.map((zone) => [zone, row()])),
        };
      }),
      offers: Array.from({ length: under(3) }, (_, i) => offer(i)),
    },
  );
  return bookFileSchema.parse(input);
}
