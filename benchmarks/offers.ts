import { Engine, type RuleProperties } from 'json-rules-engine';
import { demoBook } from '../demo/book.ts';
import { demoOrders } from '../demo/orders.ts';
import {
  type BookInput,
  bookFileSchema,
  type CompiledBook,
  compileBook,
  type Ready,
  readyGoods,
} from '../src/core/book/index.ts';
import { unwrap } from '../src/core/exact/index.ts';
import { parsePlace } from '../src/core/places/index.ts';
import { type Dated, seeded, usageOf } from '../src/core/plan/index.ts';
import { anybody, charges, type Question, quote } from '../src/core/quote/index.ts';
import { best } from './best.ts';
import { row } from './row.ts';

type Offer = NonNullable<BookInput['offers']>[number];
const moment = Date.parse('2026-11-24T09:10:00Z');
const rate = (count: number, ms: number) => Math.round((count / ms) * 1000).toLocaleString('en');

const demo = demoBook();
const blank = {
  number: 1,
  code: null,
  asks: [],
  zones: null,
  window: { from: null, until: null, zone: 'Europe/Dublin' },
  terms: 'Terms',
  note: '',
} satisfies Partial<Offer>;

function opened(
  offers: readonly Offer[],
  { selections = [], eitherOr = [] }: Pick<BookInput, 'selections' | 'eitherOr'> = {},
) {
  const numbered = offers.map((offer, i) => ({ ...offer, number: i + 1 }));
  const file = bookFileSchema.parse({
    ...demo,
    selections: [...demo.selections, ...selections],
    offers: numbered,
    numbered: numbered.length,
    eitherOr,
  } satisfies BookInput);
  const { goods: items, ...body } = file;
  const book = unwrap(compileBook(body));
  const { goods } = readyGoods(book, items);
  return { book, goods };
}
const asking = (
  goods: readonly Ready[],
  lines: Question['lines'],
  place: string,
  codes: readonly string[] = [],
): Question => ({
  lines,
  place: unwrap(parsePlace(place)),
  codes,
  moment,
  carrier: null,
  shopper: { ...anybody, itemOf: (sku) => goods.find((item) => item.sku === sku) },
});

/** Sixty live offers as a busy seller may have them: on kinds of goods, with codes, thresholds, places. */
function sixty(): Offer[] {
  const random = seeded(60);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const parts = ['long', 'reels', 'heavy', 'show', null];
  return Array.from({ length: 60 }, (_, i): Offer => {
    const benefits: Offer['benefit'][] = [
      { is: 'off goods', goods: pick(parts), off: { by: 'percent', percent: String(5 + Math.floor(random() * 20)) } },
      { is: 'buy and get', goods: pick(parts), buy: 2, get: 1, percent: '100' },
      { is: 'off order', off: { by: 'percent', percent: String(3 + Math.floor(random() * 12)) } },
      { is: 'off order', off: { by: 'amount', amount: String(2 + Math.floor(random() * 12)) } },
      {
        is: 'spend steps',
        test: 'after',
        steps: [
          { from: '40.00', off: '3.00' },
          { from: '90.00', off: '9.00' },
        ],
      },
      {
        is: 'delivery',
        on: { is: 'services', services: [pick(['economy', 'standard', 'two-day'])] },
        off: { by: 'free' },
      },
      { is: 'delivery', on: { is: 'cheapest' }, off: { by: 'percent', percent: '50' } },
    ];
    return {
      ...blank,
      id: `offer-${i}`,
      title: `Offer ${i}`,
      benefit: pick(benefits),
      code: random() < 0.4 ? { is: 'shared', code: `CODE${i}` } : null,
      asks:
        random() < 0.7
          ? [
              {
                over: 'value',
                value: String(20 + Math.floor(random() * 300)),
                test: pick(['before', 'after'] as const),
                goods: pick(parts),
              },
            ]
          : [],
      zones: random() < 0.5 ? [pick(['ie', 'gb', 'euro', 'us48'])] : null,
    };
  });
}

