import type { z } from 'zod';
import { type Item, itemSchema } from '../src/core/goods/index.ts';
import { seeded } from '../src/core/plan/index.ts';

type Written = z.input<typeof itemSchema>;

/** What has become of the goods in the records of others: a heavier tail, a dearer kite, a tail that nobody lists any
 * more, a reel listed twice; parcels measured longer and heavier than the book has them.
 */
export const demoDrift = {
  harrowmere: [
    { listing: 'LK-TAIL-12-MOS', price: '17.30', grams: '520' },
    { listing: 'LK-DEL-20-MOS', price: '54.90', grams: '670' },
    { listing: 'LK-TAIL-08-FOA', gone: true },
    { listing: 'LK-REEL-20-30', price: '10.90', grams: '225' },
  ],
  ternline: [
    { goods: 'LK-SPAR-8-165-6', grams: 505, sides: [1720, 90, 90] },
    { goods: 'LK-BOX-20-MOS', grams: 1480, sides: [700, 120, 80] },
    { goods: 'LK-STU-15-BRI', grams: 865, sides: [1150, 130, 90] },
  ],
} as const;

/** The demo seller's goods: kites, tails, line reels, spar tubes, lit kites, ribbons. All invented. */
export const demoGoods = (): Item[] => written().map((item) => itemSchema.parse(item));

