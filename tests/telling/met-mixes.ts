import { type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';
import type { Dialect } from '../../src/core/channels/index.ts';
import { channels, homeAndEurope } from '../books/said.ts';
import { item, offerOf, shopOf } from '../books/shop.ts';
import { drawing } from '../trials.ts';

type Lane = BookInput['templates'][number]['lanes'][string][string];

/**
 * A book in which goods of several templates, kinds and stock places meet: rates of any sort, some for kinds alone,
 * fees of lanes, ways of mixing, thresholds of groups, and perhaps an offer.
 */
export function metMixesOf(dialect: Pick<Dialect, 'id'>, seed: number): BookFile {
  const { under, pick, cents } = drawing(seed * 43 + 7);
  const services = ['post', 'fast'].slice(0, 1 + under(2));
  const table = (unit: 'g' | 'value' | 'units'): Lane['rate'] => {
    const ends = { g: ['500', '2000'], value: ['15.00', '60.00'], units: ['2', '6'] }[unit];
    const amounts = [cents(1500), cents(1500), cents(2500)];
    const sorted = under(2) === 0 ? [...amounts].sort((a, b) => Number(a) - Number(b)) : amounts;
    return { is: 'table', unit, breaks: [...ends, null].map((to, i) => ({ to, amount: sorted[i] ?? '1.00' })) };
  };
  const rate = (): Lane['rate'] =>
    pick<() => Lane['rate']>([
      () => ({ is: 'flat', amount: cents(1500) }),
      () => ({ is: 'flat', amount: cents(1500) }),
      () => ({ is: 'free' }),
      () => table('g'),
      () => table('value'),
      () => table('units'),
    ])();
  const freeFrom = (): Lane['freeFrom'] =>
    pick([
      null,
      null,
      null,
      { value: cents(8000), test: pick(['before', 'after'] as const), of: pick(['basket', 'group'] as const) },
    ]);
  const lane = (): Lane => ({
    rate: rate(),
    freeFrom: freeFrom(),
    kinds: under(3) === 0 ? { tube: { rate: rate() } } : {},
    fees: under(5) === 0 ? { order: cents(100), item: cents(50) } : null,
  });
  const by = () =>
    pick(['highest', 'sum', 'lowest', 'average', { highest: 'plus' as const, further: cents(300) }] as const);
  const zones = under(3) === 0 ? ['home', 'europe'] : ['home'];
  const kinds = under(2) === 0 ? ['parcel', 'tube'] : ['parcel'];
  const places = under(3) === 0 ? ['Here', 'There'] : ['Here'];
  const { input } = shopOf(
    {},
    ['A', 'B', 'C', 'D', 'E', 'F'].map((sku) =>
      item(sku, {
        price: cents(pick([100, 700, 4000, 9000])),
        mass: under(10) === 0 ? null : { value: String(1 + under(1500)), unit: 'g' },
        kind: pick(kinds),
        origin: pick([null, ...places]),
        template: pick(['main', 'second']),
        barred: under(6) === 0 ? [pick(services)] : null,
      }),
    ),
    {
      services: services.map((id, i) => ({ id, name: id, days: [i + 1, i + 2] })),
      zones: homeAndEurope,
      ...channels(dialect.id),
      mixedBy: by(),
      mixing:
        under(3) === 0
          ? [
              {
                id: 'some',
                kinds: pick([['parcel'], ['tube'], ['parcel', 'tube']]),
                services: pick([[], ['post']]),
                by: by(),
              },
            ]
          : [],
      templates: ['main', 'second'].map((id) => {
        const zone = pick(zones);
        return {
          id,
          name: id,
          origin: 'Here',
          zones: [zone],
          lanes: { [zone]: Object.fromEntries(services.map((one) => [one, lane()])) },
        };
      }),
      offers:
        under(2) === 0
          ? []
          : [
              offerOf('off', 1, {
                benefit: pick([
                  { is: 'off order', off: { by: 'percent', percent: '20' } },
                  { is: 'off goods', goods: null, off: { by: 'percent', percent: '33.333' } },
                  { is: 'gift', sku: 'A', units: 1 },
                ] as const),
                code: under(2) === 0 ? { is: 'shared', code: 'CODE' } : null,
                asks: under(3) === 0 ? [{ over: 'value', value: cents(7000), test: 'before', goods: null }] : [],
              }),
            ],
    },
  );
  return bookFileSchema.parse(input);
}
