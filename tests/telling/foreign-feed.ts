import { seeded } from '../trials.ts';

/** The files of feeds and baskets to ask them, as a stranger would write them who has the page alone and no book. */
export function foreignFeed(seed: number) {
  const random = seeded(seed * 41 + 3);
  const below = (count: number) => Math.floor(random() * count);
  const some = <T>(list: readonly T[], chance: number): T[] => list.filter(() => random() < chance);
  const pick = <T>(list: readonly T[]): T => list[below(list.length)] as T;
  const cents = (most: number) => (1 + below(most * 100)) / 100;
  const money = (most: number) => cents(most).toFixed(2);
  const oneOf = <T>(list: readonly T[], chance: number): T[] => {
    const found = some(list, chance);
    return found.length > 0 ? found : [pick(list)];
  };

  const speeds = ['economy', 'standard', 'swift'];
  const within: Readonly<Record<string, readonly string[]>> = {
    GB: ['', 'part="GB-NIR"', 'postcode="HS"', 'postcode="HS1"', 'postcode="PA4"', 'postcode="BT"', 'postcode="M"'],
    US: ['', 'part="US-AK"', 'part="US-HI"', 'postcode="967"', 'postcode="1"', 'postcode="10001"'],
    ES: ['', 'part="ES-GC"', 'part="ES-PM"', 'postcode="35"', 'postcode="350"', 'postcode="28"'],
    IE: ['', 'postcode="H91"'],
  };
  const goods = Array.from({ length: 5 }, (_, i) => ({
    id: `item_${i}.-`,
    price: cents(60),
    grams: random() < 0.8 ? String(1 + below(2000)) : null,
  }));
  const times = [
    ...['from="2026-11-16T00:00+00:00"', 'until="2026-12-01T00:00+01:00"', 'until="2026-11-20T00:00+00:00"'],
    'from="2026-11-20T00:00+00:00" until="2026-11-16T00:00+00:00"',
  ];
  const when = () => (random() < 0.7 ? '' : pick(times));

  const feed = (name: string) => {
    const countries = random() < 0.4 ? 'all' : oneOf(Object.keys(within), 0.5).join(' ');
    const named = countries === 'all' ? Object.keys(within) : countries.split(' ');
    const deliveries = Array.from({ length: 1 + below(3) }, (_, i) => {
      const entries = named.flatMap((country) =>
        (within[country] ?? []).flatMap((place) =>
          some(speeds, place === '' ? 0.8 : 0.3).map((speed) => {
            const price = random() < 0.1 ? '0.00' : money(15);
            const days = random() < 0.5 ? '' : pick(['days="2 4"', 'days="2 4"', 'days="5 120"']);
            return `<entry country="${country}" ${place} speed="${speed}" price="${price}" ${days}/>`;
          }),
        ),
      );
      return `<delivery id="D${i}">${entries.join('')}</delivery>`;
    });
    const listed = oneOf(goods, 0.85);
    const labels = ['kites', 'tails', 'a-1'];
    const items = listed.map(({ id, price, grams }) => {
      const on = some(labels, 0.4);
      const sale =
        random() < 0.3 && price > 0.01 ? `<sale price="${(Math.floor(price * 80) / 100).toFixed(2)}" ${when()}/>` : '';
      const attributes = [
        `id="${id}" title="${id} &amp; more" price="${price.toFixed(2)}" delivery="D${below(deliveries.length)}"`,
        grams === null ? '' : `grams="${grams}"`,
        on.length === 0 ? '' : `labels="${on.join(' ')}"`,
      ];
      return `<item ${attributes.join(' ')}>${sale}</item>`;
    });
    const promotions = Array.from({ length: below(6) }, (_, i) => {
      const units = 2 + below(3);
      const does = pick([
        `kind="percent" percent="${pick(['5', '33.333', '100', '0.001', '12.5'])}"`,
        `kind="amount" amount="${money(20)}"`,
        `kind="n for m" units="${units}" paid="${1 + below(units - 1)}"`,
        `kind="gift" gift="${pick(listed).id}" count="${1 + below(2)}"`,
        `kind="delivery" speeds="${oneOf(speeds, 0.4).join(' ')}"`,
        `kind="delivery" speeds="${oneOf(speeds, 0.4).join(' ')}"`,
      ]);
      const attributes = [
        `id="promo.${i}" title="Promotion &lt;${i}>" ${does}`,
        pick([
          '',
          '',
          `label="${pick(labels)}"`,
          `listings="${oneOf(listed, 0.4)
            .map(({ id }) => id)
            .join(' ')}"`,
        ]),
        random() < 0.6 ? '' : `least-value="${money(120)}"`,
        random() < 0.8 ? '' : `least-units="${1 + below(5)}"`,
        `countries="${oneOf(named, 0.7).join(' ')}" shown="${oneOf(['list', 'item', 'basket'], 0.5).join(' ')}"`,
        when(),
      ];
      return `<promotion ${attributes.join(' ')}/>`;
    });
    const head = `xmlns="urn:findlark:feed:2" name="${name}" countries="${countries}" language="en" currency="EUR"`;
    return {
      name: `${name}.xml`,
      text: [`<feed ${head}>`, '<!-- by hand -->', ...deliveries, ...items, ...promotions, '</feed>\n'].join('\n'),
    };
  };
  return {
    files: some(['main', 'kites', 'a', 'zz-9'], 0.5).concat('other').map(feed),
    basket: () => ({
      lines: some(goods, 0.4).map(({ id, price, grams }) => ({
        id,
        price: price.toFixed(2),
        grams,
        units: 1 + below(4),
      })),
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