/** Either/or groups over so many offers: as many as said, of five each, and of all delivery offers one. */
function groupsOf(offers: readonly Offer[], count: number, seed: number): NonNullable<BookInput['eitherOr']> {
  const random = seeded(seed);
  const ids = offers.map((_, i) => `offer-${i}`);
  const some = Array.from({ length: count }, (_, i) => ({
    id: `group-${i}`,
    name: `Group ${i}`,
    offers: [...new Set(Array.from({ length: 5 }, () => ids[Math.floor(random() * ids.length)] as string))],
  }));
  const deliveries = offers.flatMap((offer, i) => (offer.benefit.is === 'delivery' ? [`offer-${i}`] : []));
  return [...some, { id: 'delivery', name: 'One delivery offer', offers: deliveries }];
}

/**
 * Shapes of books whose offers may all act together on one basket, by name: the benefit, and what is asked, of each in
 * turn.
 */
const shapes: Readonly<Record<string, (random: () => number, i: number) => Partial<Offer> & Pick<Offer, 'benefit'>>> = {
  'shares of goods, of the order, of delivery': (random, i) => ({ benefit: benefitOf(random, i) }),
  'the same, each from a value after discounts': (random, i) => ({
    benefit: benefitOf(random, i),
    asks: [{ over: 'value', value: String(40 + Math.floor(random() * 500)), test: 'after' }],
  }),
  'amounts off overlapping goods, each at most so much': (random, i) => ({
    benefit: {
      is: 'off goods',
      goods: `part-${i % 6}`,
      off: { by: 'amount', amount: (0.2 + random() * 2).toFixed(2) },
    },
    limits: { most: { amount: String(3 + Math.floor(random() * 20)) } },
  }),
  'three for two beside shares, and steps of spend': (random, i) => ({
    benefit:
      i % 3 === 0
        ? { is: 'buy and get', goods: `part-${i % 6}`, buy: 2, get: 1, percent: '100' }
        : i % 3 === 1
          ? {
              is: 'off goods',
              goods: `part-${(i + 3) % 6}`,
              off: { by: 'percent', percent: String(2 + Math.floor(random() * 18)) },
            }
          : {
              is: 'spend steps',
              test: 'after',
              steps: [{ from: String(50 + Math.floor(random() * 400)), off: String(2 + Math.floor(random() * 12)) }],
            },
  }),
};
function benefitOf(random: () => number, i: number): Offer['benefit'] {
  const percent = String(2 + Math.floor(random() * 18));
  if (i % 4 < 2) return { is: 'off goods', goods: `part-${Math.floor(random() * 6)}`, off: { by: 'percent', percent } };
  if (i % 4 === 2)
    return {
      is: 'off order',
      off:
        random() < 0.5 ? { by: 'percent', percent } : { by: 'amount', amount: String(3 + Math.floor(random() * 20)) },
    };
  return {
    is: 'delivery',
    on: { is: 'services', services: ['economy', 'standard', 'two-day'] },
    off: { by: 'percent', percent: String(10 + Math.floor(random() * 60)) },
  };
}
const parts = Array.from({ length: 6 }, (_, i) => ({
  id: `part-${i}`,
  name: `Part ${i}`,
  takes: { is: 'price' as const, from: String(4 + i * 6), to: String(40 + i * 25) },
  except: [],
}));

/** A book of one shape and size, by its seed, and a basket of 20 lines in it. */
function hardQuestion(
  name: string,
  count: number,
  seed: number,
): { readonly book: CompiledBook; readonly question: Question } {
  const shape = shapes[name];
  if (!shape) throw new Error(`No shape ${name}`);
  const random = seeded(seed * 1000 + count);
  const offers = Array.from(
    { length: count },
    (_, i): Offer => ({ ...blank, id: `offer-${i}`, title: `Offer ${i}`, ...shape(random, i) }),
  );
  const { book, goods } = opened(offers, { selections: parts });
  const items = goods
    .filter((item) => item.template === book.templates[0] && item.kind !== 'freight')
    .filter((_, i) => i % 9 === seed % 9);
  const lines = items.slice(0, 20).map((item, i) => ({ item, units: 1 + (i % 3) }));
  return { book, question: asking(goods, lines, 'GB M1 1AA') };
}

