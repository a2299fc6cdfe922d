import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { pathWord } from '../../src/contract/index.ts';
import { goodsFields, itemSchema } from '../../src/core/goods/index.ts';
import { transaction } from '../../src/server/database.ts';
import { savingLock } from '../../src/server/queries/revisions.ts';
import { save } from '../../src/server/save.ts';
import { smallBook } from '../books/small.ts';
import { type World, world } from './world.ts';

let at: World;
let base = 0;
beforeAll(async () => {
  at = await world();
});
afterAll(() => at.end());
beforeEach(async () => {
  base = (await at.take(smallBook())).body.revision;
});

const amount = ['templates', 'soaps', 'lanes', 'home', 'post', 'rate', 'amount'];
const saving = (edits: unknown[], more: object = {}) =>
  at.call('POST', '/api/revisions', { base, who: 'Ada', note: '', edits, ...more });
const book = async () => (await at.call('GET', '/api/book')).body.book;

describe('a save', () => {
  test('is a revision with who, when and what, and can be compared and taken back', async () => {
    const saved = await saving(
      [
        { path: amount, value: '8.10' },
        { path: ['goods', 'BAR-OAT', 'price'], value: '6.90' },
      ],
      { note: 'Dearer post' },
    );
    expect(saved.status).toBe(201);
    const number = saved.body.revision;
    const [newest] = (await at.call('GET', '/api/revisions')).body.revisions;
    expect(newest).toMatchObject({ number, who: 'Ada', note: 'Dearer post', count: 2 });
    expect((await at.call('GET', `/api/revisions/${number - 1}/to/${number}`)).body.changes).toEqual([
      { path: amount, before: '7.30', after: '8.10' },
      { path: ['goods', 'BAR-OAT', 'price'], before: '6.50', after: '6.90' },
    ]);
    expect((await at.call('POST', `/api/revisions/${number}/taken-back`, { who: 'Ben' })).status).toBe(201);
    expect((await book()).templates[0].lanes.home.post.rate.amount).toBe('7.30');
    expect((await at.call('GET', '/api/goods')).body.items[0]).toMatchObject({ sku: 'BAR-OAT', price: '6.50' });
  });

  test('of the same by two: the second gets both versions, and nothing of it is saved', async () => {
    await saving([{ path: amount, value: '8.10' }]);
    const second = await saving(
      [
        { path: amount, value: '9.00' },
        { path: ['zones', 'home', 'name'], value: 'Hearth' },
      ],
      { who: 'Ben' },
    );
    expect(second.status).toBe(409);
    expect(second.headers.get('Content-Type')).toBe('application/problem+json');
    expect(second.body.conflicts).toEqual([
      { path: amount, mine: '9.00', theirs: '8.10', who: 'Ada', revision: base + 1 },
    ]);
    expect((await book()).zones[0].name).toBe('Home');
  });

  test('of different things by two: both stand', async () => {
    await saving([{ path: amount, value: '8.10' }]);
    expect((await saving([{ path: ['zones', 'home', 'name'], value: 'Hearth' }], { who: 'Ben' })).status).toBe(201);
    expect(await book()).toMatchObject({
      zones: [{ name: 'Hearth' }, {}],
      templates: [{ lanes: { home: { post: { rate: { amount: '8.10' } } } } }],
    });
  });

  test('of two breaks of one table by two: both stand, in the order of their edges; of one break, one', async () => {
    const breaks = ['templates', 'soaps', 'lanes', 'north', 'post', 'rate', 'breaks'];
    const by = (who: string, ...edits: unknown[]) => saving(edits, { who });
    expect((await by('Ada', { path: [...breaks, '1', 'amount'], value: '5.00' })).status).toBe(201);
    expect((await by('Ben', { path: [...breaks, 'open', 'amount'], value: '9.00' })).status).toBe(201);
    const moved = await by(
      'Cy',
      { path: [...breaks, '3'] },
      { path: [...breaks, '2'], value: { to: '2', amount: '6.95' } },
    );
    expect(moved.status).toBe(201);
    expect((await book()).templates[0].lanes.north.post.rate.breaks).toEqual([
      { to: '1', amount: '5.00' },
      { to: '2', amount: '6.95' },
      { to: null, amount: '9.00' },
    ]);
    const late = await by('Di', { path: [...breaks, '3', 'amount'], value: '7.00' });
    expect(late.body.conflicts).toEqual([
      { path: [...breaks, '3', 'amount'], mine: '7.00', who: 'Cy', revision: moved.body.revision },
    ]);
  });

  test('told whole says no more than what is another: who changed something else is not in the way', async () => {
    const { lanes } = (await book()).templates[0];
    const whole = { ...lanes.home.post, rate: { is: 'flat', amount: '8.10' } };
    const path = ['templates', 'soaps', 'lanes', 'home', 'post'];
    const { revision } = (await saving([{ path, value: whole }])).body;
    expect((await saving([{ path: [...path, 'freeFrom', 'value'], value: '60.00' }], { who: 'Ben' })).status).toBe(201);
    expect((await at.call('GET', `/api/book/since/${revision - 1}`)).body).toEqual({
      revision: revision + 1,
      changes: [
        { path: amount, before: '7.30', after: '8.10' },
        { path: [...path, 'freeFrom', 'value'], before: '55.00', after: '60.00' },
      ],
    });
    expect((await at.call('GET', `/api/book/since/${revision + 2}`)).status).toBe(404);
  });

  test('of many at the same moment: each is a revision of its own, one after another', async () => {
    const names = ['a', 'b', 'c', 'd', 'e', 'f'];
    const answers = await Promise.all(
      names.map((one, i) =>
        saving([{ path: ['goods', `NEW-${i}`], value: { ...smallBook().goods[0], sku: `NEW-${i}` } }], { who: one }),
      ),
    );
    expect(answers.map((one) => one.status)).toEqual(names.map(() => 201));
    expect(new Set(answers.map((one) => one.body.revision)).size).toBe(names.length);
    expect((await at.call('GET', '/api/goods')).body.items.length).toBe(3 + names.length);
  });

  test('of an item that comes or goes tells it whole, however short it is kept', async () => {
    const item = itemSchema.parse({ ...goodsFields.blank, sku: 'BAR-FIG', name: 'Fig', price: '5.00', tags: ['fig'] });
    const path = ['goods', 'BAR-FIG'];
    expect((await saving([{ path, value: item }])).status).toBe(201);
    const { rows } = await at.database.query("select body from goods where sku = 'BAR-FIG'");
    expect(rows).toEqual([{ body: { sku: 'BAR-FIG', name: 'Fig', price: '5.00', tags: ['fig'] } }]);
    expect((await at.call('GET', '/api/goods')).body.items).toContainEqual(item);
    const come = (await at.call('GET', `/api/book/since/${base}`)).body.changes;
    expect(come).toEqual([{ path, after: item }]);
    expect((await at.call('GET', '/api/revisions')).body.revisions[0].first).toEqual(come);
    expect((await at.call('POST', `/api/revisions/${base + 1}/taken-back`, { who: 'Ben' })).status).toBe(201);
    expect((await at.call('GET', `/api/book/since/${base + 1}`)).body.changes).toEqual([{ path, before: item }]);
  });

  test('that takes something out of a list, taken back, puts it where it stood', async () => {
    const order = async () => (await book()).zones.map((one: { id: string }) => one.id).join();
    const west = { id: 'west', name: 'West', takes: ['FR'], leaves: [] };
    const more = { id: 'more', name: 'More', takes: ['ES'], leaves: [] };
    await saving([
      { path: ['zones', 'west'], value: west },
      { path: ['zones', 'more'], value: more },
    ]);
    const gone = await saving([{ path: ['zones', 'west'] }], { base: base + 1 });
    expect(await order()).toBe('home,north,more');
    expect((await at.call('POST', `/api/revisions/${gone.body.revision}/taken-back`, { who: 'Ben' })).status).toBe(201);
    expect(await order()).toBe('home,north,west,more');
  });

  test('taken back after a later one changed the same is refused with both versions', async () => {
    await saving([{ path: amount, value: '8.10' }]);
    await at.call('POST', '/api/revisions', {
      base: base + 1,
      who: 'Ben',
      note: '',
      edits: [{ path: amount, value: '8.50' }],
    });
    expect((await at.call('POST', `/api/revisions/${base + 1}/taken-back`, { who: 'Ada' })).status).toBe(409);
  });

  test.each<[string, unknown[], string, string]>([
    ['a negative amount', [{ path: amount, value: '-1' }], 'amount', 'an amount such as 4.90'],
    ['an amount in a third decimal', [{ path: amount, value: '4.905' }], 'amount', 'at most 2'],
    ['a zone in use taken away', [{ path: ['zones', 'north'] }], 'north', 'home'],
    ['an item of a pinned basket taken away', [{ path: ['goods', 'BAR-OAT'] }], 'lines', 'a SKU of the goods'],
    [
      'a price that is no figure',
      [{ path: ['goods', 'BAR-SEA', 'price'], value: 'NaN' }],
      'price',
      'an amount such as 4.90',
    ],
    ['something at a place that is not there', [{ path: ['offers', 'gone', 'title'], value: 'x' }], '', ''],
  ])('%s is refused with its place, and nothing is saved', async (_, edits, field, right) => {
    const answer = await saving([{ path: ['zones', 'home', 'name'], value: 'Half done' }, ...edits]);
    expect(answer.status).toBe(422);
    if (field) {
      const problem = answer.body.problems.find((one: { at: unknown[] }) => one.at.includes(field));
      expect(problem?.right).toContain(right);
    }
    expect((await book()).zones[0].name).toBe('Home');
    expect((await at.call('GET', '/api/revisions')).body.revisions[0].number).toBe(base);
  });

  test('broken off in the middle leaves nothing', async () => {
    const broken = transaction(at.database, async (connection) => {
      await connection.query(
        "update book_part set body = jsonb_set(body, '{name}', '\"Half\"') where kind = 'zones' and id = 'home'",
      );
      throw new Error('the server was killed');
    });
    await expect(broken).rejects.toThrow('killed');
    expect((await book()).zones[0].name).toBe('Home');
    // The connection that makes the save is ended from outside while the save waits for its turn.
    const holder = await at.database.writes.connect();
    await holder.query('begin');
    await holder.query('select pg_advisory_xact_lock($1)', [savingLock]);
    const waiting = save(at.database, {
      base,
      who: 'Ada',
      note: '',
      at: new Date(),
      key: null,
      edits: [{ path: ['zones', 'home', 'name'], value: 'Half' }],
    });
    waiting.catch(() => undefined);
    await new Promise((done) => setTimeout(done, 300));
    await holder.query(
      "select pg_terminate_backend(pid) from pg_stat_activity where wait_event_type = 'Lock' and datname = current_database()",
    );
    await expect(waiting).rejects.toThrow();
    await holder.query('rollback');
    holder.release();
    expect((await book()).zones[0].name).toBe('Home');
  });

  test('words that would be SQL are words', async () => {
    const name = "'); drop table goods; --";
    expect(
      (await saving([{ path: ['zones', 'home', 'name'], value: name }], { who: "Rob'); drop table revision; --" }))
        .status,
    ).toBe(201);
    expect((await book()).zones[0].name).toBe(name);
    expect((await at.call('GET', "/api/goods?after=' or 1=1 --")).body.items.length).toBe(3);
  });
});

