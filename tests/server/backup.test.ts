import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { startCluster } from '../../scripts/parts/postgres.mjs';
import { dataOf } from '../../scripts/parts/running.mjs';
import { seeded } from '../../src/core/plan/index.ts';
import { backUp } from '../../src/server/backup/backup.ts';
import { Unable } from '../../src/server/backup/format.ts';
import { restore } from '../../src/server/backup/restore.ts';
import { connect, type Database, migrate, migrateWithin, migrations, transaction } from '../../src/server/database.ts';
import { readBook } from '../../src/server/queries/book.ts';
import { everyItem } from '../../src/server/queries/goods.ts';
import { smallBook } from '../books/small.ts';
import { seedFrom, times } from '../trials.ts';
import { within } from './database.ts';
import { fillAsFormat1, fillAsFormat2 } from './formats.ts';
import { type World, world } from './world.ts';

const root = fileURLToPath(new URL('../../', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'plemb-backup-'));
const file = (name: string) => join(folder, name);
const moment = '2026-11-24T09:10:00Z';
const at = new Date(moment);

let one: World;
let path: string;
/** A book that has lived: saves, codes, customers, spend, history, sends, a check, something taken as it is. */
beforeAll(async () => {
  one = await world();
  await one.take(smallBook({ segments: [{ id: 'trade', name: 'Trade' }] }));
  const edits = [
    { path: ['offers', 'suds', 'terms'], value: 'Line\u2028separators, “quotes”, \\ and 𝒸 come back as they are.' },
    { path: ['goods', 'BAR-OAT', 'price'], value: '6.55' },
  ];
  const save = { base: 1, who: 'Ada', note: 'é', edits };
  const saved = await one.call('POST', '/api/revisions', save, { 'Idempotency-Key': 'a-key-of-its-own' });
  expect(saved.status).toBe(201);
  await one.call('POST', '/api/codes/batches/cards', { count: 1500 });
  await one.call('PUT', '/api/customers', { text: 'customer,segment\r\nC-1,trade\r\n' });
  await one.database.query(
    `insert into past_order (id, at, place, service, lines) values (7, now(), 'IE', 'post', '[{"sku":"BAR-OAT","units":1e2}]')`,
  );
  await one.call('POST', '/api/channels/lerrin-shop/sends', { who: 'Ada' });
  await one.until('/api/channels/lerrin-shop', ({ lastSend }) => lastSend?.state === 'accepted');
  await one.desk('lerrin-shop', 'drift', { is: 'rate' });
  const { body } = await one.call('POST', '/api/checks', { moment });
  await one.until(`/api/checks/${body.id}`, ({ state }) => state === 'done');
  path = file('one.backup');
  await backUp(one.database, path, at);
});
afterAll(async () => {
  await one.end();
  rmSync(folder, { recursive: true });
});

/** Every row of every table, as the database writes it: by a reading of its own. */
async function everything(database: Database): Promise<Record<string, string[]>> {
  const { rows } = await database.query(
    "select table_name as name from information_schema.tables where table_schema = 'public' order by 1",
  );
  const all: Record<string, string[]> = {};
  for (const { name } of rows as { name: string }[]) {
    const found = await database.query(`select md5(one::text) || one::text as line from ${name} as one order by 1`);
    all[name] = found.rows.map((row) => row.line as string);
  }
  delete all.migration;
  return all;
}