/**
 * Books of one shape and size: the median and the worst time of a basket of 20 lines, and how many choices are not
 * proved the best.
 */
function benchTogether(name: string, count: number): void {
  const times: number[] = [];
  let [unproved, choices] = [0, 0];
  for (let seed = 1; seed <= 20; seed += 1) {
    const { book, question } = hardQuestion(name, count, seed);
    const answers = new Float64Array(2 * book.services.length);
    times.push(best(2, () => charges(book, question, answers)));
    for (const choice of quote(book, question).choices) {
      choices += 1;
      if (choice.notProved !== null) unproved += 1;
    }
  }
  times.sort((a, b) => a - b);
  row(
    `${count} that may all act: ${name}`,
    `median ${(times[10] ?? 0).toFixed(1)} ms, worst ${(times.at(-1) ?? 0).toFixed(1)} ms; ${unproved} of ${choices} choices not proved`,
  );
}

export async function benchOffers(): Promise<void> {
  console.log('\nOffers');
  const busy = sixty();
  const live = opened(busy, { eitherOr: groupsOf(busy, 12, 3) });
  const random = seeded(2);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const places = ['IE', 'GB M1 1AA', 'GB BT1 1AA', 'FR 69001', 'DE', 'US 10001', 'JP', 'NZ'];
  const parcels = live.goods.filter((item) => item.kind !== 'freight');
  const questions = Array.from({ length: 3000 }, () => {
    const items = new Set(Array.from({ length: 40 }, () => pick(parcels)));
    return asking(
      live.goods,
      [...items].slice(0, 20).map((item) => ({ item, units: 1 + Math.floor(random() * 3) })),
      pick(places),
      random() < 0.3 ? [`CODE${Math.floor(random() * 60)}`] : [],
    );
  });
  const out = new Float64Array(2 * live.book.services.length);
  const ms = best(5, () => {
    for (const question of questions) charges(live.book, question, out);
  });
  row('60 live offers, baskets of 20 lines, intended answers', `${rate(questions.length, ms)} a second`);
  const used = questions
    .slice(0, 500)
    .map((question) => new Set(quote(live.book, question).choices.flatMap((choice) => choice.used)).size);
  row('offers used among their choices, on average', (used.reduce((a, b) => a + b, 0) / used.length).toFixed(1));

  for (const name of Object.keys(shapes)) for (const count of [20, 30, 40]) benchTogether(name, count);

  const plain = opened(demo.offers as Offer[], { eitherOr: demo.eitherOr });
  const bySku = new Map(plain.goods.map((item) => [item.sku, item]));
  const orders = demoOrders(demo.goods, 100_000).flatMap((order): Dated[] => {
    const lines = order.lines.flatMap(({ sku, units }) => {
      const item = bySku.get(sku);
      return item ? [{ item, units }] : [];
    });
    return [
      {
        question: asking(plain.goods, lines, order.place),
        service: order.service,
        at: Date.parse(order.at),
        channel: order.channel,
      },
    ];
  });
  const free = opened(
    [
      {
        ...blank,
        id: 'free',
        title: 'Free',
        benefit: { is: 'delivery', on: { is: 'services', services: ['standard', 'economy'] }, off: { by: 'free' } },
        asks: [{ over: 'value', value: '75.00', test: 'after' }],
      },
      ...(demo.offers as Offer[]),
    ],
    { eitherOr: demo.eitherOr },
  );
  const [offer] = free.book.offers;
  const freed = orders.map((one) => ({
    ...one,
    question: {
      ...one.question,
      lines: one.question.lines.map((line) => ({
        ...line,
        item: free.goods.find((item) => item.sku === line.item.sku) ?? line.item,
      })),
    },
  })) as Dated[];
  if (offer) {
    const year = best(2, () => usageOf(free.book, offer, freed));
    row('a year of 100,000 orders answered with an offer and without', `${(year / 1000).toFixed(2)} s on one core`);
  }
  await besideRules();
}

