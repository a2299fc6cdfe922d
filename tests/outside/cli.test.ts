import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { demoBook } from '../../demo/book.ts';
import { buildCommandLine } from '../../scripts/parts/build.mjs';
import { startStandIns } from '../../src/standins/main.ts';
import { item, shopOf } from '../books/shop.ts';
import { smallBook } from '../books/small.ts';

const root = fileURLToPath(new URL('../../', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'plemb-cli-'));
afterAll(() => rmSync(folder, { recursive: true }));
const put = (name: string, text: string): string => {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
};
let program = '';
beforeAll(async () => {
  program = await buildCommandLine(root);
});
const plemb = (...words: string[]) =>
  spawnSync(process.execPath, [program, ...words], { cwd: root, encoding: 'utf8', maxBuffer: 1 << 28 });
const valid = (name: string, data: unknown) => {
  const check = new Ajv2020({ allErrors: true }).compile(
    JSON.parse(readFileSync(`${root}docs/formats/${name}.schema.json`, 'utf8')) as object,
  );
  expect(check(data), JSON.stringify(check.errors?.slice(0, 3))).toBe(true);
};

const demo = demoBook();
const sku = demo.goods.find((item) => item.price !== null && item.mass !== null)?.sku ?? '';
const basket = (more: object = {}) => ({ id: 'one', name: 'One', lines: [{ sku, units: 2 }], place: 'IE', ...more });
let book = '';
beforeAll(() => {
  book = put('book.json', `\uFEFF${JSON.stringify(demo)}`);
});
const at = ['--at', '2026-11-24T09:10:00Z'];

describe('plemb quote', () => {
  test('answers a line a basket, in order, each in its market; a bad line has its problems in its place', () => {
    const lines = [
      JSON.stringify(basket()),
      '{oops',
      JSON.stringify(basket({ id: 'two', market: 'japan', place: 'JP' })),
      JSON.stringify(basket({ market: 'moon' })),
      JSON.stringify(basket({ colour: 'red' })),
    ];
    const done = plemb('quote', book, put('baskets.jsonl', `\uFEFF${lines.join('\r\n')}\r\n\r\n`), '--json', ...at);
    const answers = done.stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line));
    for (const one of answers) valid('answer', one);
    expect(answers.map((one) => one.currency ?? one.problems[0].at)).toEqual(['EUR', ['.'], 'JPY', ['market'], ['.']]);
    expect(answers[2].choices[0].pays).toMatch(/^\d+$/);
    expect(answers[4].problems).toEqual([
      {
        at: ['.'],
        wrong: '“colour” is no word of the format here',
        right: 'the words that the format names, and no others',
      },
    ]);
    expect(answers.every((one) => one.steps === undefined)).toBe(true);
    expect(done.status).toBe(2);
  });
  test('tells the steps where they are asked for, and answers in the market that is said', () => {
    const done = plemb(
      'quote',
      book,
      put('one.json', JSON.stringify(basket({ place: 'GB LS1 1AA' }), null, 2)),
      '--json',
      '--steps',
      '--market',
      'britain',
      ...at,
    );
    expect(done.status).toBe(0);
    const answer = JSON.parse(done.stdout);
    valid('answer', answer);
    expect(answer).toMatchObject({ market: 'britain', currency: 'GBP' });
    expect(Object.keys(answer.steps)).toEqual(answer.choices.map((one: { service: string }) => one.service));
    for (const one of answer.choices)
      expect(answer.steps[one.service].find((step: { step: string }) => step.step === 'pays')).toMatchObject({
        total: one.total,
        delivery: one.delivery,
      });
  });
  test('a book of the second format is brought along, and what changed in meaning is told', () => {
    const done = plemb(
      'quote',
      'tests/books/format-2/demo.json',
      put('plain.json', JSON.stringify(basket())),
      '--json',
      ...at,
    );
    expect(done.stderr).toContain('first-advent');
    expect(done.status).toBe(0);
  });
});

