import { fileURLToPath } from 'node:url';
import { proxy } from 'comlink';
import pg from 'pg';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { freePort } from '../../scripts/parts/ports.mjs';
import { channelIds } from '../../src/core/book/index.ts';
import { reaching } from '../../src/server/context.ts';
import { runCheck } from '../../src/server/jobs/check.ts';
import { readImport, takeImport } from '../../src/server/jobs/import-steps.ts';
import { runSend } from '../../src/server/jobs/send.ts';
import { startWorkers } from '../../src/server/jobs/workers.ts';
import { noKeys } from '../../src/server/keys/keys.ts';
import { addImport, moveImport } from '../../src/server/queries/imports.ts';
import { savingLock } from '../../src/server/queries/revisions.ts';
import { channelRoutes } from '../../src/server/routes/channels.ts';
import { tasksWith } from '../../src/server/tasks.ts';
import { threadsBeside } from '../../src/server/threads.ts';
import { smallBook } from '../books/small.ts';
import { type World, world } from './world.ts';

/** Jobs, and what becomes of them when things go wrong in the middle. */
let at: World;
beforeAll(async () => {
  at = await world();
  await at.take(smallBook());
});
afterAll(() => at.end());

const moment = '2026-11-24T09:10:00Z';
const isOver = ({ state }: { state: string }) => state !== 'queued' && state !== 'running';
const checked = async (more = {}) => {
  const { body } = await at.call('POST', '/api/checks', { moment, ...more });
  return at.until(`/api/checks/${body.id}`, isOver);
};
const shop = '/api/channels/lerrin-shop';
const sent = async () => {
  const { body, status } = await at.call('POST', `${shop}/sends`, { who: 'Ada' });
  expect(status).toBe(202);
  return body.id as number;
};

test('a send whose answer is lost is not known, until the channel is asked again: it counts once', async () => {
  await at.desk('lerrin-shop', 'trouble', { mode: 'failing' });
  const id = await sent();
  const unknown = await at.until(shop, ({ lastSend }) => lastSend.state === 'not known');
  expect(unknown.lastSend).toMatchObject({ id, error: 'Lerrin Shop does not answer: the connection broke' });
  expect(unknown.told).toBeNull();
  // Another would make it impossible to know.
  expect((await at.call('POST', `${shop}/sends`, { who: 'Ada' })).status).toBe(409);
  await at.desk('lerrin-shop', 'trouble', { mode: 'none' });
  const known = await at.until(shop, ({ lastSend }) => lastSend.state === 'accepted');
  expect(known.lastSend.id).toBe(id);
  const { told, live } = (await at.call('GET', `${shop}/files`)).body;
  expect(live).toEqual(told);
});

test('nobody has to wait for what is not known: it can be given up, and another is sent', async () => {
  await at.desk('lerrin-shop', 'trouble', { mode: 'failing' });
  const id = await sent();
  await at.until(shop, ({ lastSend }) => lastSend.state === 'not known');
  expect((await at.call('DELETE', `${shop}/sends/${id + 1000}`)).status).toBe(404);
  expect((await at.call('DELETE', `/api/channels/harrowmere/sends/${id}`)).status).toBe(404);
  expect((await at.call('DELETE', `${shop}/sends/${id}`)).body.state).toBe('given up');
  expect((await at.call('DELETE', `${shop}/sends/${id}`)).status).toBe(409);
  await at.desk('lerrin-shop', 'trouble', { mode: 'none' });
  const next = await sent();
  await at.until(shop, ({ lastSend }) => lastSend.id === next && lastSend.state === 'accepted');
  const { rows } = await at.database.query('select state from send where id = $1', [id]);
  expect(rows[0].state).toBe('given up');
});

test('a send to where nothing listens has failed for certain: nothing has been told', async () => {
  const { rows } = await at.database.query(
    `insert into send (channel, revision, idempotency_key, state, requested, who)
     values ('findlark', 1, 'to-nowhere', 'queued', now(), 'Ada') returning id::integer`,
  );
  const { clients } = reaching({ findlark: `http://127.0.0.1:${await freePort()}` }, noKeys);
  await runSend({ ...at.context, clients }, at.jobs.ask, rows[0].id, new AbortController().signal);
  expect((await at.call('GET', '/api/channels/findlark')).body.lastSend).toMatchObject({
    state: 'failed',
    error: 'Findlark does not answer: nothing listens there',
  });
  // Somebody who ended in the middle may have sent it.
  await at.database.query("update send set state = 'sending' where id = $1", [rows[0].id]);
  await runSend({ ...at.context, clients }, at.jobs.ask, rows[0].id, new AbortController().signal);
  expect((await at.call('GET', '/api/channels/findlark')).body.lastSend.state).toBe('not known');
  await at.call('DELETE', `/api/channels/findlark/sends/${rows[0].id}`);
});

