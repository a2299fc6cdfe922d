import { readFileSync } from 'node:fs';
import { type BookFile, type CompiledBook, channelIds, compileBook, readBasket, readBookFile, readyGoods } from '../core/book/index.ts';
import { dialectOf, dialects, type Listed } from '../core/channels/index.ts';
import { checkChannel, type Finding, standingOf } from '../core/check/index.ts';
import { amountText, type Currency, type Minor, type Problem, sure } from '../core/exact/index.ts';
import { type Answer, type Choice, explain, questionOf, quote, type Step } from '../core/quote/index.ts';
import { table } from './table.ts';

/** The core without a screen. Ends with 0 where all is well, 1 where a check finds something off, 2 where it could not run. */
const usage = `plemb quote BOOK BASKET [--at MOMENT] [--json]
plemb render BOOK CHANNEL [--json]
plemb check BOOK [--at MOMENT] [--json]

BOOK and BASKET are files as docs/formats/book.md and basket.md describe them, CHANNEL is one of ${channelIds.join(', ')},
MOMENT is ISO 8601 in UTC, such as 2026-11-24T09:10:00Z (else now).`;

/** Ends the command with 2 and a sentence. */
class Unable extends Error {}

interface Opened {
  readonly book: CompiledBook;
  readonly file: BookFile;
  readonly goods: readonly Listed[];
}

function readJson(path: string): unknown {
  let text: string;
  try {
    text = readFileSync(path, 'utf8');
  } catch {
    throw new Unable(`${path} cannot be read`);
  }
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new Unable(`${path} is not JSON: ${(error as Error).message}`);
  }
}

const told = (path: string, problems: readonly Problem[]) => new Unable(problems.map((one) => `${path}: ${one.at.join(' › ')}: ${one.wrong}; right would be ${one.right}`).join('\n'));

function open(path: string): Opened {
  const read = readBookFile(readJson(path));
  if (!read.ok) throw told(path, read.problems);
  const { goods, ...body } = read.value;
  const book = sure(compileBook(body));
  return { book, file: read.value, goods: readyGoods(book, goods).goods };
}

function runQuote(bookPath: string, basketPath: string, at: number): { json: object; text: string } {
  const { book, goods } = open(bookPath);
  const basket = readBasket(readJson(basketPath));
  if (!basket.ok) throw told(basketPath, basket.problems);
  const bySku = new Map(goods.map((item) => [item.sku, item]));
  const question = questionOf(book, basket.value, { ready: (sku) => bySku.get(sku), now: at });
  if (!question.ok) throw told(basketPath, question.problems);
  const answer = quote(book, question.value);
  const steps = Object.fromEntries(answer.choices.map((choice) => [choice.service, explain(book, question.value, choice.service)]));
  return { json: { ...written(answer, book.currency), steps: JSON.parse(JSON.stringify(steps, jsonable)) as Record<string, Step[]> }, text: quoteText(book, answer) };
}

const jsonable = (_: string, value: unknown) => (typeof value === 'bigint' ? Number(value) : value);

/** An answer with amounts as decimal text. */
function written(answer: Answer, currency: Currency) {
  const say = (value: Minor) => amountText(value, currency);
  const amounts = (one: Choice) => ({
    ...one,
    discount: say(one.discount),
    delivery: say(one.delivery),
    total: say(one.total),
    tax: say(one.tax),
    pays: say(one.pays),
    took: Object.fromEntries(Object.entries(one.took).map(([offer, took]) => [offer, say(took)])),
    off: one.off.map(say),
    notProved: one.notProved === null ? null : say(one.notProved),
  });
  return {
    currency,
    zone: answer.zone,
    goods: say(answer.goods),
    choices: answer.choices.map(amounts),
    hidden: answer.hidden.map((one) => ({ ...one, choice: amounts(one.choice) })),
    missing: answer.missing,
    clash: answer.clash,
  };
}

function quoteText(book: CompiledBook, answer: Answer): string {
  const say = (value: Minor) => amountText(value, book.currency);
  const zone = book.zones.find((one) => one.id === answer.zone)?.name ?? 'no zone: not delivered to';
  const rows = answer.choices.map((one) => [one.service, say(one.discount), say(one.delivery), say(one.total), one.used.join(' ')]);
  return `Goods ${say(answer.goods)} ${book.currency} to ${zone}\n${table(['service', 'discount', 'delivery', 'in all', 'offers used'], rows)}${answer.missing.map((one) => `\n${one.service}: ${one.why}`).join('')}`;
}

