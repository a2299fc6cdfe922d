import { seeded } from '../trials.ts';

/** A feed's files and baskets to ask it, as a stranger would write them who has its page alone and no book. */
export function foreignFeed(seed: number) {
  const random = seeded(seed * 41 + 3);
  const below = (count: number) => Math.floor(random() * count);
  const some = <T>(list: readonly T[], chance: number): T[] => list.filter(() => random() < chance);
  const pick = <T>(list: readonly T[]): T => list[below(list.length)] as T;
  const cents = (most: number) => (below(most * 100) / 100).toFixed(2);
  const oneOf = <T>(list: readonly T[], chance: number): T[] => {
    const found = some(list, chance);
    return found.length > 0 ? found : [pick(list)];
  };

  const target = pick(['all', 'GB', 'GB', 'US', 'ES']);
  const speeds = ['economy', 'standard', 'swift'];
  const within: Readonly<Record<string, readonly string[]>> = {
    GB: ['', 'part="GB-NIR"', 'postcode="HS"', 'postcode="HS1"', 'postcode="PA4"', 'postcode="BT"', 'postcode="M"'],
    US: ['', 'part="US-AK"', 'part="US-HI"', 'postcode="967"', 'postcode="1"', 'postcode="10001"'],
    ES: ['', 'part="ES-GC"', 'part="ES-PM"', 'postcode="35"', 'postcode="350"', 'postcode="28"'],
    IE: ['', 'postcode="H91"'],
  };
  const countries = target === 'all' ? Object.keys(within) : [target];
  const items = Array.from({ length: 5 }, (_, i) => ({
    id: `item_${i}.-`,
    price: cents(60),
    grams: random() < 0.8 ? String(1 + below(2000)) : null,
    entries: countries.flatMap((country) =>
      (within[country] ?? []).flatMap((place) =>
        some(speeds, place === '' ? 0.8 : 0.3).map(
          (speed) =>
            `<delivery country="${country}" ${place} speed="${speed}" price="${random() < 0.1 ? '0.00' : cents(15)}"/>`,
        ),
      ),
    ),
  }));
  const promotions = Array.from({ length: below(5) }, (_, i) => {
    const percent = random() < 0.5;
    return [
      `promo.${i}`,
      `Promotion ${i}`,
      percent ? 'percent' : 'delivery',
      percent ? pick(['5', '33.333', '100', '0.001']) : '',
      percent ? '' : oneOf(speeds, 0.4).join(' '),
      random() < 0.5 ? '' : cents(120),
      // A percentage with a code is looked for at another shop.
      percent || random() < 0.6 ? '' : pick(['SAVE10', 'GUST12']),
      oneOf(Object.keys(within), 0.5).join(' '),
      random() < 0.7 ? '' : '2026-11-16T00:00+00:00',
      random() < 0.7 ? '' : pick(['2026-12-01T00:00+01:00', '2026-11-20T00:00+00:00']),
    ];
  });
  const head = 'id title kind percent speeds least_value code countries from until'.split(' ');
  return {
    files: [
      {
        name: 'items.xml',
        text: [
          `<items xmlns="urn:findlark:items:1" target="${target}" currency="EUR">`,
          ...items.map(
            ({ id, price, grams, entries }) =>
              `<item id="${id}"><title>${id}</title><price>${price}</price>${grams ? `<grams>${grams}</grams>` : ''}${entries.join('')}</item>`,
          ),
          '</items>\n',
        ].join('\n'),
      },
      { name: 'promotions.tsv', text: `${[head, ...promotions].map((row) => row.join('\t')).join('\n')}\n` },
    ],
    basket: () => ({
      lines: some(items, 0.4).map(({ id, price, grams }) => ({ id, price, grams, units: 1 + below(4) })),
      place: pick([
        ...[
          'IE',
          'IE H91 A0A0',
          'GB M1 1AA',
          'GB',
          'GB HS1 2AA',
          'GB HS2 0AA',
          'GB PA41 7AA',
          'GB PA4 8AA',
          'GB BT1 1AA',
          'GB-NIR',
        ],
        ...['ES 35001', 'ES-GC', 'ES 07001', 'ES 28001', 'US 96701', 'US-HI', 'US 99501', 'US 10001', 'US', 'NZ'],
      ]),
      codes: some(['SAVE10', 'GUST12'], 0.4),
    }),
  };
}