test('a channel that is away keeps what was found of it, and nothing of it counts as gone', async () => {
  await checked();
  const before = (await at.call('GET', '/api/checks/last')).body;
  const of = (report: typeof before) =>
    report.findings.filter((one: { channel: string }) => one.channel === 'findlark');
  expect(of(before).length).toBeGreaterThan(0);
  await at.desk('findlark', 'trouble', { mode: 'nonsense' });
  const away = await checked();
  const during = (await at.call('GET', '/api/checks/last')).body;
  expect(during.check.id).toBe(away.id);
  expect(of(during)).toEqual(of(before));
  expect(during.down).toEqual([
    { channel: 'findlark', why: 'Findlark does not answer: its answer makes no sense', last: before.check.moment },
  ]);
  expect(during.since).toEqual({ added: [], gone: [] });
  await at.desk('findlark', 'trouble', { mode: 'none' });
  await checked();
  expect((await at.call('GET', '/api/checks/last')).body.since).toEqual({ added: [], gone: [] });
});

test('a check that was to stop never ends as done', async () => {
  for (let i = 0; i < 6; i += 1) {
    const { body } = await at.call('POST', '/api/checks', { moment });
    await new Promise((resolve) => setTimeout(resolve, i * 60));
    const asked = (await at.call('DELETE', `/api/checks/${body.id}`)).body;
    const ended = await at.until(`/api/checks/${body.id}`, isOver);
    expect(ended.state).toBe(asked.state === 'done' ? 'done' : 'stopped');
  }
});

test('two workers end what they began, and nothing of each other', async () => {
  const second = await startWorkers(at.context);
  const asked = await Promise.all(
    Array.from({ length: 6 }, () => at.call('POST', '/api/checks', { moment }).then(({ body }) => body.id as number)),
  );
  await at.restart();
  for (const id of asked) expect(await at.until(`/api/checks/${id}`, isOver)).toMatchObject({ state: 'done' });
  await second.close();
});

const nothing = proxy(async () => undefined);

test('a check on threads of their own finds what one in place does; stopped, the threads are ended', async () => {
  await checked();
  const inPlace = (await at.call('GET', '/api/checks/last')).body;
  const running = fileURLToPath(new URL('../../src/server/worker.ts', import.meta.url));
  const settings = { url: at.url, addresses: at.addresses, patience: 'person' } as const;
  const roomy = { thread: 512, process: 1 << 20 };
  const threads = threadsBeside(settings, running, roomy);
  const { rows } = await at.database.query(
    `insert into check_run (state, moment, revision, requested) values ('queued', $1, 1, now()) returning id::integer`,
    [moment],
  );
  await runCheck({ ...at.context, threads }, rows[0].id, new AbortController().signal);
  const onThreads = (await at.call('GET', '/api/checks/last')).body;
  expect(onThreads.check).toMatchObject({ id: rows[0].id, state: 'done', all: inPlace.check.all });
  expect([onThreads.findings, onThreads.down]).toEqual([inPlace.findings, inPlace.down]);
  // One that would take more than its ceiling is ended, and the process goes on.
  const small = threadsBeside(settings, running, { ...roomy, thread: 8 });
  await expect(
    small(new AbortController().signal, (tasks) => tasks.render('findlark', nothing, nothing)),
  ).rejects.toThrow('It took more than 8 MB');
  // Where all together take more than the process may, the one begun last goes first.
  const tight = threadsBeside(settings, running, { ...roomy, process: 1 });
  const gone: string[] = [];
  const held = ['first', 'second'].map((name) =>
    tight(new AbortController().signal, () => new Promise<void>(() => undefined)).catch((error: Error) => {
      gone.push(name);
      return error.message;
    }),
  );
  expect(await Promise.all(held)).toEqual(
    held.map(() => 'It took more than 1 MB together with what else was under way'),
  );
  expect(gone).toEqual(['second', 'first']);
  const stopping = new AbortController();
  const endless = threads(stopping.signal, () => new Promise(() => undefined));
  stopping.abort(new Error('enough'));
  await expect(endless).rejects.toThrow('enough');
});

