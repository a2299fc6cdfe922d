import { expect, test } from 'vitest';
import { dialectOf, filesOf, listedAt } from '../../src/core/channels/index.ts';
import { amountText, type Currency } from '../../src/core/exact/index.ts';
import { soldIn } from '../../src/core/quote/index.ts';
import { harrowmere } from '../../src/standins/harrowmere/index.ts';
import { checkoutOf } from '../books/checkout.ts';
import { opened } from '../books/opened.ts';
import { flat, item, offerOf, shopOf } from '../books/shop.ts';
import { seedFrom, times } from '../trials.ts';
import { saidWorldOf, tellableWorldOf } from './books.ts';
import { sentFiles, withSingles } from './singles.ts';

const euro = 'EUR' as Currency;
const dialect = dialectOf('harrowmere');
const hour = 3_600_000;
const at = Date.parse('2026-11-24T09:10:00Z');
/** What has to turn up in the files of random books, and in what their baskets are charged. */
const clauses = [
  'several plans',
  'a plan with grams',
  'a plan without grams',
  'further parcels',
  'a cut by postcodes that begin alike',
  'a cut by one postcode',
  'a listing without a mass',
  'several labels',
  'a listing without a label',
  'a delivery offer with a spend',
  'a delivery offer without a spend',
  'a delivery offer with a code',
  'a goods offer: percent',
  'a goods offer: n for m',
  'a goods offer with a code',
  'an offer with a batch',
  'a window',
  'a discount',
  'a part freed',
  'two choices',
  'not sold there',
];

test(
  'a book with all its clauses is taken, and charged there as the core believes',
  () => {
    const reached = new Set<string>();
    const from = seedFrom(91_000);
    for (let seed = from; seed < from + times(140); seed += 1) {
      const world = (seed % 2 === 0 ? saidWorldOf : tellableWorldOf)(seed);
      const { book, goods, ask } = opened(world.book, 'home');
      const { rules } = dialect.render(book, goods);
      const files = filesOf(rules);
      const outcome = harrowmere.submit(harrowmere.empty, sentFiles(dialect, rules), at - 60 * hour);
      if ('refused' in outcome) throw new Error(`book ${seed}: ${JSON.stringify(outcome.refused.slice(0, 3))}`);
      const text = files[0]?.text ?? '';
      for (const clause of inFile(text)) reached.add(clause);
      const back = dialect.read(harrowmere.live(outcome.state, at).files);
      expect(back.ok && filesOf(back.value), `book ${seed}`).toEqual(files);
      const listed = new Set(listedAt(book, dialect.id, goods).map((one) => one.sku));
      for (let i = 0; i < 12; i += 1) {
        const { lines, place, codes, moment } = world.basket();
        const question = withSingles(ask({ lines, place, codes, moment: moment ? Date.parse(moment) : at }));
        const believed = rules.charges(soldIn(question), question.moment);
        const charged = harrowmere
          .checkout(
            outcome.state,
            question.moment,
          )(checkoutOf(question))
          .choices.map(({ speed, charge, discount }) => ({ speed, charge, discount }));
        expect(
          believed.map(({ speed, charge, discount }) => ({
            speed,
            charge: amountText(charge, euro),
            discount: amountText(discount, euro),
          })),
          `book ${seed}: ${JSON.stringify({ lines, place, codes, moment })}`,
        ).toEqual(charged);
        if (charged.length > 1) reached.add('two choices');
        if (charged.some(({ discount }) => discount !== '0.00')) reached.add('a discount');
        if (believed.some(({ charge, steps }) => charge > 0 && steps.some(({ step }) => step === 'offer')))
          reached.add('a part freed');
        if (lines.some(({ sku }) => !listed.has(sku))) {
          reached.add('not sold there');
          expect(charged).toEqual([]);
        }
      }
    }
    expect(clauses.filter((one) => !reached.has(one))).toEqual([]);
  },
  times(240_000),
);

