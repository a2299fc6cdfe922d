import { parseArgs } from 'node:util';
import { seeded } from '../src/core/plan/index.ts';
import { app } from '../src/server/app.ts';
import type { Context } from '../src/server/context.ts';
import type { Jobs } from '../src/server/jobs/queues.ts';
import type { Saves } from '../src/server/routes/events.ts';
import { smallBook } from '../tests/books/small.ts';
import { tryMalformed } from './malformed.ts';
import { Orders } from './orders.ts';
import { race } from './races.ts';
import { type Answer, type Victim, World } from './world.ts';

/**
 * Takes down, at random moments, what may go down: server, worker, database, stand-ins; puts a channel in trouble, and
 * lets clocks jump; while saves, sends, checks, imports and files of past orders are under way on two servers with two
 * workers. Then asks, over HTTP alone, whether anything was lost, doubled or untrue, whether anything hangs, and whether
 * anybody was answered 500.
 */
const { values } = parseArgs({
  options: {
    runs: { type: 'string', default: '240' },
    races: { type: 'string', default: '1000' },
    requests: { type: 'string', default: '10000' },
    seed: { type: 'string', default: '1' },
  },
});
const runs = Number(values.runs);
const random = seeded(Number(values.seed));
const below = (most: number) => Math.floor(random() * most);

const moment = '2026-11-27T09:00:00Z';
const victims: readonly Victim[] = ['server', 'worker', 'database', 'stand-ins', 'channel', 'clock'];
const fields: readonly (readonly string[])[] = [
  ['seller'],
  ['zones', 'home', 'name'],
  ['zones', 'north', 'name'],
  ['services', 'post', 'name'],
  ['goods', 'BAR-OAT', 'name'],
  ['goods', 'BAR-SEA', 'name'],
];

interface Saved {
  readonly note: string;
  readonly path: readonly string[];
  readonly value: string;
  readonly revision: number;
}

const world = await World.start(2, 2);
const wrong: string[] = [];
const note = (what: string) => {
  wrong.push(what);
  console.log(`  WRONG: ${what}`);
};
const saves: Saved[] = [];
const counts = { saves: 0, sends: 0, checks: 0, imports: 0, again: 0 };
const took: Record<Victim, number[]> = {
  server: [],
  worker: [],
  database: [],
  'stand-ins': [],
  channel: [],
  clock: [],
};
let corners = 0;
const orders = new Orders(world, below, note);

try {
  const book = await world.take(smallBook());
  if (book.status !== 201) throw new Error(`The book was not taken: ${JSON.stringify(book.body)}`);
  corners = (await world.until(`/api/checks/${(await begun('/api/checks', { moment })).id}`, isOver)).all;
  for (let run = 0; run < runs; run += 1) await oneRun(run);
  await everySaveOnce();
  await orders.everyOrderOnce();
  if (Number(values.races) > 0) await races(Number(values.races));
  if (Number(values.requests) > 0) await requests(Number(values.requests));
} catch (error) {
  note(String(error));
} finally {
  for (const fault of world.faults) note(`500: ${fault}`);
  await world.end();
}
console.log(`\n${runs} runs, seed ${values.seed}; ${JSON.stringify(counts)}; orders ${JSON.stringify(orders.counts)}`);
for (const [victim, all] of Object.entries(took))
  if (all.length > 0)
    console.log(
      `${victim}: ${all.length} times; all was settled after ${seconds(median(all))} s at the median, ${seconds(Math.max(...all))} s at most`,
    );
console.log(wrong.length === 0 ? 'Nothing lost, doubled or untrue; nothing hung; no 500.' : `${wrong.length} wrong`);
process.exitCode = wrong.length === 0 ? 0 : 1;

async function oneRun(run: number): Promise<void> {
  // Each in turn, so that a short trial takes each down.
  const victim = victims[run % victims.length] as Victim;
  const began = Date.now();
  const down = later(below(400), () => world.takeDown(victim, below(2), below(victim === 'channel' ? 3000 : 600)));
  const outcomes = await Promise.allSettled([
    savesOf(run),
    sending(),
    checking(),
    importing(run),
    orders.file(`run-${run}`),
    down,
  ]);
  for (const one of outcomes) if (one.status === 'rejected') note(`run ${run}, ${victim}: ${one.reason}`);
  took[victim].push(Date.now() - began);
  console.log(`run ${run + 1}: ${victim}, settled after ${seconds(Date.now() - began)} s`);
}