test('what nobody could finish is told as failed, not left for ever', async () => {
  const { rows } = await at.database.query(
    `insert into check_run (state, moment, revision, requested) values ('running', now(), 1, now()) returning id::integer`,
  );
  const { id } = rows[0] as { id: number };
  await at.database.query("insert into jobs.job (name, data) values ('lost', $1)", [{ queue: 'check', id }]);
  expect(await at.until(`/api/checks/${id}`, isOver)).toMatchObject({
    state: 'failed',
    error: 'Whoever worked on it ended in the middle, again and again',
  });
});

test('a file of goods is taken whole while it tells how far it is; taken again it changes nothing', async () => {
  const line = (i: number) => `IMP-${i},Thing ${i},4.00,100 g,,,parcel,`;
  const text = ['sku,name,price,mass,size,tags,kind,template', ...Array.from({ length: 25_000 }, (_, i) => line(i))];
  const take = async () => {
    const { body } = await at.call('POST', '/api/imports', { name: 'goods.csv', text: text.join('\r\n'), who: 'Ada' });
    const address = `/api/imports/${body.id}`;
    await at.until(address, ({ state }) => state === 'read');
    expect((await at.call('POST', `${address}/taken`)).status).toBe(202);
    return at.until(address, ({ state }) => state !== 'taking');
  };
  const { revision } = (await at.call('GET', '/api/book')).body;
  expect(await take()).toMatchObject({ state: 'done', revision: revision + 1 });
  expect(await take()).toMatchObject({ state: 'done', revision: null });
  expect((await at.call('GET', '/api/book')).body.revision).toBe(revision + 1);
});

test('a save that arrives twice is one revision', async () => {
  const { revision: base } = (await at.call('GET', '/api/book')).body;
  const request = { base, who: 'Ada', note: 'twice', edits: [{ path: ['seller'], value: 'Quillmoor' }] };
  const headers = { 'Idempotency-Key': 'twice-and-once' };
  const answers = await Promise.all([1, 2, 3].map(() => at.call('POST', '/api/revisions', request, headers)));
  expect(answers.map(({ status, body }) => [status, body.revision])).toEqual(Array(3).fill([201, base + 1]));
  expect((await at.call('POST', '/api/revisions', request, { 'Idempotency-Key': 'a b' })).status).toBe(400);
  const other = { ...request, edits: [{ path: ['seller'], value: 'Other' }] };
  expect((await at.call('POST', '/api/revisions', other, headers)).status).toBe(422);
});

test('every write that arrives twice is done once', async () => {
  const twice = async (method: string, path: string, body: unknown, key: string) => {
    const headers = { 'Idempotency-Key': `every-${key}` };
    const [one, other] = await Promise.all([1, 2].map(() => at.call(method, path, body, headers)));
    expect([path, one?.status, other?.status]).toEqual([path, one?.status, one?.status]);
    expect(one?.status).toBeLessThan(300);
    return [one?.body, other?.body];
  };
  await twice('POST', '/api/codes/batches/twice', { count: 7 }, 'codes');
  const { batches } = (await at.call('GET', '/api/codes')).body;
  expect(batches.find((one: { batch: string }) => one.batch === 'twice').codes).toBe(7);
  await twice('PUT', '/api/codes/batches/listed', { text: 'code\nABCD1\nABCD2\n' }, 'listed');
  const checks = await twice('POST', '/api/checks', { moment }, 'check');
  expect(checks[0].id).toBe(checks[1].id);
  const imports = await twice('POST', '/api/imports', { name: 'x.csv', text: 'sku', who: 'Ada' }, 'import');
  expect(imports[0].id).toBe(imports[1].id);
  await at.until(`/api/imports/${imports[0].id}`, ({ state }) => state === 'read');
  await twice('POST', `/api/imports/${imports[0].id}/taken`, undefined, 'taken');
  const sends = await twice('POST', `${shop}/sends`, { who: 'Ada' }, 'send');
  expect(sends[0].id).toBe(sends[1].id);
  await at.until(shop, ({ lastSend }) => lastSend.state === 'accepted');
});