test('goods with rates of their own are a plan each while all fit, and one a rate beyond', () => {
  const shopWith = (count: number) =>
    shopOf(
      { post: flat('4.00') },
      Array.from({ length: count }, (_, i) =>
        item(
          `ITEM-${i}`,
          i < 5 ? {} : { ownRate: { rate: { is: 'flat', amount: i % 2 ? '3.00' : '5.00' }, waived: true } },
        ),
      ),
      { channels: { harrowmere: { speeds: { post: 'STANDARD' } } } },
    ).open();
  const plansOf = (count: number) => {
    const { book, goods } = shopWith(count);
    const rendition = dialect.render(book, goods);
    const text = filesOf(rendition.rules)[0]?.text ?? '';
    expect('state' in harrowmere.submit(harrowmere.empty, filesOf(rendition.rules), at)).toBe(true);
    const mixing = rendition.notes.find(({ clause }) => clause.about === 'mixing');
    return { plans: text.match(/^PLAN/gm)?.length, mixing: mixing?.fidelity.is };
  };
  expect(plansOf(204)).toEqual({ plans: 200, mixing: 'exact' });
  expect(plansOf(205)).toEqual({ plans: 3, mixing: 'bounded' });
});

test('what is cut out of a region of several countries is charged alike by both, and as the book means', () => {
  const rate = (amount: string) => ({ post: flat(amount) });
  const { book, goods, ask } = shopOf(rate('4.00'), [item('A')], {
    zones: [
      { id: 'isles', name: 'Isles', takes: ['ES-GC'], leaves: [] },
      { id: 'town', name: 'Town', takes: ['FR 75*'], leaves: ['FR 75001'] },
      { id: 'rest', name: 'Rest', takes: ['world'], leaves: [] },
    ],
    templates: [
      {
        id: 'main',
        name: 'Main',
        origin: 'Here',
        zones: ['isles', 'town', 'rest'],
        lanes: { isles: rate('20.00'), town: rate('7.00'), rest: rate('9.00') },
      },
    ],
    channels: { harrowmere: { speeds: { post: 'STANDARD' } } },
  }).open();
  const { rules } = dialect.render(book, goods);
  const outcome = harrowmere.submit(harrowmere.empty, filesOf(rules), at);
  if ('refused' in outcome) throw new Error(JSON.stringify(outcome.refused));
  expect(filesOf(rules)[0]?.text).toContain('FR 75001');
  for (const [place, charge] of [
    ['ES 35001', '20.00'],
    ['ES-GC', '20.00'],
    ['ES 28001', '9.00'],
    ['FR 75002', '7.00'],
    ['FR 75001', '9.00'],
    ['FR 35000', '9.00'],
    ['DE 75001', '9.00'],
  ] as const) {
    const question = withSingles(ask({ lines: [{ sku: 'A', units: 1 }], place, codes: [], moment: at }));
    const [believed] = rules.charges(soldIn(question), at);
    const [charged] = harrowmere.checkout(outcome.state, at)(checkoutOf(question)).choices;
    expect([amountText(believed?.charge as never, euro), charged?.charge], place).toEqual([charge, charge]);
  }
});