/** Two and five writers at two servers. */
async function races(count: number): Promise<void> {
  await world.take(smallBook());
  const raced = await race(
    count,
    (i) => (i % 2 === 0 ? 2 : 5),
    random,
    (writer, method, path, body) => (method === 'GET' ? world.insist(method, path) : asked(writer, method, path, body)),
  );
  for (const one of raced.wrong) note(one);
  console.log(
    `${raced.races} races of two and of five writers: ${raced.taken} saves taken, ${raced.conflicts} conflicts told, ${raced.unsound} refused as unsound`,
  );
}
async function asked(which: number, method: string, path: string, body: unknown): Promise<Answer> {
  const answer = await world.ask(which, method, path, body);
  if (!answer) throw new Error(`${method} ${path} had no answer`);
  return answer;
}

/** Malformed requests over every route. */
async function requests(count: number): Promise<void> {
  const { routes } = app({} as Context, {} as Jobs, {} as Saves, '/nowhere');
  const own = routes.filter(({ method, path }) => method !== 'ALL' && path.startsWith('/api/'));
  const each = [...new Map(own.map((one) => [`${one.method} ${one.path}`, one])).values()];
  const tried = await tryMalformed(
    each.map(({ method, path }) => ({ method, path: path.slice('/api'.length) })),
    count,
    random,
    (method, path, body, headers) => world.raw(below(2), method, path, body, headers),
  );
  for (const one of tried.wrong) note(one);
  console.log(`${tried.asked} requests, most of them malformed: answered ${JSON.stringify(tried.statuses)}`);
}

/** A few saves at once, each of a place of its own; each is asked for until it is known to have been made. */
async function savesOf(run: number): Promise<void> {
  const chosen = [...fields].sort(() => random() - 0.5).slice(0, 3);
  await Promise.all(
    chosen.map(async (path, i) => {
      await new Promise((resolve) => setTimeout(resolve, below(500)));
      const base = (await world.insist('GET', '/api/book')).body.revision as number;
      const said = `n-${run}-${i}`;
      const request = { base, who: 'Trial', note: said, edits: [{ path, value: said }] };
      const answer = await world.insist('POST', '/api/revisions', request, { 'Idempotency-Key': `trial-${run}-${i}` });
      if (answer.status !== 201) return note(`a save of ${path.join('/')} was refused: ${JSON.stringify(answer.body)}`);
      saves.push({ note: said, path, value: said, revision: answer.body.revision });
      counts.saves += 1;
    }),
  );
}

/** A send ends as taken, and the channel has then what it was told; or as failed, and it has what it had. */
async function sending(): Promise<void> {
  const channel = '/api/channels/lerrin-shop';
  const asked = await world.ask(below(2), 'POST', `${channel}/sends`, { who: 'Trial' });
  if (asked?.status !== 202) counts.again += 1;
  else counts.sends += 1;
  await world.until(
    channel,
    ({ lastSend }) => !lastSend || !['queued', 'sending', 'not known'].includes(lastSend.state),
  );
  const { told, live } = (await world.until(`${channel}/files`, (files) => files.live !== null)) as Answer['body'];
  if (told && JSON.stringify(told) !== JSON.stringify(live))
    note(
      `what is live at the shop is not what it was told: ${JSON.stringify(told).slice(0, 300)} … ${JSON.stringify(live).slice(0, 300)}`,
    );
}

/** A check ends, with every basket asked. */
async function checking(): Promise<void> {
  const asked = await world.ask(below(2), 'POST', '/api/checks', { moment });
  if (asked?.status !== 202) {
    counts.again += 1;
    return;
  }
  counts.checks += 1;
  const stop = random() < 0.2;
  if (stop) await world.insist('DELETE', `/api/checks/${asked.body.id}`);
  const ended = await world.until(`/api/checks/${asked.body.id}`, isOver);
  const report = (await world.insist('GET', '/api/checks/last')).body;
  if (ended.state === 'stopped' && stop) return;
  if (ended.state !== 'done') note(`a check ended ${ended.state}: ${ended.error}`);
  else if (ended.all !== corners && report.down.length === 0)
    note(`a check asked ${ended.all} baskets, not ${corners}`);
}