test('a book file, and a file of goods, are not taken over what others have saved since', async () => {
  const { revision: base } = (await at.call('GET', '/api/book')).body;
  const save = (edits: unknown) => at.call('POST', '/api/revisions', { base, who: 'Oisín', note: '', edits });
  const text = 'sku,name,price,mass,size,tags,kind,template\r\nBAR-OAT,Oats,7.00,100 g,,,parcel,';
  const { body } = await at.call('POST', '/api/imports', { name: 'goods.csv', text, who: 'Ada' });
  await at.until(`/api/imports/${body.id}`, ({ state }) => state === 'read');
  expect((await save([{ path: ['goods', 'BAR-OAT', 'name'], value: 'Oats by Oisín' }])).status).toBe(201);
  await at.call('POST', `/api/imports/${body.id}/taken`);
  expect(await at.until(`/api/imports/${body.id}`, ({ state }) => state !== 'taking')).toMatchObject({
    state: 'failed',
    error: 'Of this file 1 item has been saved by others since it was read; read it again',
  });
  const refused = await at.call('PUT', `/api/book/file?base=${base}`, smallBook());
  expect([refused.status, refused.body.type]).toEqual([409, '/problems/saved-since']);
  expect((await at.call('GET', '/api/goods')).body.items[0].name).toBe('Oats by Oisín');
  expect((await at.call('PUT', `/api/book/file?base=${base + 1}`, smallBook())).status).toBe(201);
});

test('saves that wait keep nobody from reading, and are told to come again', { timeout: 60_000 }, async () => {
  const { revision: base } = (await at.call('GET', '/api/book')).body;
  const holder = new pg.Client({ connectionString: at.url });
  await holder.connect();
  await holder.query('select pg_advisory_lock($1)', [savingLock]);
  const waiting = Array.from({ length: 12 }, (_, i) =>
    at.call('POST', '/api/revisions', {
      base,
      who: 'Ada',
      note: `${i}`,
      edits: [{ path: ['zones', 'home', 'name'], value: `Home ${i}` }],
    }),
  );
  await new Promise((resolve) => setTimeout(resolve, 300));
  for (let i = 0; i < 20; i += 1) expect((await at.call('GET', '/api/book')).status).toBe(200);
  const answers = await Promise.all(waiting);
  for (const { status, headers, body } of answers) {
    expect(status).toBe(503);
    expect(Number(headers.get('Retry-After'))).toBeGreaterThan(0);
    expect(body.title).toMatch(/waited too long and was not carried out/);
  }
  await holder.end();
  expect((await at.call('GET', '/api/book')).body.revision).toBe(base);
});

test('a file of many goods is made, kept and sent in pieces, and downloaded the same', {
  timeout: 60_000,
}, async () => {
  const book = smallBook();
  const many = Array.from({ length: 25_000 }, (_, i) => ({
    ...(book.goods[0] as (typeof book.goods)[number]),
    sku: `M-${i}`,
  }));
  expect((await at.take({ ...book, goods: [...book.goods, ...many] })).status).toBe(201);
  // The shop's file says nothing of single goods; Findlark's has an element for each.
  const id = (await at.call('POST', '/api/channels/findlark/sends', { who: 'Ada' })).body.id as number;
  await at.until('/api/channels/findlark', ({ lastSend }) => lastSend.id === id && lastSend.state === 'accepted');
  const { told, live } = (await at.call('GET', '/api/channels/findlark/files')).body;
  const items = told.find((one: { name: string }) => one.name === 'main.xml').text as string;
  expect(items.match(/<item /g)?.length).toBe(25_000 + smallBook().goods.length);
  const { rows } = await at.database.query(
    `select count(*)::integer as pieces, max(length(text)) as longest from send_piece where send = $1 and name = $2`,
    [id, 'main.xml'],
  );
  expect(rows[0].pieces).toBeGreaterThan(1);
  expect(rows[0].longest).toBeLessThan(1.5 * 2 ** 20);
  expect(live[0].text.match(/<item /g)).toHaveLength(25_000 + smallBook().goods.length);
  expect((await at.call('GET', '/api/channels/findlark/files/main.xml')).body).toBe(items);
  const twin = (await at.call('GET', '/api/channels/findlark/files/main.jsonld')).body;
  expect(JSON.parse(twin)['@graph'].filter((one: object) => '@type' in one && one['@type'] === 'Product')).toHaveLength(
    25_000 + smallBook().goods.length,
  );
  expect((await at.call('GET', '/api/channels/findlark/files/other.xml')).status).toBe(404);
  // One whose making breaks in the middle is no shorter file.
  const breaks: typeof at.context.threads = async (_, work) =>
    work({
      ...tasksWith({ url: at.url, addresses: at.addresses, patience: 'person' }),
      render: async (__, begin, piece) => {
        await begin(1);
        await piece('main.xml', '<feed>');
        throw new Error('ended in the middle');
      },
    });
  const routes = channelRoutes({ ...at.context, threads: breaks }, at.jobs);
  const half = await routes.request('/channels/findlark/files/main.xml');
  await expect(half.text()).rejects.toThrow('ended in the middle');
});

