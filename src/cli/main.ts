import { parseArgs } from 'node:util';
import { channelIds } from '../core/book/index.ts';
import { parseMoment } from '../core/exact/index.ts';
import { runAdopt } from './adopt.ts';
import { checkBook } from './check.ts';
import { runGoods } from './goods.ts';
import { Unable } from './open.ts';
import { runQuote } from './quote.ts';
import { runRender } from './render.ts';

/**
 * The core without a screen. Ends with 0 where all is well, 1 where a check finds something off, 2 where something
 * could not be done.
 */
const usage = `plemb quote BOOK BASKETS [--market MARKET] [--at MOMENT] [--json [--steps]]
plemb goods BOOK [--check] [--json]
plemb render BOOK CHANNEL [--at MOMENT] [--json]
plemb adopt CHANNEL FILE
plemb check BOOK [--live CHANNEL=URL …] [--cards FILE] [--at MOMENT] [--json]
plemb backup FILE
plemb restore FILE

BOOK is a file as docs/formats/book.md describes it, BASKETS one basket, or one a line, as basket.md does;
CHANNEL is one of ${channelIds.join(', ')};
MARKET is a market of the book, for baskets that name none (else its first);
MOMENT is ISO 8601 in UTC, such as 2026-11-24T09:10:00Z (else now).
--cards FILE has the carrier's cards, as it answers them (else it is silent).
What --json prints is described in docs/formats/answers.md. adopt prints the book that a channel's FILE says. Of
backup and restore FILE is the whole database, as backup.md describes it: of DATABASE_URL, or of what npm start keeps;
it is put back into an empty one.`;

const flags = {
  json: { type: 'boolean', default: false },
  steps: { type: 'boolean', default: false },
  check: { type: 'boolean', default: false },
  at: { type: 'string' },
  market: { type: 'string' },
  live: { type: 'string', multiple: true, default: [] as string[] },
  cards: { type: 'string' },
  help: { type: 'boolean', short: 'h', default: false },
} as const;
type Flag = keyof typeof flags;

/** What each command takes: its words, and the flags beside them. */
const verbs: Readonly<Record<string, { words: readonly string[]; flags: readonly Flag[] }>> = {
  quote: { words: ['BOOK', 'BASKETS'], flags: ['market', 'at', 'json', 'steps'] },
  goods: { words: ['BOOK'], flags: ['check', 'json'] },
  render: { words: ['BOOK', 'CHANNEL'], flags: ['at', 'json'] },
  adopt: { words: ['CHANNEL', 'FILE'], flags: [] },
  check: { words: ['BOOK'], flags: ['live', 'cards', 'at', 'json'] },
};

function read(words: readonly string[]) {
  try {
    return parseArgs({ args: [...words], options: flags, allowPositionals: true, strict: true });
  } catch (error) {
    throw new Unable(`${(error as Error).message.split('. ')[0]}\n\n${usage}`);
  }
}

function momentOf(text: string | undefined): number {
  if (text === undefined) return Date.now();
  const at = parseMoment(text);
  if (at === null) throw new Unable(`“${text}” is no moment; right would be 2026-11-24T09:10:00Z`);
  return at;
}

async function main(): Promise<number> {
  const { values, positionals } = read(process.argv.slice(2));
  if (values.help) {
    process.stdout.write(`${usage}\n`);
    return 0;
  }
  const [name = '', ...words] = positionals;
  const verb = verbs[name];
  if (!verb) throw new Unable(`${name === '' ? 'No command' : `“${name}” is no command`}\n\n${usage}`);
  const given = (Object.keys(flags) as Flag[]).filter((flag) =>
    Array.isArray(values[flag]) ? values[flag].length > 0 : values[flag] !== undefined && values[flag] !== false,
  );
  const strange = given.find((flag) => !verb.flags.includes(flag));
  if (strange) throw new Unable(`${name} does not take --${strange}\n\n${usage}`);
  if (words.length !== verb.words.length) {
    const further = words[verb.words.length];
    const tooMany = further === undefined ? '' : `; “${further}” is one word too many`;
    throw new Unable(`${name} takes ${verb.words.join(' and ')}${tooMany}\n\n${usage}`);
  }
  if (values.steps && !values.json) throw new Unable(`--steps stands beside --json\n\n${usage}`);
  const [first = '', second = ''] = words;
  const at = momentOf(values.at);
  const { json } = values;
  switch (name) {
    case 'quote':
      return runQuote(first, second, { at, json, steps: values.steps, market: values.market ?? null });
    case 'goods':
      return runGoods(first, { check: values.check, json });
    case 'render':
      return runRender(first, second, { at, json });
    case 'adopt':
      return runAdopt(first, second);
    default:
      return checkBook(first, { at, json, live: values.live, cards: values.cards ?? null });
  }
}

main().then(
  (status) => {
    process.exitCode = status;
  },
  (error: unknown) => {
    const { message } = error as Error;
    process.stderr.write(
      error instanceof Unable ? `${message}\n` : `Something failed that should not have: ${message}\n`,
    );
    process.exitCode = 2;
  },
);