describe('a backup', () => {
  test('put back into an empty database is the same, row by row, and goes on counting', async () => {
    expect(statSync(path).mode & 0o777).toBe(0o600);
    const wanted = await everything(one.database);
    for (const table of ['finding', 'send_piece', 'single_code', 'code_count', 'past_order', 'write_once', 'goods'])
      expect(wanted[table]?.length, table).toBeGreaterThan(0);
    await within(async (database) => {
      expect(await restore(database, path)).toMatchObject({ seller: 'Quillmoor Soaps', revision: 2 });
      expect(await everything(database)).toEqual(wanted);
      const { rows } = await database.query(
        "insert into check_run (state, moment, revision, requested) values ('failed', now(), 1, now()) returning id",
      );
      expect(Number(rows[0].id)).toBe(2);
    });
  });
  test('of the same is the same again', async () => {
    await within(async (database) => {
      await restore(database, path);
      await backUp(database, file('again.backup'), at);
      expect(gunzipSync(readFileSync(file('again.backup'))).toString()).toBe(gunzipSync(readFileSync(path)).toString());
    });
  });
  test('put back, it is checked with the same findings', async () => {
    const before = (await one.call('GET', '/api/checks/last')).body.findings;
    expect(before.length).toBeGreaterThan(0);
    const two = await world({
      beside: one,
      fill: async (url) => {
        const database = connect(url);
        await restore(database, path);
        await database.end();
      },
    });
    try {
      const { body } = await two.call('POST', '/api/checks', { moment });
      await two.until(`/api/checks/${body.id}`, ({ state }) => state === 'done');
      const report = (await two.call('GET', '/api/checks/last')).body;
      expect(report.check.id).toBe(body.id);
      expect(report.findings).toEqual(before);
      expect(report.since).toEqual({ added: [], gone: [] });
    } finally {
      await two.end();
    }
  });
  test('holds one moment, whatever is saved meanwhile', async () => {
    let saving = true;
    const saves = (async () => {
      for (let i = 0; saving; i += 1) {
        const { body } = await one.call('GET', '/api/book');
        const edits = ['seller', 'note'].map((_, n) => ({
          path: n === 0 ? ['seller'] : ['goods', 'BAR-OAT', 'name'],
          value: `Both ${i}`,
        }));
        await one.call('POST', '/api/revisions', { base: body.revision, who: 'Ada', note: '', edits });
      }
    })();
    for (let i = 0; i < 4; i += 1) await backUp(one.database, file(`during-${i}.backup`), at);
    saving = false;
    await saves;
    for (let i = 0; i < 4; i += 1)
      await within(async (database) => {
        const { revision } = await restore(database, file(`during-${i}.backup`));
        const book = await readBook(database);
        const [oat] = await everyItem(database);
        if (revision > 2) expect(oat?.name).toBe(book?.seller);
      });
  });
  test('of what was under way says that it is over', async () => {
    await within(async (database) => {
      await restore(database, path);
      await database.query(
        `update check_run set state = 'running', finished = null; update send set state = 'not known'`,
      );
      await backUp(database, file('busy.backup'), at);
      await within(async (other) => {
        await restore(other, file('busy.backup'));
        const { rows } = await other.query(
          'select state, error from check_run union all select state, error from send order by 1',
        );
        expect(rows.map((row) => row.state)).toEqual(['failed', 'given up']);
        for (const row of rows) expect(row.error).toContain('under way when the backup was made');
      });
    });
  });
});

describe('what is refused', () => {
  /** Whether a database is as empty as before. */
  const untouched = async (database: Database) =>
    (await database.query("select 1 from pg_class where relnamespace = 'public'::regnamespace")).rowCount === 0;
  /** Why a file cannot be put back; nothing of it is. */
  const refusal = async (database: Database, text: string | Buffer): Promise<unknown> => {
    writeFileSync(file('damaged.backup'), typeof text === 'string' ? gzipSync(text) : text);
    const error = await restore(database, file('damaged.backup')).then(
      () => null,
      (why: unknown) => why,
    );
    expect(await untouched(database)).toBe(true);
    return error;
  };

  test('a backup that is not whole, wherever it was cut or changed; nothing of it is put in', async () => {
    const random = seeded(seedFrom(3));
    const below = (most: number) => Math.floor(random() * most);
    const whole = gunzipSync(readFileSync(path)).toString();
    const zipped = readFileSync(path);
    const lines = whole.split('\n');
    const ways: (() => string | Buffer)[] = [
      () => whole.slice(0, below(whole.length)),
      () => zipped.subarray(0, below(zipped.length)),
      () => {
        const i = below(zipped.length);
        const copy = Buffer.from(zipped);
        copy[i] = (copy[i] ?? 0) ^ (1 << below(8));
        return copy.equals(zipped) ? zipped.subarray(1) : copy;
      },
      () => lines.filter((_, i) => i !== cut).join('\n'),
      () => lines.flatMap((line, i) => (i === cut ? [line, line] : [line])).join('\n'),
      () => {
        const i = below(whole.length - 1);
        const letter = whole[i] === '1' ? '2' : '1';
        return whole.slice(0, i) + letter + whole.slice(i + 1);
      },
    ];
    let cut = 0;
    await within(async (database) => {
      for (let i = 0; i < times(40); i += 1) {
        cut = below(lines.length - 1);
        const damaged = (ways[i % ways.length] as () => string | Buffer)();
        // A bit of gzip's own head (its time, its system) changes nothing of what it holds.
        if (typeof damaged !== 'string' && same(damaged, whole)) continue;
        const error = await refusal(database, damaged);
        expect(error, `way ${i % ways.length}, line ${cut}`).toBeInstanceOf(Unable);
        expect((error as Error).message).toMatch(/is not whole|no backup|later Plemb/);
      }
    });
  });
  const same = (damaged: Buffer, whole: string): boolean => {
    try {
      return gunzipSync(damaged).toString() === whole;
    } catch {
      return false;
    }
  };
  test('a file that is none, one that is not there, and one of a later Plemb', async () => {
    const head = { plemb: 'backup', format: 'plemb-backup/1', at: moment, revision: 1, seller: null };
    const later = { ...head, migrations: [...migrations(), '999-later.sql'] };
    await within(async (database) => {
      const why = async (text: string | Buffer) => String(await refusal(database, text));
      expect(await why(Buffer.from('{"plemb":"backup"}'))).toContain('it is no gzip file');
      expect(await why('{"seller":"x"}\n')).toContain('it does not begin as one');
      expect(await why(`${JSON.stringify(later)}\n`)).toContain('later Plemb (plemb-backup/1, 999-later.sql)');
      await expect(restore(database, file('nowhere.backup'))).rejects.toThrow('cannot be read');
    });
  });
  test('a database that has something in it, which stays as it is', async () => {
    await within(async (database) => {
      await database.query('create table other (id integer)');
      await expect(restore(database, path)).rejects.toThrow('it has a table other');
      await database.query('drop table other');
      // As a server leaves it that was started on it.
      await migrate(database);
      await restore(database, path);
      await expect(restore(database, path)).rejects.toThrow('it has the book of Quillmoor Soaps');
      expect((await readBook(database))?.seller).toBe('Quillmoor Soaps');
    });
  });
});