test('what others do between the working out of an import and its taking place is looked at, too', async () => {
  const parent = { ...smallBook().goods[0], sku: 'PARENT' };
  const save = async (edit: object) => {
    const { revision: base } = (await at.call('GET', '/api/book')).body;
    const { status } = await at.call('POST', '/api/revisions', { base, who: 'Oisín', note: '', edits: [edit] });
    expect(status).toBe(201);
  };
  await save({ path: ['goods', 'PARENT'], value: parent });
  const text = 'sku,name,price,mass,size,tags,kind,template,parent\r\nCHILD,Child,4.00,100 g,,,parcel,,PARENT';
  const row = await addImport(at.database, 'child.csv', text, 'Ada', new Date());
  await readImport(at.context, row.id, async () => undefined);
  await moveImport(at.database, row.id, ['read'], 'taking');
  // Laid beside already, and not yet in place: its parent goes.
  const taking = takeImport(at.context, row.id, () => save({ path: ['goods', 'PARENT'] }));
  await expect(taking).rejects.toThrow('The book would not hold together: goods › CHILD');
  expect((await at.call('GET', '/api/goods?after=CHIL')).body.items[0]?.sku).not.toBe('CHILD');
});

/** Takes a file of goods, and gives its report and how it ended. */
async function taken(text: string, more: object = {}) {
  const { body } = await at.call('POST', '/api/imports', { name: 'goods.csv', text, who: 'Ada', ...more });
  const { report } = await at.until(`/api/imports/${body.id}`, ({ state }) => state === 'read');
  await at.call('POST', `/api/imports/${body.id}/taken`);
  return { report, ended: await at.until(`/api/imports/${body.id}`, ({ state }) => state !== 'taking') };
}

test('a line that would leave the book unsound is a bad line, and so is one that leans on it', async () => {
  const { report, ended } = await taken(
    'sku,name,price,parent\r\nLOOP,Loop,4.00,LOOP\r\nBELOW,Below,4.00,LOOP\r\nFINE,Fine,4.00,',
  );
  expect(report).toMatchObject({ fresh: 1, bad: 2, badLines: [{ line: 2 }, { line: 3 }] });
  expect(ended).toMatchObject({ state: 'done', error: null });
  const { items } = (await at.call('GET', '/api/goods')).body;
  expect(items.map(({ sku }: { sku: string }) => sku)).toContain('FINE');
  expect(items.map(({ sku }: { sku: string }) => sku)).not.toContain('LOOP');
});

test('what is not in a file goes where that is said, but for what something names; a file of anybody’s heads', async () => {
  await at.take(smallBook());
  const { goods, pinned } = smallBook();
  const named = new Set(pinned.flatMap(({ lines }) => lines.map(({ sku }) => sku)));
  const free = goods.filter(({ sku, parent }) => !named.has(sku) && parent === null).map(({ sku }) => sku);
  expect(free.length).toBeGreaterThan(0);
  const { report, ended } = await taken('Artikelnr.;Bezeichnung;VK brutto\r\nEIGEN-1;Seife;4,50\r\n', {
    missing: 'removed',
  });
  expect(report).toMatchObject({ fresh: 1, bad: 0, removed: expect.any(Number), named: expect.any(Number) });
  expect(ended.state).toBe('done');
  const { items } = (await at.call('GET', '/api/goods')).body;
  const left = items.map(({ sku }: { sku: string }) => sku);
  expect(left).toContain('EIGEN-1');
  for (const sku of named) expect(left).toContain(sku);
  expect(report.removed + report.named).toBe(goods.length);
  expect(left).toHaveLength(1 + report.named);
  // Hidden, it stays, listed nowhere.
  await at.take(smallBook());
  const hidden = await taken('sku,name,price\r\nEIGEN-1,Seife,4.50\r\n', { missing: 'hidden' });
  expect(hidden.report).toMatchObject({ fresh: 1, hidden: goods.length });
  const [first] = (await at.call('GET', '/api/goods')).body.items;
  expect([...first.notListed].sort()).toEqual([...channelIds].sort());
  await at.take(smallBook());
});