/** An import is taken whole, as one revision, or not at all. */
async function importing(run: number): Promise<void> {
  const sku = `NEW-${run}`;
  const line = (name: string) => `${name},Thing ${name},4.00,100 g,,,parcel,\r\n`;
  const text = `sku,name,price,mass,size,tags,kind,template\r\n${line(sku)}${line(`${sku}-B`)}`;
  const asked = await world.ask(below(2), 'POST', '/api/imports', { name: `${sku}.csv`, text, who: 'Trial' });
  if (asked?.status !== 202) {
    counts.again += 1;
    return;
  }
  const address = `/api/imports/${asked.body.id}`;
  const read = await world.until(address, (state) => state.state !== 'reading');
  if (read.state !== 'read') return note(`a file was not read: ${JSON.stringify(read)}`);
  const taken = await world.insist('POST', `${address}/taken`);
  if (taken.status !== 202 && taken.status !== 409) note(`an import was not taken: ${JSON.stringify(taken.body)}`);
  const ended = await world.until(address, (state) => state.state !== 'taking');
  if (ended.state !== 'done') return note(`an import ended ${ended.state}: ${ended.error}`);
  counts.imports += 1;
  const { items } = (await world.insist('GET', '/api/goods?after=NEW-')).body as Answer['body'];
  const there = items.filter((item: { sku: string }) => item.sku === sku || item.sku === `${sku}-B`).length;
  if (there !== 2) note(`${there} of the 2 items of ${sku} are there`);
}

/** Every save that was answered is there once, under its number; and what stands is what was saved last. */
async function everySaveOnce(): Promise<void> {
  const revisions: { number: number; note: string }[] = [];
  for (let before: number | null = 2 ** 31 - 1; before !== null; ) {
    const page: Answer['body'] = (await world.insist('GET', `/api/revisions?before=${before}`)).body;
    revisions.push(...page.revisions);
    before = page.next;
  }
  const numbers = revisions.map((one) => one.number).sort((a, b) => a - b);
  for (const [i, number] of numbers.entries()) if (number !== i) note(`revision ${i} is missing`);
  for (const save of saves) {
    const found = revisions.filter((one) => one.note === save.note);
    if (found.length !== 1) note(`the save ${save.note} is there ${found.length} times`);
    else if (found[0]?.number !== save.revision) note(`the save ${save.note} has the number of another`);
  }
  const imports = revisions.filter((one) => one.note.startsWith('Imported NEW-'));
  if (new Set(imports.map((one) => one.note)).size !== imports.length) note('an import is there twice');
  if (imports.length < counts.imports) note(`${imports.length} of ${counts.imports} imports are there`);
  const { book } = (await world.insist('GET', '/api/book')).body;
  const { items } = (await world.insist('GET', '/api/goods')).body;
  for (const path of fields) {
    const last = saves.filter((one) => one.path === path).sort((a, b) => b.revision - a.revision)[0];
    const [list = '', id = '', field = ''] = path;
    const stands =
      path.length === 1
        ? book[list]
        : (list === 'goods' ? items : book[list]).find(
            (one: { id?: string; sku?: string }) => (one.id ?? one.sku) === id,
          )[field];
    if (last && stands !== last.value) note(`${path.join('/')} is ${stands}, and was last saved as ${last.value}`);
  }
}

async function begun(path: string, body: object): Promise<Answer['body']> {
  return (await world.insist('POST', path, body)).body;
}
function isOver({ state }: Answer['body']): boolean {
  return state !== 'queued' && state !== 'running';
}
async function later(milliseconds: number, work: () => Promise<void>): Promise<void> {
  await new Promise((resolve) => setTimeout(resolve, milliseconds));
  await work();
}
function median(all: readonly number[]): number {
  return [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0;
}
function seconds(milliseconds: number): string {
  return (milliseconds / 1000).toFixed(1);
}