function written(): Written[] {
  const random = seeded(20261124);
  const between = (low: number, high: number) => low + random() * (high - low);
  const cents = (value: number) => `${(Math.round(value * 10) / 10).toFixed(1)}0`;
  const grams = (value: number) => String(Math.round(value / 5) * 5);
  const colours = ['moss', 'brick', 'slate', 'ochre', 'foam', 'heather', 'rust', 'chalk'];
  /** What it costs the seller: between two fifths and half of the price. */
  const cost = (price: string) =>
    (Math.round(Number(price) * (40 + (Number(price.replace('.', '')) % 11))) / 100).toFixed(2);
  const items: Written[] = [];
  const add = (
    sku: string,
    name: string,
    price: string,
    mass: string,
    sides: [number, number, number],
    tags: string[],
    kind: string,
  ) =>
    items.push({
      sku,
      name,
      price,
      cost: cost(price),
      mass: { value: mass, unit: 'g' },
      size: { length: String(sides[0]), width: String(sides[1]), height: String(sides[2]), unit: 'cm' },
      tags,
      kind,
      template: null,
    });

  for (const [code, name, base, mass, length] of [
    ['DEL', 'Delta kite', 34, 420, 95],
    ['DIA', 'Diamond kite', 26, 360, 80],
    ['BOX', 'Box kite', 58, 780, 70],
    ['SLD', 'Sled kite', 22, 210, 40],
    ['STU', 'Stunt kite', 74, 640, 110],
    ['FOI', 'Foil kite', 96, 820, 45],
  ] as const) {
    for (const size of ['1 m', '1.5 m', '2 m']) {
      for (const colour of colours.slice(0, 5)) {
        const scale = Number.parseFloat(size);
        add(
          `LK-${code}-${size.replace(/\D/g, '').padEnd(2, '0')}-${colour.slice(0, 3).toUpperCase()}`,
          `${name} ${size}, ${colour}`,
          cents(base * (0.7 + 0.4 * scale)),
          grams(mass * (0.6 + 0.5 * scale)),
          [length, 12, 8],
          ['kites', name.split(' ')[0]?.toLowerCase() ?? '', colour],
          'parcel',
        );
      }
    }
  }
  for (const length of [3, 5, 8, 12])
    for (const colour of colours)
      add(
        `LK-TAIL-${String(length).padStart(2, '0')}-${colour.slice(0, 3).toUpperCase()}`,
        `Ribbon tail ${length} m, ${colour}`,
        cents(between(6, 9) + length * 0.8),
        grams(60 + length * 22),
        [24, 18, 3],
        ['tails', colour],
        'parcel',
      );
  for (const [pull, mass] of [
    [20, 180],
    [40, 260],
    [60, 340],
    [90, 520],
    [120, 640],
    [180, 860],
  ] as const) {
    for (const length of [30, 50, 80, 120])
      add(
        `LK-REEL-${pull}-${length}`,
        `Line reel ${pull} kg, ${length} m`,
        cents(between(7, 9) + pull * 0.06 + length * 0.05),
        grams(mass + length * 1.5),
        [22, 16, 9],
        ['reels', 'lines'],
        'parcel',
      );
  }
  for (const thick of [4, 5, 6, 8, 10])
    for (const length of [120, 140, 160, 165])
      for (const count of [2, 6])
        add(
          `LK-SPAR-${thick}-${length}-${count}`,
          `Spar tube ${thick} mm, ${length} cm, ${count}`,
          cents(count * (2.2 + thick * 0.5) + length * 0.03),
          grams(count * thick * length * 0.045 + 120),
          [length + 5, 7, 7],
          ['spars', 'long'],
          'tube',
        );
  for (const shape of ['Delta', 'Diamond', 'Sled', 'Stunt', 'Foil'])
    for (const colour of colours.slice(0, 4))
      add(
        `LK-LIT-${shape.slice(0, 3).toUpperCase()}-${colour.slice(0, 3).toUpperCase()}`,
        `${shape} kite with lights, ${colour}`,
        cents(between(58, 92)),
        grams(between(620, 990)),
        [90, 14, 10],
        ['kites', 'lit'],
        'battery',
      );
  for (const width of [15, 25, 40])
    for (const colour of colours.slice(0, 6))
      add(
        `LK-RIB-${width}-${colour.slice(0, 3).toUpperCase()}`,
        `Gift ribbon ${width} mm, ${colour}`,
        cents(between(2.5, 5.5)),
        grams(between(25, 70)),
        [10, 8, 4],
        ['ribbons', 'gifts', colour],
        'parcel',
      );
  for (const part of [
    'Swivel clips, 10',
    'End caps, 20',
    'Ferrules, 8',
    'Bridle rings, 12',
    'Repair tape',
    'Ground stake',
    'Handles, pair',
    'Carry bag 1 m',
    'Carry bag 1.6 m',
    'Wind gauge',
    'Glove, pair',
    'Winder',
  ]) {
    add(
      `LK-PART-${part
        .replace(/[^A-Za-z]/g, '')
        .slice(0, 8)
        .toUpperCase()}${/1\.6/.test(part) ? '16' : ''}`,
      part,
      cents(between(3, 19)),
      grams(between(30, 380)),
      [16, 10, 4],
      ['parts'],
      'parcel',
    );
  }
  for (const [code, metres, price, mass] of [
    ['A', 4, '268.00', '7400'],
    ['B', 5, '336.00', '9600'],
    ['C', 6, '412.00', '11800'],
  ] as const)
    add(`LK-SHOW-${metres}-${code}`, `Show kite ${metres} m`, price, mass, [185, 32, 28], ['kites', 'show'], 'freight');
  const change = (sku: string, fields: Partial<Written>) => {
    const at = items.findIndex((item) => item.sku === sku);
    const item = items[at];
    if (item) items[at] = { ...item, ...fields };
  };
  for (const { sku, kind } of [...items]) if (kind === 'battery') change(sku, { hazards: ['lithium'] });
  // A second stock place for the ribbons; a bag that takes after the smaller one; single exceptions.
  for (const { sku, tags } of [...items]) if (tags.includes('gifts')) change(sku, { origin: 'Westport' });
  // Ribbons are not advertised; Harrowmere has its own numbers of the reels.
  for (const { sku, tags } of [...items]) if (tags.includes('ribbons')) change(sku, { notListed: ['findlark'] });
  items
    .filter(({ tags }) => tags?.includes('reels'))
    .forEach(({ sku }, i) => {
      change(sku, { listedAs: [{ channel: 'harrowmere', listing: `HM-${7310 + i}` }] });
    });
  change('LK-PART-CARRYBAG16', { parent: 'LK-PART-CARRYBAG', kind: null, tags: [] });
  change('LK-PART-REPAIRTA', { ownRate: { rate: { is: 'free' }, waived: false } });
  change('LK-PART-WINDGAUG', { fee: { each: '0.85', waived: false } });
  for (const sku of ['LK-SHOW-4-A', 'LK-SHOW-5-B', 'LK-SHOW-6-C'])
    change(sku, { fee: { each: '6.00', waived: false } });
  return items;
}