/**
 * A general rules engine told which offers a basket meets: a code, a least value, a least count, a country; checked
 * equal.
 */
async function besideRules(): Promise<void> {
  const random = seeded(5);
  const offers = Array.from(
    { length: 30 },
    (_, i): Offer => ({
      ...blank,
      id: `offer-${i}`,
      title: `Offer ${i}`,
      benefit: { is: 'off order', off: { by: 'percent', percent: String(1 + i / 10) } },
      code: random() < 0.5 ? { is: 'shared', code: `CODE${i % 6}` } : null,
      asks: [
        random() < 0.5
          ? { over: 'value', value: (10 + Math.floor(random() * 200)).toFixed(2), test: 'before' }
          : { over: 'units', units: 1 + Math.floor(random() * 9) },
      ],
      zones: random() < 0.5 ? ['ie'] : ['euro'],
    }),
  );
  const { book, goods } = opened(offers);
  const engine = new Engine();
  for (const one of offers) {
    const [ask] = one.asks ?? [];
    const all: { fact: string; operator: string; value: unknown }[] = [
      { fact: 'zone', operator: 'equal', value: one.zones?.[0] },
      ask?.over === 'units'
        ? { fact: 'units', operator: 'greaterThanInclusive', value: ask.units }
        : {
            fact: 'cents',
            operator: 'greaterThanInclusive',
            value: Math.round(Number(ask?.over === 'value' ? ask.value : 0) * 100),
          },
    ];
    if (one.code?.is === 'shared') all.push({ fact: 'codes', operator: 'contains', value: one.code.code });
    engine.addRule({ conditions: { all }, event: { type: one.id } } as RuleProperties);
  }
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const cheap = goods.filter((item) => item.template === book.templates[0] && item.price < 4000);
  const questions = Array.from({ length: 1000 }, () => {
    const [place, zone] = pick([
      ['IE', 'ie'],
      ['FR 69001', 'euro'],
      ['GB M1 1AA', 'gb'],
    ] as const);
    const lines = [...new Set([pick(cheap), pick(cheap)])].map((item) => ({
      item,
      units: 1 + Math.floor(random() * 4),
    }));
    const codes = random() < 0.6 ? [`CODE${Math.floor(random() * 6)}`] : [];
    const facts = {
      zone,
      codes,
      units: lines.reduce((sum, line) => sum + line.units, 0),
      cents: lines.reduce((sum, line) => sum + line.item.price * line.units, 0),
    };
    return { question: asking(goods, lines, place, codes), facts };
  });
  const out = new Float64Array(2 * book.services.length);
  const ours = best(5, () => {
    for (const { question } of questions) charges(book, question, out);
  });
  const began = performance.now();
  const theirs: string[][] = [];
  for (const { facts } of questions) theirs.push((await engine.run(facts)).events.map((event) => event.type).sort());
  const rules = performance.now() - began;
  const differ = questions.filter(({ question }, i) => {
    // By a service without a threshold after discounts: beside one, an offer that is met may better stay unused.
    const answer = quote(book, question);
    const choice = [...answer.choices, ...answer.hidden.map((one) => one.choice)].find(
      (one) => one.service === (answer.zone === 'ie' ? 'two-day' : 'economy'),
    );
    return [...(choice?.used ?? [])].sort().join() !== theirs[i]?.join();
  }).length;
  row('30 offers, which are met: the core, with the best set and delivery', `${rate(questions.length, ours)} a second`);
  row(
    '30 offers, which are met: a general rules engine, conditions alone',
    `${rate(questions.length, rules)} a second`,
  );
  row('baskets on which the two differ', String(differ));
  if (differ > 0) process.exitCode = 1;
}