describe('a book', () => {
  test('goes out and comes in whole, as one revision', async () => {
    const out = (await at.call('GET', '/api/book/file')).body;
    expect(out).toEqual({ ...smallBook(), goods: smallBook().goods.sort((a, b) => (a.sku < b.sku ? -1 : 1)) });
    const answer = await at.take({ ...out, seller: 'Another' });
    expect(
      (await at.call('GET', `/api/revisions/${answer.body.revision - 1}/to/${answer.body.revision}`)).body.changes,
    ).toEqual([{ path: ['seller'], before: 'Quillmoor Soaps', after: 'Another' }]);
  });
  test('that does not hold together is refused whole, with every place', async () => {
    const file = smallBook();
    if (file.goods[0]) file.goods[0].template = 'crates';
    if (file.offers[0]) file.offers[0].zones = ['moon'];
    const answer = await at.take(file);
    expect(answer.status).toBe(422);
    expect(answer.body.problems.map((one: { at: string[] }) => one.at.join('/'))).toEqual(['offers/suds/zones']);
    expect((await book()).offers[0].zones).toBeNull();
  });
});

describe('the door', () => {
  test('carries a content security policy, and answers only who names a loopback host', async () => {
    const { headers } = await at.call('GET', '/api/book');
    expect(headers.get('Content-Security-Policy')).toContain("default-src 'self'");
    expect(headers.get('Content-Security-Policy')).not.toContain('unsafe');
    expect((await at.call('GET', '/api/book', undefined, { Host: 'evil.example' })).status).toBe(421);
  });
  test('refuses what is no JSON, not of the contract, or too large', async () => {
    expect((await at.call('POST', '/api/revisions', '{')).status).toBe(400);
    expect((await at.call('POST', '/api/revisions', { base: -1 })).body.problems.length).toBeGreaterThan(0);
    const large = await at.call('POST', '/api/revisions', 'x'.repeat(10), { 'Content-Length': String(65 << 20) });
    expect(large.status).toBe(413);
    expect((await at.call('GET', '/api/nothing')).status).toBe(404);
  });
});