describe('plemb goods, render and check', () => {
  test('goods: a row an item, problems by SKU', () => {
    const good = plemb('goods', book, '--check', '--json');
    expect(good.status).toBe(0);
    const { items, problems } = JSON.parse(good.stdout);
    valid('goods', { items, problems });
    expect(items.map((one: { sku: string }) => one.sku)).toEqual(demo.goods.map((item) => item.sku));
    expect(problems).toEqual([]);
    const broken = {
      ...demo,
      goods: demo.goods.map((item) => (item.sku === sku ? { ...item, template: 'crates', price: '1.005' } : item)),
    };
    const bad = plemb('goods', put('broken.json', JSON.stringify(broken)), '--check');
    expect(bad.status).toBe(1);
    expect(bad.stdout).toContain(`${sku} › price`);
  });
  test('render and check print what their schemas say', () => {
    valid('render', JSON.parse(plemb('render', book, 'harrowmere', '--json').stdout));
    const checked = plemb('check', book, '--json', ...at);
    const report = JSON.parse(checked.stdout);
    valid('check', report);
    expect(report.asked).toEqual([]);
    expect(checked.status).toBe(report.findings.some((one: { standing: string }) => one.standing === 'off') ? 1 : 0);
  }, 60_000);
  test('adopt prints the book that a marketplace’s file says, which is told as that file again', () => {
    const told = (of: string) => JSON.parse(plemb('render', of, 'harrowmere', '--json', ...at).stdout).files[0];
    const { text } = told(book);
    const adopted = plemb('adopt', 'harrowmere', put('live.tsv', text));
    expect([adopted.status, adopted.stderr]).toEqual([
      0,
      expect.stringContaining('Days on the way are not told there'),
    ]);
    expect(told(put('adopted.json', adopted.stdout)).text).toBe(text);
    const wrong = plemb('adopt', 'harrowmere', put('wrong.tsv', text.replace('SITE\tEUR', 'SITE\tCHF')));
    const pounds = plemb('adopt', 'harrowmere', put('plans-gbp.tsv', text.replace('SITE\tEUR', 'SITE\tGBP')));
    expect(JSON.parse(pounds.stdout).markets[0]).toMatchObject({ currency: 'GBP', locale: 'en-GB' });
    expect([wrong.status, wrong.stderr]).toEqual([2, expect.stringContaining('plans.tsv')]);
  });
  test('adopt prints the book that a feed says, which is told as that feed again', () => {
    const told = (of: string) => JSON.parse(plemb('render', of, 'findlark', '--json', ...at).stdout).files;
    const [{ name, text }, ...others] = told(book);
    expect(others).toEqual([]);
    const adopted = plemb('adopt', 'findlark', put('live.xml', text));
    expect([adopted.status, adopted.stderr]).toEqual([0, expect.not.stringContaining('names')]);
    expect(told(put('adopted.json', adopted.stdout))).toEqual([{ name, text }]);
  });
  test('adopt prints the book that a channel’s file says, which is told as that file again', () => {
    const told = (of: string) => JSON.parse(plemb('render', of, 'lerrin-shop', '--json', ...at).stdout).files;
    const [{ text }] = told(book);
    const adopted = plemb('adopt', 'lerrin-shop', put('live.json', text));
    expect([adopted.status, adopted.stderr]).toEqual([0, expect.stringContaining('their ids stand in')]);
    expect(told(put('adopted.json', adopted.stdout))).toEqual([{ name: 'shop.json', text }]);
    const wrong = plemb('adopt', 'lerrin-shop', put('wrong.json', text.replace('"lerrin-shop/2"', '"lerrin-shop/9"')));
    expect([wrong.status, wrong.stderr]).toEqual([2, expect.stringContaining('format')]);
    expect(plemb('adopt', 'findlark', put('feed.xml', '<feed>')).stderr).toContain('XML');
  });
  test('check asks a live channel, and finds what its checkout lacks; one that is silent ends it', async () => {
    const small = put('small.json', JSON.stringify(smallBook()));
    const { addresses, stop } = await startStandIns(join(folder, 'standins'));
    try {
      // Nothing was ever sent there: its checkout offers nothing that the book means. The stand-in answers from this
      // process.
      const { spawn } = await import('node:child_process');
      const child = spawn(
        process.execPath,
        [program, 'check', small, '--json', '--live', `lerrin-shop=${addresses['lerrin-shop']}`, ...at],
        { cwd: root },
      );
      let text = '';
      child.stdout.on('data', (chunk) => {
        text += chunk;
      });
      const status = await new Promise((done) => child.on('exit', done));
      const report = JSON.parse(text);
      expect(report.asked).toEqual(['lerrin-shop']);
      expect(
        report.findings.filter(
          (one: { channel: string; standing: string }) => one.channel === 'lerrin-shop' && one.standing === 'off',
        ).length,
      ).toBeGreaterThan(0);
      expect(status).toBe(1);
    } finally {
      await stop();
    }
    const silent = plemb('check', small, '--live', 'harrowmere=http://127.0.0.1:9', ...at);
    expect([silent.status, silent.stderr]).toEqual([2, expect.stringContaining('Harrowmere does not answer')]);
  }, 120_000);
  test('with the carrier’s cards a checkout that asks it is found to charge what is meant, and not without', async () => {
    const rate = { is: 'carrier quote', service: 'ground', percent: '8', add: '2.50', fallback: '9.00' } as const;
    const size = { length: '19', width: '12', height: '9', unit: 'cm' } as const;
    const box = { id: 'box', name: 'Box', length: '30', width: '20', height: '10', unit: 'cm' } as const;
    const { input } = shopOf({ post: { rate, freeFrom: null } }, [item('CAKE', { size })], {
      channels: { 'lerrin-shop': { speeds: { post: 'post' } } },
      boxes: [{ ...box, limit: { value: '20', unit: 'kg' } }],
    });
    const asking = put('asking.json', JSON.stringify(input));
    const { files } = JSON.parse(plemb('render', asking, 'lerrin-shop', '--json', ...at).stdout);
    const { addresses, stop } = await startStandIns(join(folder, 'asked'));
    try {
      const shop = addresses['lerrin-shop'];
      const headers = { 'Content-Type': 'application/json', 'Idempotency-Key': 'one' };
      await fetch(`${shop}/submission`, { method: 'PUT', headers, body: JSON.stringify({ files }) });
      const keyed = { headers: { Authorization: 'Bearer cli', Prices: 'account' } };
      const card = await (await fetch(`${addresses.ternline}/cards/2026-autumn`, keyed)).text();
      const { spawn } = await import('node:child_process');
      const differing = async (...more: string[]): Promise<number> => {
        const words = ['check', asking, '--json', '--live', `lerrin-shop=${shop}`, ...more, ...at];
        const child = spawn(process.execPath, [program, ...words], { cwd: root });
        let text = '';
        child.stdout.on('data', (chunk) => {
          text += chunk;
        });
        await new Promise((done) => child.on('close', done));
        const findings: { channel: string }[] = JSON.parse(text).findings;
        return findings.filter(({ channel }) => channel === 'lerrin-shop').length;
      };
      expect(await differing('--cards', put('card.json', card))).toBe(0);
      expect(await differing()).toBeGreaterThan(0);
    } finally {
      await stop();
    }
    const wrong = plemb('check', asking, '--cards', put('wrong.json', '[{"card": 1}]'), ...at);
    expect([wrong.status, wrong.stderr]).toEqual([2, expect.stringContaining('wrong.json: card 1, card')]);
  }, 120_000);
});

