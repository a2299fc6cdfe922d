import type { Shop } from '../../src/core/channels/lerrin-shop/format.ts';
import { seeded } from '../trials.ts';

/** A shop's file and baskets to ask it, as a stranger would write them who has its page alone and no book. */
export function foreignShop(seed: number) {
  const random = seeded(seed * 31 + 5);
  const below = (count: number) => Math.floor(random() * count);
  const some = <T>(list: readonly T[], chance: number): T[] => list.filter(() => random() < chance);
  const pick = <T>(list: readonly T[]): T => list[below(list.length)] as T;
  const cents = (most: number) => (below(most * 100) / 100).toFixed(2);
  /** Mostly the first, now and then something at the edge of what the page allows. */
  const or = <T>(usual: T, ...odd: T[]): T => (random() < 0.97 ? usual : pick(odd));
  const orNull = <T>(value: T, chance = 0.5): T | null => (random() < chance ? null : value);

  const locales = or(['en-IE'], ['en-IE', 'de'], ['de', 'en-IE'], ['fr-CA']);
  const [first = ''] = locales;
  const last = locales.at(-1) ?? '';
  const speeds = ['slow', 'fast', 'night'].slice(0, 1 + below(3)).map((key) => ({
    key,
    label: or<Record<string, string>>(
      { [first]: `By ${key}` },
      { [last]: 'Nur deutsch' },
      { [first]: 'L'.repeat(60) },
      { [first]: key, [last]: 'Bote' },
    ),
    bars: some(['no-air', 'goods-b'], 0.2),
  }));
  const sets = [
    {
      key: or('usual', '-usual', '24h', 'u'.repeat(40)),
      name: or('Usual', 'N'.repeat(200)),
      tags: some(['usual-too'], 0.3),
      rest: random() < 0.98,
      kept: false,
    },
    { key: 'long', name: 'Long', tags: ['long'], rest: false, kept: random() < 0.3 },
    { key: 'heavy', name: 'Heavy', tags: ['heavy', 'heavier'], rest: false, kept: random() < 0.2 },
  ].slice(0, 1 + below(3));
  const edges = (most: number) =>
    [...new Set(Array.from({ length: below(4) }, () => 1 + below(most)))].sort((a, b) => a - b);
  function ratesOf(): Shop['zones'][number]['rates'] {
    return sets.flatMap((set) =>
      some(speeds, 0.85).map(({ key: speed }) => {
        const from = [0, ...edges(random() < 0.6 ? 8000 : 4000)];
        // Few stop and begin again.
        const charges = from.map((_, i) => orNull(cents(12), i === from.length - 1 && i > 0 ? 0.2 : 0.01));
        const [byValue, isAsked] = [random() < 0.6, random() < 0.12];
        return {
          set: set.key,
          speed,
          label: or<Record<string, string> | null>(null, { [first]: 'Post' }, { [last]: 'Post' }),
          days: or<[number, number]>([1, 3], [0, 0], [2, 90], [1, 200], [5, 2]),
          steps: isAsked
            ? {
                by: 'carrier' as const,
                service: or(pick(['ground', 'swift']), 'pigeon'),
                percent: pick(['0', '7.25', '0.001']),
                amount: cents(5),
              }
            : byValue
              ? {
                  by: 'value' as const,
                  rows: from.map((at, i) => ({ from: (at / 100).toFixed(2), charge: charges[i] ?? null })),
                }
              : { by: 'grams' as const, rows: from.map((at, i) => ({ from: at, charge: charges[i] ?? null })) },
          each: random() < 0.3 ? cents(2) : '0.00',
          freeFrom: orNull(or(cents(80), '0.00', '99999999.99'), 0.6),
        };
      }),
    );
  }
  // Each entry stands once: in a zone, or among what is closed.
  const places = ['IE', 'GB', 'GB HS*', 'GB-NIR', 'GB HS1 2*', 'FR', 'FR 75001', 'ES', 'ES 35*', '*'];
  const zones = ['near', 'far', 'odd'].map((key) => ({
    key: or(key, `-${key}`, `${key}-`, key.padEnd(40, 'x')),
    name: or(key, 'N'.repeat(200)),
    places: [] as string[],
    rates: ratesOf(),
  }));
  const closed: string[] = [];
  for (const place of places) {
    const at = below(5);
    if (at === 3) closed.push(place);
    else zones[at]?.places.push(place);
  }
  const off = (): Shop['campaigns'][number]['benefit'] => {
    switch (below(8)) {
      case 0:
        return { kind: 'order', off: { is: 'percent', percent: pick(['10', '12.5', '100']) } };
      case 1:
        return { kind: 'order', off: { is: 'amount', amount: or(cents(20), '0.00', '99999999.99') } };
      case 2:
      case 3:
        return { kind: 'delivery', atMost: or(cents(14), '0.00'), fees: random() < 0.5 };
      case 4:
        return { kind: 'goods', tag: orNull('goods-a'), off: { is: 'percent', percent: pick(['5', '33.333', '50']) } };
      case 5:
        return { kind: 'goods', tag: orNull('goods-b'), off: { is: 'amount', amount: cents(8) } };
      case 6:
        return {
          kind: 'goods',
          tag: orNull(or('long', 'on-nothing')),
          off: { is: 'price', price: or(cents(15), '0.00') },
        };
      default:
        return {
          kind: 'goods',
          tag: orNull('goods-a'),
          off: { is: 'n for m', buy: or(1 + below(3), 999), get: 1 + below(2), percent: pick(['50', '100', '0.001']) },
        };
    }
  };
  const campaigns = Array.from({ length: below(5) }, (_, i) => {
    return {
      key: or(`campaign-${i}`, `-${i}`, `${i}`.padEnd(40, 'k')),
      title: or<Record<string, string>>({ [first]: `Campaign ${i}` }, { [first]: 'T'.repeat(120) }, { [last]: 'Nur' }),
      terms: or<Record<string, string>>({}, { [first]: 'T'.repeat(2000) }, { [last]: 'Nur' }),
      letter: pick(['A', 'B', 'C']),
      benefit: off(),
      code: orNull(or(pick(['SAVE10', 'GUST12']), '123', 'X'.repeat(20)), 0.6),
      leastValue: orNull(or(cents(60), '0.00', '99999999.99'), 0.6),
      places: orNull(random() < 0.9 ? pick(zones).places : some(places, 0.3), 0.7),
      except: random() < 0.05 ? some(places, 0.2) : [],
      uses: or(null, 1, 1_000_000_000),
      from: orNull('2026-11-16T00:00', 0.7),
      until: orNull(or('2026-12-01T00:00', '2020-01-01T00:00', '2026-03-29T01:30'), 0.7),
    };
  });
  const inches = (most: number) => ((1 + below(most)) * 25.4).toFixed(1).replace('.0', '');
  const lengths = (most: number): [string, string, string] => {
    const one = or(
      () => String(1 + below(most)),
      () => inches(Math.ceil(most / 25)),
      () => `${1 + below(most)}.5002`,
    );
    return [one(), one(), one()].sort((a, b) => Number(b) - Number(a)) as [string, string, string];
  };
  const boxes = ['small', 'tube', 'crate'].slice(0, below(4)).map((key, i) => ({
    key: or(key, `-${key}`),
    inner: lengths(200 + 300 * i),
    most: or(String(500 + below(20_000)), '453.59237', '0.000000000625'),
    own: or(String(below(900)), '0'),
  }));
  const listings = Array.from({ length: 6 }, (_, i) => ({
    id: or(`ITEM-${i}`, `item ${i}`, `item-${i - 1}`, `Ä${i}`, `I${i}`.padEnd(64, '9')),
    price: or(cents(40), '0.00', '99999.99'),
    grams: orNull(or(String(below(2000) / pick([1, 2, 4])), '0', '0.000000000625'), 0.1),
    ...(random() < 0.8 ? { size: lengths(400) } : {}),
    tags: [
      ...(sets.length > 1 ? [pick(['usual-not', ...sets.flatMap((set) => set.tags), 'of-none'])] : []),
      ...some(['goods-a', 'goods-b', 'no-air'], 0.3),
    ],
    handling: random() < 0.25 ? { each: cents(3), waived: random() < 0.5 } : null,
  }));
  const shop: Shop = {
    format: 'lerrin-shop/2',
    locales,
    closed,
    speeds,
    sets,
    ...(boxes.length > 0 ? { boxes } : {}),
    zones,
    campaigns,
    listings,
  };
  return {
    shop,
    basket: () => ({
      lines: some(listings, 0.4).map(({ id }) => ({ sku: id, units: 1 + below(4) })),
      place: pick([
        'IE',
        'GB M1 1AA',
        'GB HS1 2AA',
        'GB HS2 0AA',
        'GB BT1 1AA',
        'FR 75001',
        'FR 69001',
        'ES 35001',
        'US 10001',
      ]),
      codes: some(['SAVE10', 'GUST12'], 0.4),
    }),
  };
}