test('what goes up evenly without end is told exactly, of goods of many masses and of one', () => {
  const lane: Parameters<typeof shopOf>[0][string] = {
    rate: {
      is: 'table',
      unit: 'g',
      breaks: [
        { to: '825', amount: '27.91' },
        { to: null, amount: '27.91', step: '0.80', per: '825' },
      ],
    },
    freeFrom: null,
  };
  const weighing = (sku: string, grams: string) => item(sku, { mass: { value: grams, unit: 'g' } });
  const told = (grams: readonly string[]) => {
    const goods = grams.map((one, i) => weighing(`LK-${i}`, one));
    const made = shopOf({ post: lane }, goods, { channels: { harrowmere: { speeds: { post: 'STANDARD' } } } }).open();
    const { rules, notes } = dialect.render(made.book, made.goods);
    expect(filesOf(rules)[0]?.text).toContain('RATE\tMAIN\tIRELAND\tSTANDARD\t27.91\t0.80\n');
    expect(notes.find(({ clause }) => clause.about === 'rate')?.fidelity.is).toBe('exact');
    return /^PLAN.*$/m.exec(filesOf(rules)[0]?.text ?? '')?.[0];
  };
  expect(told(['90', '225', '780', '1301'])).toBe('PLAN\tMAIN\tMain\t825');
  // Of orders of 90, 180, 270 … grams a rounder parcel says the same.
  expect(told(['90'])).toBe('PLAN\tMAIN\tMain\t850');
});

test('what is free without a code comes before what asks for one, so that none is spent for nothing', () => {
  const benefit: Parameters<typeof offerOf>[2]['benefit'] = {
    is: 'delivery',
    on: { is: 'services', services: ['post'] },
    off: { by: 'free' },
  };
  const { book, goods } = shopOf({ post: flat('4.00', { value: '50', test: 'before' }) }, [item('A')], {
    channels: { harrowmere: { speeds: { post: 'STANDARD' } } },
    offers: [offerOf('card', 1, { benefit, code: { is: 'shared', code: 'CARD' } }), offerOf('week', 2, { benefit })],
  }).open();
  const text = filesOf(dialect.render(book, goods).rules)[0]?.text ?? '';
  expect(text.match(/(?<=^DELIVERY\t)[^\t]+/gm)).toEqual(['FREE-STANDARD-50-00', 'WEEK', 'CARD']);
  // The channel's own words, which stand in its file.
  expect(text).toContain('\tFree standard from 50.00\tStandard to Ireland is free from 50.00.\t');
});

/** The clauses that a file has. */
function inFile(text: string): string[] {
  const rows = text.split('\n').map((row) => row.split('\t'));
  const of = (kind: string) => rows.filter(([one]) => one === kind);
  const [plans, cuts, rates, listings, delivery, goods] = [
    of('PLAN'),
    of('CUT'),
    of('RATE'),
    of('LISTING'),
    of('DELIVERY'),
    of('GOODS'),
  ];
  const labels = new Set(listings.flatMap((row) => row[5]?.split(' ').filter(Boolean) ?? []));
  const found: [string, boolean][] = [
    ['several plans', plans.length > 1],
    ['a plan with grams', plans.some((row) => row[3] !== '')],
    ['a plan without grams', plans.some((row) => row[3] === '')],
    ['further parcels', rates.some((row) => row[5] !== '0.00')],
    ['a cut by postcodes that begin alike', cuts.some((row) => row[3]?.includes('*'))],
    ['a cut by one postcode', cuts.some((row) => row[3]?.split(',').some((one) => !one.endsWith('*')))],
    ['a listing without a mass', listings.some((row) => row[3] === '')],
    ['several labels', labels.size > 1],
    ['a listing without a label', listings.some((row) => row[5] === '')],
    ['a delivery offer with a spend', delivery.some((row) => row[5] !== '')],
    ['a delivery offer without a spend', delivery.some((row) => row[5] === '')],
    ['a delivery offer with a code', delivery.some((row) => row[8] !== '')],
    ['a goods offer: percent', goods.some((row) => row[5]?.startsWith('OFF'))],
    ['a goods offer: n for m', goods.some((row) => row[5]?.includes('FOR'))],
    ['a goods offer with a code', goods.some((row) => row[6] !== '')],
    ['an offer with a batch', [...delivery, ...goods].some((row) => row.includes('FILE cards'))],
    ['a window', [...delivery, ...goods].some((row) => row.at(-1) !== '' || row.at(-2) !== '')],
  ];
  return found.flatMap(([clause, is]) => (is ? [clause] : []));
}