describe('words', () => {
  test.each<[string, string[], number, string]>([
    ['help', ['--help'], 0, ''],
    ['help of a command', ['quote', '--help'], 0, ''],
    ['no command', [], 2, 'No command'],
    ['an unknown command', ['price'], 2, '“price” is no command'],
    ['an unknown flag', ['quote', 'a', 'b', '--colour'], 2, "Unknown option '--colour'"],
    ['a flag of another command', ['goods', 'a', '--steps'], 2, 'goods does not take --steps'],
    ['a word too many', ['goods', 'a', 'b'], 2, '“b” is one word too many'],
    ['a word too few', ['quote', 'a'], 2, 'quote takes BOOK and BASKETS'],
    ['a moment that is none', ['render', 'a', 'findlark', '--at', 'noon'], 2, '“noon” is no moment'],
    ['a file that is not there', ['goods', '/nowhere.json'], 2, '/nowhere.json cannot be read'],
    ['an address that is none', ['check', 'a', '--live', 'shop'], 2, '--live “shop”'],
  ])('%s', (_, words, status, says) => {
    const done = plemb(...words);
    expect([done.status, done.stderr]).toEqual([status, says === '' ? '' : expect.stringContaining(says)]);
    if (status === 0) expect(done.stdout).toContain('plemb quote BOOK BASKETS');
  });
  test('a root that is no object has its place', () => {
    expect(plemb('quote', put('list.json', '[]'), put('b.json', '{}')).stderr).toContain(
      'list.json: .: a list of 0; right would be an object',
    );
  });
});
