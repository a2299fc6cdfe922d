import { expect, test } from 'vitest';
import { type BookFile, basketSchema, type CompiledBook, compileBook, type Ready, readBookFile, readyGoods } from '../../src/core/book/index.ts';
import { sure } from '../../src/core/exact/index.ts';
import { questionOf, quote } from '../../src/core/quote/index.ts';
import { worldOf } from './books.ts';
import { type Choice, reached, readAnswer } from './reading.ts';

/** The core held against a second reading of the same page, over random books in which every clause turns up. */
const seeds = { from: Number(process.env.PLEMB_SEED ?? 1), books: Number(process.env.PLEMB_RUNS ?? 1000), baskets: 20 };

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
  const book = sure(compileBook(body, market));
  const ready = readyGoods(book, goods);
  if (ready.problems[0]) throw new Error(JSON.stringify(ready.problems[0]));
  return { book, goods: new Map(ready.goods.map((item) => [item.sku, item])) };
}

const said = (choice: Choice) =>
  [choice.service, choice.name, choice.days.join('-'), choice.discount, choice.delivery, choice.tax, choice.pays, choice.used.join(' '), choice.off.join(' ')].map(String).join(' | ');

test('the core answers as the second reading does', () => {
  let answers = 0;
  for (let seed = seeds.from; seed < seeds.from + seeds.books; seed += 1) {
    const world = worldOf(seed);
    const sound = readBookFile(world.book);
    if (!sound.ok) throw new Error(`book ${seed}: ${JSON.stringify(sound.problems)}`);
    const open = new Map<string, Opened>();
    for (let i = 0; i < seeds.baskets; i += 1) {
      const basket = basketSchema.parse(world.basket());
      const market = basket.market ?? 'home';
      const at = open.get(market) ?? opened(world.book, market);
      open.set(market, at);
      const asked = questionOf(at.book, basket, { ready: (sku) => at.goods.get(sku), now: 0, singles: new Map([['ONCE1', 'cards']]) });
      if (!asked.ok) throw new Error(`book ${seed}, basket ${i}: ${JSON.stringify(asked.problems)} ${JSON.stringify(basket)}`);
      const answer = quote(at.book, asked.value);
      const read = readAnswer(world.book, basket);
      const core = (choice: (typeof answer.choices)[number]) =>
        said({ ...choice, discount: BigInt(choice.discount), delivery: BigInt(choice.delivery), tax: BigInt(choice.tax), pays: BigInt(choice.pays), off: choice.off.map(BigInt) });
      const where = `book ${seed}, basket ${i}: ${JSON.stringify(basket)}`;
      expect(
        answer.choices.every((choice) => choice.notProved === null),
        where,
      ).toBe(true);
      expect(answer.choices.map(core), where).toEqual(read.shown.map(said));
      expect(answer.hidden.map((one) => one.choice.service).sort(), where).toEqual([...read.hidden].sort());
      expect(
        answer.missing.map((one) => one.service),
        where,
      ).toEqual(read.missing);
      answers += 1;
    }
  }
  if (seeds.books >= 400) expect(clauses.filter((clause) => !reached.has(clause))).toEqual([]);
  console.log(`${answers} answers of ${seeds.books} books without a difference`);
}, 1_200_000);
