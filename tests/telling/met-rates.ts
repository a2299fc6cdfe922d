import { type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';
import type { Dialect } from '../../src/core/channels/index.ts';
import { channels, homeTemplates } from '../books/said.ts';
import { item, offerOf, shopOf } from '../books/shop.ts';
import { drawing } from '../trials.ts';

type Lane = BookInput['templates'][number]['lanes'][string][string];
type Rate = Lane['rate'];

/** A marketplace's settings with what its parcels are to fit; those of others as they are. */
const fitted = ({ channels: all }: Partial<BookInput>, fit: 'any order' | 'single goods'): Partial<BookInput> => ({
  channels: Object.fromEntries(
    Object.entries(all ?? {}).map(([id, own]) => [id, { ...own, ...(id === 'harrowmere' ? { fit } : {}) }]),
  ),
});

/**
 * A book in which rates of every sort meet, but for what a carrier asks: by value, units, mass, length or volume, with
 * steps within breaks, beginnings and ends, built up, for kinds alone, before discounts or after, with fees of lanes.
 */
export function metRatesOf(dialect: Pick<Dialect, 'id'>, seed: number): BookFile {
  const { under, pick, cents } = drawing(seed * 53 + 11);
  const chance = (one: number) => under(one) === 0;
  const services = ['post', 'fast'].slice(0, 1 + under(2));
  const table = (): Rate => {
    const unit = pick(['value', 'value', 'units', 'g', 'kg', 'lb', 'cm', 'l'] as const);
    const [edges, per] = {
      value: [['12.50', '40.00', '150.00'], '5.00'],
      units: [['1', '3', '8'], '2'],
      g: [['250', '1200', '5000'], '100'],
      kg: [['0.25', '1.5', '6'], '0.5'],
      lb: [['0.5', '2', '9'], '0.5'],
      cm: [['15', '40', '90'], '10'],
      l: [['1', '4', '20'], '0.5'],
    }[unit] as [string[], string];
    const some = edges.filter(() => !chance(3));
    const ends: (string | null)[] = chance(6) && some.length > 0 ? some : [...some, null];
    return {
      is: 'table',
      unit,
      from: chance(8) && ends[0] !== null && unit !== 'units' ? String(Number(ends[0]) / 2) : null,
      breaks: ends.map((to) => ({ to, amount: cents(2000), ...(chance(4) ? { step: cents(300), per } : {}) })),
    } as Rate;
  };
  const rate = (): Rate =>
    pick<() => Rate>([
      () => ({ is: 'flat', amount: cents(1500) }),
      () => ({ is: 'free' }),
      () => ({
        is: 'built up',
        order: cents(500),
        first: cents(300),
        further: cents(200),
        weight: pick([
          null,
          {
            amount: cents(150),
            per: pick(['0.25', '0.5', '1']),
            unit: pick(['kg', 'lb'] as const),
            each: pick(['in proportion', 'started'] as const),
          },
        ]),
      }),
      table,
      table,
    ])();
  const lane = (): Lane => ({
    rate: rate(),
    kinds: chance(4) ? { tube: { rate: rate() } } : {},
    fees: chance(5) ? { order: cents(100), item: cents(50) } : null,
    values: chance(3) ? 'after' : 'before',
    freeFrom: chance(4)
      ? pick([
          { value: cents(8000), test: pick(['before', 'after'] as const), of: pick(['basket', 'group'] as const) },
          { value: pick(['2', '5']), unit: 'units', test: 'before', of: pick(['basket', 'group'] as const) },
          { value: pick(['0.5', '3']), unit: 'kg', test: 'before', of: pick(['basket', 'group'] as const) },
        ])
      : null,
  });
  const templates = chance(2) ? ['main', 'second'] : ['main'];
  const { input } = shopOf(
    {},
    ['A', 'B', 'C', 'D', 'E'].map((sku) =>
      item(sku, {
        price: cents(pick([100, 700, 4000, 9000])),
        mass: chance(10)
          ? null
          : chance(3)
            ? { value: String(1 + under(90)), unit: 'oz' }
            : { value: String(1 + under(pick([300, 3000]))), unit: 'g' },
        size: chance(6)
          ? null
          : { length: String(5 + under(90)), width: String(2 + under(30)), height: String(1 + under(20)), unit: 'cm' },
        kind: pick(['parcel', 'parcel', 'tube']),
        template: pick(templates),
        ownRate: chance(8) ? { rate: rate(), waived: chance(2) } : null,
      }),
    ),
    {
      services: services.map((id, i) => ({ id, name: id, days: [i + 1, i + 2] })),
      ...fitted(channels(dialect.id), pick(['any order', 'single goods'])),
      mixedBy: pick(['highest', 'sum', 'lowest', 'average']),
      templates: homeTemplates(templates, services, lane),
      offers: chance(2)
        ? []
        : [
            offerOf('off', 1, {
              benefit: pick([
                { is: 'off order', off: { by: 'percent', percent: '20' } },
                { is: 'off order', off: { by: 'amount', amount: cents(900) } },
                { is: 'off goods', goods: null, off: { by: 'percent', percent: '33.333' } },
                { is: 'gift', sku: 'A', units: 1 },
                { is: 'delivery', on: { is: 'services', services }, off: { by: 'free' } },
              ] as const),
              code: chance(2) ? { is: 'shared', code: 'CODE' } : null,
              asks: chance(3) ? [{ over: 'value', value: cents(7000), test: 'before', goods: null }] : [],
            }),
          ],
    },
  );
  return bookFileSchema.parse(input);
}
