import {
  type Basket,
  type BookFile,
  type CompiledBook,
  compileBook,
  type Ready,
  readBasket,
  readyGoods,
} from '../core/book/index.ts';
import { amountText, err, type Minor, ok, type Problem, type Result, unwrap } from '../core/exact/index.ts';
import { type Answer, explain, questionOf, quote } from '../core/quote/index.ts';
import { saidProblem } from '../words/index.ts';
import { jsonText, openBook, print, problemText, readText } from './open.ts';
import { textTable } from './table.ts';
import { type WrittenAnswer, written, writtenSteps } from './written.ts';

interface How {
  readonly at: number;
  readonly json: boolean;
  readonly steps: boolean;
  /** The market of baskets that name none. */
  readonly market: string | null;
}

interface InMarket {
  readonly book: CompiledBook;
  readonly bySku: ReadonlyMap<string, Ready>;
}

/** The book in each of its markets, compiled when it is first asked for. */
function markets(file: BookFile): (id: string) => Result<InMarket> {
  const { goods, ...body } = file;
  const known = new Map<string, InMarket>();
  const ids = body.markets.map((one) => one.id);
  return (id) => {
    if (!ids.includes(id)) return err(['market'], { is: 'unknown', what: 'market', id, known: ids });
    let there = known.get(id);
    if (!there) {
      const book = unwrap(compileBook(body, id));
      there = { book, bySku: new Map(readyGoods(book, goods).goods.map((item) => [item.sku, item])) };
      known.set(id, there);
    }
    return ok(there);
  };
}

/** Answers every basket of a file, each in its market; the status is 2 where any could not be answered. */
export function runQuote(bookPath: string, basketsPath: string, how: How): number {
  const { file } = openBook(bookPath, how.at);
  const inMarket = markets(file);
  const home = how.market ?? file.markets[0]?.id ?? '';
  let status = 0;
  for (const line of basketsOf(readText(basketsPath))) {
    const answered = line.ok
      ? answerTo(line.data, home, inMarket, how)
      : { ok: false as const, problems: [line.problem] };
    if (!answered.ok) status = 2;
    if (how.json) print(jsonText(answered.ok ? answered.value.json : { problems: answered.problems.map(saidProblem) }));
    else if (answered.ok) print(answered.value.text());
    else
      process.stderr.write(
        `${answered.problems.map((one) => `${basketsPath}, basket ${line.number}: ${problemText(one)}`).join('\n')}\n`,
      );
  }
  return status;
}

type Line = { readonly number: number } & (
  | { readonly ok: true; readonly data: unknown }
  | { readonly ok: false; readonly problem: Problem }
);

/** A file is one basket, over as many lines as one likes, or a basket a line; empty lines are none. */
function basketsOf(text: string): Iterable<Line> {
  try {
    return [{ number: 1, ok: true, data: JSON.parse(text) }];
  } catch {
    return linesOf(text);
  }
}

function* linesOf(text: string): Generator<Line> {
  let number = 0;
  for (const line of text.split(/\r?\n/)) {
    if (line.trim() === '') continue;
    number += 1;
    let data: unknown;
    try {
      data = JSON.parse(line);
    } catch {
      yield {
        number,
        ok: false,
        problem: { at: ['.'], is: 'malformed', text: line, form: 'JSON' },
      };
      continue;
    }
    yield { number, ok: true, data };
  }
}

type Answered =
  | { readonly ok: true; readonly value: { readonly json: WrittenAnswer; readonly text: () => string } }
  | { readonly ok: false; readonly problems: readonly Problem[] };

function answerTo(data: unknown, home: string, inMarket: ReturnType<typeof markets>, how: How): Answered {
  const basket = readBasket(data);
  if (!basket.ok) return basket;
  const market = basket.value.market ?? home;
  const there = inMarket(market);
  if (!there.ok) return there;
  const { book, bySku } = there.value;
  const question = questionOf(book, basket.value, { ready: (sku) => bySku.get(sku), now: how.at });
  if (!question.ok) return question;
  const answer = quote(book, question.value);
  const json = written(answer, { basket: basket.value.id, market, currency: book.currency });
  if (how.steps)
    json.steps = Object.fromEntries(
      answer.choices.map((one) => [
        one.service,
        writtenSteps(explain(book, question.value, one.service), book.currency),
      ]),
    );
  return { ok: true, value: { json, text: () => textOf(book, basket.value, answer) } };
}

function textOf(book: CompiledBook, basket: Basket, answer: Answer): string {
  const say = (value: Minor) => amountText(value, book.currency);
  const zone = book.defaultTemplate.zones.find((one) => one.id === answer.zone)?.name ?? 'no zone: not delivered to';
  const rows = answer.choices.map((one) => [
    one.service,
    say(one.discount),
    say(one.delivery),
    say(one.total),
    one.used.join(' '),
  ]);
  const clash =
    answer.clash?.orders.map((order) => `\napart: ${order.skus.join(', ')} by ${order.service}`).join('') ?? '';
  const missing = answer.missing.map((one) => `\n${one.service}: ${one.why}`).join('');
  const table = textTable(['service', 'discount', 'delivery', 'in all', 'offers used'], rows);
  return `${basket.name}: goods ${say(answer.goods)} ${book.currency} to ${zone}\n${table}${missing}${clash}\n`;
}