describe('revisions', () => {
  const page = async (query: string) =>
    (await at.call('GET', `/api/revisions${query}`)).body as {
      revisions: { number: number; who: string; count: number; first: { path: string[] }[] }[];
      people: string[];
    };
  test('are of a person, of kinds of things, of one object, with the changes asked for first', async () => {
    const saved = async (who: string, edits: { path: string[]; value: unknown }[]) =>
      (await at.call('POST', '/api/revisions', { base, who, note: '', edits })).status;
    expect(await saved('Nuala', [{ path: amount, value: '6.10' }])).toBe(201);
    expect(
      await saved('Oisín', [
        { path: ['zones', 'home', 'name'], value: 'Here' },
        { path: ['offers', 'suds', 'title'], value: 'Suds' },
      ]),
    ).toBe(201);
    const numbers = async (query: string) =>
      (await page(query)).revisions.map((one) => one.number - base).filter((one) => one > 0);
    expect(await numbers('?who=Nuala')).toEqual([1]);
    expect(await numbers('?kinds=offers,eitherOr')).toEqual([2]);
    expect(await numbers('?of=templates/soaps/lanes/home/post')).toEqual([1]);
    expect(await numbers('?of=templates/soaps/lanes/home/po')).toEqual([]);
    expect(await numbers('?who=Nuala&kinds=offers')).toEqual([]);
    expect((await page('?kinds=offers')).revisions[0]).toMatchObject({
      count: 2,
      first: [{ path: ['offers', 'suds', 'title'], after: 'Suds' }],
    });
    expect((await page('')).people).toEqual(expect.arrayContaining(['Nuala', 'Oisín']));
  });
  test('are of an item whatever letters its SKU has', async () => {
    const [one] = smallBook().goods;
    const item = { ...one, sku: '#Bär 50%/2', name: 'Bar' };
    const edits = [{ path: ['goods', item.sku], value: item }];
    const { status, body } = await at.call('POST', '/api/revisions', { base, who: 'Nuala', note: '', edits });
    expect([status, body.revision]).toEqual([201, base + 1]);
    const of = encodeURIComponent(pathWord(['goods', item.sku]));
    expect((await page(`?of=${of}`)).revisions.map((one) => one.number)).toEqual([base + 1]);
    expect((await page(`?of=${encodeURIComponent(pathWord(['goods', '#Bär 50%']))}`)).revisions).toEqual([]);
  });
  test('an address that is none is refused with what would be right', async () => {
    const answer = await at.call('GET', '/api/revisions?before=soon');
    expect([answer.status, answer.body.problems[0].at]).toEqual([400, ['before']]);
  });
});
