import { seeded } from '../trials.ts';

/** A marketplace's file and baskets to ask it, as a stranger would write them who has its page alone and no book. */
export function foreignMarket(seed: number) {
  const random = seeded(seed * 37 + 11);
  const below = (count: number) => Math.floor(random() * count);
  const some = <T>(list: readonly T[], chance: number): T[] => list.filter(() => random() < chance);
  const pick = <T>(list: readonly T[]): T => list[below(list.length)] as T;
  const cents = (most: number) => (below(most * 100) / 100).toFixed(2);
  const orEmpty = (value: string, chance: number) => (random() < chance ? '' : value);
  const oneOf = <T>(list: readonly T[], chance: number): T[] => {
    const found = some(list, chance);
    return found.length > 0 ? found : [pick(list)];
  };

  const plans = ['SMALL', '-LONG', '3'].slice(0, 1 + below(3));
  const labels = ['ANY', 'TAILS', 'A-1'];
  const speeds = ['ECONOMY', 'STANDARD', 'EXPRESS'];
  const free = new Set([
    'GB HS*',
    'GB HS1 2*',
    'GB HS1 2AA',
    'GB BT*',
    'ES 35*',
    'ES 07*',
    'FR 75*',
    'FR 75001',
    'US 967*',
    'IE H91*',
  ]);
  const regions = { GB: 'BRITAIN', ES: 'EURO', FR: 'EURO', US: 'STATES', IE: 'IRELAND' } as const;
  const cuts = Array.from({ length: below(5) }, (_, i) => {
    const region = pick(['BRITAIN', 'EURO', 'STATES', 'IRELAND']);
    const entries = some([...free], 0.5).filter((one) => regions[one.slice(0, 2) as keyof typeof regions] === region);
    for (const one of entries) free.delete(one);
    return { key: `CUT-${i}`, region, entries };
  }).filter(({ entries }) => entries.length > 0);
  const places = ['IRELAND', 'BRITAIN', 'EURO', 'STATES', 'ELSEWHERE', ...cuts.map(({ key }) => key)];
  const grams = () => (1 + below(3000) / pick([1, 3, 4])).toFixed(pick([0, 0, 0, 3, 6]));
  const listings = Array.from({ length: 6 }, (_, i) => ({
    id: `item.${i}`,
    price: cents(40),
    grams: orEmpty(grams(), 0.1),
    labels: some(labels, 0.5),
  }));
  const carried = labels.filter((label) => listings.some((one) => one.labels.includes(label)));
  const window = () => [
    orEmpty(pick(['2026-11-01T00:00Z', '2026-11-01T00:00Z', '2026-11-25T00:00Z']), 0.7),
    orEmpty(pick(['2026-12-01T00:00Z', '2026-11-20T00:00Z']), 0.7),
  ];
  const code = () => orEmpty(pick(['SAVE10', 'GUST12']), 0.5);
  const offers = Array.from({ length: carried.length > 0 ? below(6) : 0 }, (_, i) => {
    const named = [`OFFER-${i}`, `Offer ${i}`, 'Terms.', pick(carried)];
    if (random() < 0.5)
      return [
        'GOODS',
        ...named,
        pick([`OFF ${pick(['5', '33.333', '100', '0.001'])}`, `${2 + below(3)} FOR 1`, '5 FOR 3', '999 FOR 1']),
        code(),
        ...window(),
      ];
    const where = random() < 0.4 ? 'ALL' : oneOf(places, 0.4).join(' ');
    return ['DELIVERY', ...named, orEmpty(cents(80), 0.4), oneOf(speeds, 0.5).join(' '), where, code(), ...window()];
  });
  const rows = [
    ['SITE', 'EUR', '2'],
    ...plans.map((key) => ['PLAN', key, `Plan ${key}`, orEmpty(grams(), 0.4)]),
    ...cuts.map(({ key, region, entries }) => ['CUT', key, region, entries.join(',')]),
    ...plans.flatMap((plan) =>
      places.flatMap((place) => some(speeds, 0.8).map((speed) => ['RATE', plan, place, speed, cents(12), cents(4)])),
    ),
    ...listings.map((one) => ['LISTING', one.id, one.price, one.grams, pick(plans), one.labels.join(' ')]),
    ...offers,
  ];
  return {
    files: [{ name: 'plans.tsv', text: `${rows.map((row) => row.join('\t')).join('\n')}\n` }],
    basket: () => ({
      lines: some(listings, 0.4).map(({ id, price, grams }) => ({
        id,
        price,
        grams: grams || null,
        units: 1 + below(5),
      })),
      place: pick([
        ...[
          'IE',
          'IE H91 A0A0',
          'GB M1 1AA',
          'GB HS1 2AA',
          'GB HS1 2AB',
          'GB HS2 0AA',
          'GB BT1 1AA',
          'GB-NIR',
          'ES 35001',
        ],
        ...[
          'ES-GC',
          'ES 07001',
          'ES 28001',
          'FR 75001',
          'FR 75002',
          'US 96701',
          'US-HI',
          'US 10001',
          'NZ',
          'JP 1000001',
        ],
      ]),
      codes: some(['SAVE10', 'GUST12'], 0.4),
    }),
  };
}