function runRender(bookPath: string, channel: string): { json: object; text: string } {
  const id = channelIds.find((one) => one === channel);
  if (!id) throw new Unable(`There is no channel “${channel}”; there are ${channelIds.join(', ')}`);
  const { book, goods } = open(bookPath);
  const { rules, notes } = dialectOf(id).render(book, goods);
  const rows = notes.map(({ clause, reads, fidelity }) => [
    Object.values(clause).join(' '),
    fidelity.is === 'bounded' ? `bounded ${amountText(fidelity.bound, book.currency)}` : fidelity.is,
    reads ?? '—',
    fidelity.is === 'exact' ? '' : fidelity.why,
  ]);
  return { json: { channel: id, files: rules.files(), notes }, text: table(['clause', 'said', 'reads', 'why'], rows) };
}

async function runCheck(bookPath: string, at: number): Promise<{ json: object; text: string; off: boolean }> {
  const { book, file, goods } = open(bookPath);
  const reports = [];
  for (const dialect of dialects) {
    const sides = { rendition: dialect.render(book, goods), sent: null, speeds: file.channels[dialect.id].speeds };
    reports.push(await checkChannel(book, goods, { id: dialect.id, sides, ask: null }, at, () => undefined));
  }
  const findings = reports.flatMap((report) => report.findings).map((finding) => ({ ...finding, standing: standingOf(finding, new Set()) }));
  const corners = reports.flatMap((report) => report.classes).reduce((sum, one) => sum + one.corners, 0);
  const rows = findings.map((one) => [
    one.channel,
    classWords(one),
    one.standing,
    one.service,
    one.difference === null ? (one.meant ? 'missing' : 'extra') : amountText(one.difference, book.currency),
    one.basket ? one.basket.lines.map((line) => `${line.units} x ${line.sku}`).join(' + ') : 'no basket of two goods',
    one.corner.place,
  ]);
  return {
    json: { corners, findings },
    text: `${corners} baskets asked\n${table(['channel', 'class', 'standing', 'service', 'difference', 'smallest basket', 'to'], rows)}`,
    off: findings.some((one) => one.standing === 'off'),
  };
}

function classWords({ class: one }: Finding): string {
  switch (one.is) {
    case 'apart':
      return `goods apart by ${one.by}`;
    case 'zone':
      return [one.zone ?? 'nowhere delivered to', ...one.codes].join(' ');
    case 'edge':
      return `${one.offer} ${one.edge}`;
    case 'moment':
      return new Date(one.at).toISOString();
    case 'offer':
      return `${one.offer} ${one.state}`;
  }
}

async function main(): Promise<number> {
  const words = process.argv.slice(2);
  const json = words.includes('--json');
  const atWord = words.indexOf('--at');
  const at = atWord < 0 ? Date.now() : Date.parse(words[atWord + 1] ?? '');
  const [verb, first = '', second = ''] = words.filter((word, i) => word !== '--json' && (atWord < 0 || (i !== atWord && i !== atWord + 1)));
  if (Number.isNaN(at)) throw new Unable(`“${words[atWord + 1]}” is no moment; right would be 2026-11-24T09:10:00Z`);
  const show = (result: { json: object; text: string }) => process.stdout.write(`${json ? JSON.stringify(result.json, jsonable, 1) : result.text}\n`);
  switch (verb) {
    case 'quote':
      show(runQuote(first, second, at));
      return 0;
    case 'render':
      show(runRender(first, second));
      return 0;
    case 'check': {
      const result = await runCheck(first, at);
      show(result);
      return result.off ? 1 : 0;
    }
    default:
      throw new Unable(usage);
  }
}

main().then(
  (status) => {
    process.exitCode = status;
  },
  (error: unknown) => {
    process.stderr.write(`${error instanceof Unable ? error.message : `Something failed that should not have: ${(error as Error).message}`}\n`);
    process.exitCode = 2;
  },
);
