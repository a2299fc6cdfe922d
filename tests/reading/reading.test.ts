import { expect, test } from 'vitest';
import {
  type Basket,
  type BookFile,
  basketSchema,
  type CompiledBook,
  compileBook,
  type Ready,
  readBookFile,
  readyGoods,
} from '../../src/core/book/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { type Answer, questionOf, quote } from '../../src/core/quote/index.ts';
import { crowdedWorldOf, type World, worldOf } from './books.ts';
import { type Choice, reached, readAnswer } from './reading.ts';

/** The core held against a second reading of the same page, over random books in which every clause turns up. */
const seeds = { from: Number(process.env.PLEMB_SEED ?? 1), books: Number(process.env.PLEMB_RUNS ?? 1000), baskets: 20 };
const crowded = { from: Number(process.env.PLEMB_SEED ?? 1), books: Number(process.env.PLEMB_CROWDED ?? 200) };

/** Every clause that has to have taken effect in some answer. */
const clauses = [
  'amount in another currency',
  'at most so many',
  'basket that the channel stocks',
  'bound on cm',
  'bound on kg',
  'bound on l',
  'bound on units',
  'bound on value',
  'box of several sizes',
  'budget covers',
  'budget does not cover',
  'budget of a week',
  'budget split by channel',
  'carrier answers',
  'carrier in another currency',
  'carrier silent, fallback',
  'code link',
  'code shared',
  'code single use',
  'converted group',
  'dated row in force',
  'fees in the market’s currency',
  'For: goods',
  'For: places',
  'free from mass',
  'free from units',
  'freed by a threshold',
  'gift carried',
  'gift that costs',
  'handling fee',
  'hidden: all',
  'hidden: same or slower',
  'lane fees',
  'largest discount of delivery',
  'largest discount of goods',
  'line that the channel stocks',
  'mixing average',
  'mixing average, by a rule',
  'mixing highest',
  'mixing highest plus',
  'mixing highest plus, by a rule',
  'mixing lowest',
  'mixing sum',
  'one of a name',
  'own delivery: not by a service',
  'own rate',
  'price of a channel',
  'price of a market',
  'price of a market and channel',
  'rate box',
  'rate built up',
  'rate carrier quote',
  'rate flat',
  'rate free',
  'rate in the market’s currency',
  'rate of a kind',
  'rate table',
  'rounding to a step',
  'rounding to an ending',
  'several offers used',
  'table with a step',
  'tax by billing',
  'threshold of the group',
  'used: buy and get',
  'used: delivery',
  'used: fixed price',
  'used: gift',
  'used: off goods',
  'used: off order',
  'used: spend steps',
  'variant takes from its parent',
  'waived by a threshold',
  'waived by an offer',
];

interface Opened {
  readonly book: CompiledBook;
  readonly goods: ReadonlyMap<string, Ready>;
}
function opened(file: BookFile, market: string): Opened {
  const { goods, ...body } = file;
  const book = unwrap(compileBook(body, market));
  const ready = readyGoods(book, goods);
  if (ready.problems[0]) throw new Error(JSON.stringify(ready.problems[0]));
  return { book, goods: new Map(ready.goods.map((item) => [item.sku, item])) };
}

const said = (choice: Choice) =>
  [
    choice.service,
    choice.name,
    choice.days.join('-'),
    choice.discount,
    choice.delivery,
    choice.tax,
    choice.pays,
    choice.used.join(' '),
    choice.off.join(' '),
  ]
    .map(String)
    .join(' | ');

/** Holds the answer to one basket against the second reading; the answer. */
function held(
  world: World,
  open: Map<string, Opened>,
  asked: unknown,
  where: string,
): { basket: Basket; answer: Answer } {
  const basket = basketSchema.parse(asked);
  const market = basket.market ?? 'home';
  const at = open.get(market) ?? opened(world.book, market);
  open.set(market, at);
  const question = questionOf(at.book, basket, {
    ready: (sku) => at.goods.get(sku),
    now: 0,
    singles: new Map([['ONCE1', 'cards']]),
  });
  const told = `${where}: ${JSON.stringify(basket)}`;
  if (!question.ok) throw new Error(`${told} ${JSON.stringify(question.problems)}`);
  const answer = quote(at.book, question.value);
  const read = readAnswer(world.book, basket);
  const core = (choice: Answer['choices'][number]) =>
    said({
      ...choice,
      discount: BigInt(choice.discount),
      delivery: BigInt(choice.delivery),
      tax: BigInt(choice.tax),
      pays: BigInt(choice.pays),
      off: choice.off.map(BigInt),
    });
  expect(
    answer.choices.every((choice) => choice.notProved === null),
    told,
  ).toBe(true);
  expect(answer.choices.map(core), told).toEqual(read.shown.map(said));
  expect(answer.hidden.map((one) => one.choice.service).sort(), told).toEqual([...read.hidden].sort());
  expect(
    answer.missing.map((one) => one.service),
    told,
  ).toEqual(read.missing);
  return { basket, answer };
}