test.each([
  ['first', fillAsFormat1, (name: string) => name < '005'],
  ['second', fillAsFormat2, (name: string) => name >= '005'],
])(
  'a backup of every state the tables have had since the %s format comes to what that database itself comes to',
  async (_, fill, isOf) => {
    const wanted = await within(async (database) => {
      await fill(database);
      await migrate(database);
      return everything(database);
    });
    for (const last of migrations().filter(isOf))
      await within(async (database) => {
        await fill(database);
        const names = migrations().filter((name) => name <= last);
        await transaction(database, (connection) => migrateWithin(connection, names));
        await backUp(database, file(`${last}.backup`), at);
        await within(async (other) => {
          await restore(other, file(`${last}.backup`));
          const made = await everything(other);
          // Each has a revision that says when it was brought along.
          for (const all of [made, wanted]) delete all.revision;
          expect(made, last).toEqual(wanted);
        });
      });
  },
);

test('from the command line: made while others work, put back on another cluster, and there when it starts', async () => {
  const plemb = (env: Record<string, string>, ...words: string[]) => {
    const { status, stdout, stderr } = spawnSync(process.execPath, ['scripts/plemb.mjs', ...words], {
      cwd: root,
      encoding: 'utf8',
      env: { ...process.env, INIT_CWD: folder, DATABASE_URL: '', ...env },
    });
    return { status, said: `${stdout}${stderr}`.trim() };
  };
  const data = { PLEMB_DATA: join(folder, 'data') };
  expect(plemb(data, 'backup', 'x.backup')).toMatchObject({
    status: 2,
    said: expect.stringContaining('nothing to back up'),
  });
  const made = plemb({ DATABASE_URL: one.url }, 'backup', 'cli.backup');
  expect(made).toEqual({
    status: 0,
    said: expect.stringMatching(/cli\.backup holds the book of Both \d+ at revision \d+, [\d,]+ rows$/),
  });
  expect(plemb({ DATABASE_URL: one.url }, 'backup', 'cli.backup').said).toContain('is there already');
  expect(plemb({ DATABASE_URL: 'postgres://plemb@127.0.0.1:1/none' }, 'backup', 'y.backup').said).toContain(
    'does not answer',
  );
  process.env.PLEMB_DATA = data.PLEMB_DATA;
  const { clusterFolder } = dataOf('.plemb-own');
  delete process.env.PLEMB_DATA;
  try {
    expect(plemb(data, 'restore', 'cli.backup')).toMatchObject({
      status: 0,
      said: expect.stringContaining('is put back'),
    });
    expect(plemb(data, 'restore', 'cli.backup')).toMatchObject({
      status: 2,
      said: expect.stringContaining('not empty'),
    });
    const cluster = await startCluster(clusterFolder);
    const database = connect(cluster.url('plemb'));
    const [there, here] = [await everything(database), await everything(one.database)];
    await database.end();
    expect(there).toEqual(here);
  } finally {
    (await startCluster(clusterFolder)).remove();
  }
});
