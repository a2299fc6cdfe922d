import { expect } from 'vitest';
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
import { type World, worldOf } from './books.ts';
import { type Choice, readAnswer } from './reading.ts';

export interface Opened {
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

/** Holds the core's answer to one basket against the second reading; the answer. */
export function held(
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

export function sound(world: World, name: string): World {
  const read = readBookFile(world.book);
  if (!read.ok) throw new Error(`${name}: ${JSON.stringify(read.problems)}`);
  return world;
}
export const soundWorld = (seed: number, offers: number | null = null): World =>
  sound(worldOf(seed, offers), `book ${seed}`);