function sound(world: World, name: string): World {
  const read = readBookFile(world.book);
  if (!read.ok) throw new Error(`${name}: ${JSON.stringify(read.problems)}`);
  return world;
}
const soundWorld = (seed: number, offers: number | null = null): World => sound(worldOf(seed, offers), `book ${seed}`);

test('the core answers as the second reading does', () => {
  let answers = 0;
  for (let seed = seeds.from; seed < seeds.from + seeds.books; seed += 1) {
    const world = soundWorld(seed);
    const open = new Map<string, Opened>();
    for (let i = 0; i < seeds.baskets; i += 1) {
      held(world, open, world.basket(), `book ${seed}, basket ${i}`);
      answers += 1;
    }
  }
  if (seeds.books >= 400) expect(clauses.filter((clause) => !reached.has(clause))).toEqual([]);
  console.log(`${answers} answers of ${seeds.books} books without a difference`);
}, 1_200_000);

test('of ten offers the best set is the one that trying every set finds', () => {
  for (let seed = 1; seed <= 40; seed += 1) {
    const world = soundWorld(9000 + seed, 10);
    const open = new Map<string, Opened>();
    for (let i = 0; i < 5; i += 1) held(world, open, world.basket(), `book ${9000 + seed}, basket ${i}`);
  }
}, 600_000);

test('nor does it matter how they get in each other’s way: by what is left after discounts, by gifts, by how groups are put together', () => {
  let used = 0;
  for (let seed = crowded.from; seed < crowded.from + crowded.books; seed += 1) {
    const world = sound(crowdedWorldOf(seed, 6), `crowded book ${seed}`);
    const open = new Map<string, Opened>();
    for (let i = 0; i < 6; i += 1)
      used += held(world, open, world.basket(), `crowded book ${seed}, basket ${i}`).answer.choices.reduce(
        (sum, choice) => sum + choice.used.length,
        0,
      );
  }
  expect(used).toBeGreaterThan(crowded.books * 6);
}, 1_200_000);

/**
 * The most lines of a basket that orders can take, none twice, and the fewest orders for as many: by every way to part
 * them.
 */
function bestParting(takes: (lines: readonly number[]) => boolean, lines: number): { taken: number; orders: number } {
  let best = { taken: 0, orders: 0 };
  const known = new Map<string, boolean>();
  const taken = (part: readonly number[]) => {
    const key = part.join();
    const before = known.get(key) ?? takes(part);
    known.set(key, before);
    return before;
  };
  const visit = (line: number, parts: readonly (readonly number[])[]) => {
    if (line === lines) {
      const good = parts.filter(taken);
      const count = good.reduce((sum, part) => sum + part.length, 0);
      if (count > best.taken || (count === best.taken && good.length < best.orders))
        best = { taken: count, orders: good.length };
      return;
    }
    for (let i = 0; i < parts.length; i += 1)
      visit(
        line + 1,
        parts.map((part, k) => (k === i ? [...part, line] : part)),
      );
    visit(line + 1, [...parts, [line]]);
  };
  visit(0, []);
  return best;
}

test('a basket that no service takes is parted into the fewest orders there are, by every way to part six lines', () => {
  const clashes = { of: 0, several: 0 };
  for (let seed = 1; seed <= 400; seed += 1) {
    const world = soundWorld(20_000 + seed);
    const open = new Map<string, Opened>();
    for (let i = 0; i < 3; i += 1) {
      const { basket, answer } = held(world, open, world.basket(6), `book ${20_000 + seed}, basket ${i}`);
      if (answer.choices.length + answer.hidden.length > 0) continue;
      const units = new Map<string, number>();
      for (const line of basket.lines) units.set(line.sku, (units.get(line.sku) ?? 0) + line.units);
      const lines = [...units].map(([sku, count]) => ({ sku, units: count }));
      const plain = { ...world.book, offers: [], eitherOr: [] };
      const takes = (part: readonly number[]) => {
        const some = { ...basket, codes: [], spent: {}, lines: part.flatMap((at) => lines[at] ?? []) };
        const { shown, hidden } = readAnswer(plain, some);
        return shown.length + hidden.length > 0;
      };
      const best = bestParting(takes, lines.length);
      const where = `book ${20_000 + seed}, basket ${i}: ${JSON.stringify(basket)}`;
      expect(answer.clash, where).not.toBeNull();
      expect(answer.clash?.fewest, where).toBe(true);
      expect(
        { taken: answer.clash?.orders.flatMap((order) => order.skus).length, orders: answer.clash?.orders.length },
        where,
      ).toEqual(best);
      clashes.of += 1;
      if (best.orders > 1) clashes.several += 1;
    }
  }
  expect(clashes.several).toBeGreaterThan(10);
  console.log(`${clashes.of} baskets that no service takes, ${clashes.several} of them parted into several orders`);
}, 600_000);
