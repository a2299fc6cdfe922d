import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { smallBook } from '../tests/books/small.ts';
import { World } from './world.ts';

/**
 * A full disk under the database: a small one of its own, in memory, where mounting is allowed. Saves and imports go on
 * until nothing fits any more; what was answered as saved must be there once there is room again, and nothing else.
 */
const megabytes = 260;
const place = mkdtempSync(join(tmpdir(), 'plemb-disk-'));
const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', place]);
if (mounted.status !== 0) {
  rmdirSync(place);
  console.log('Not tried: mounting is not allowed here.');
  process.exit(0);
}
chmodSync(place, 0o777);
const ballast = join(place, 'ballast');
const wrong: string[] = [];
let world: World | null = null;
try {
  world = await World.start(1, 1, {}, place);
  await world.take(smallBook());
  const { bavail, bsize } = statfsSync(place);
  writeFileSync(ballast, Buffer.alloc(Math.max(0, bavail * bsize - (6 << 20))));
  const saved: string[] = [];
  const statuses: Record<string, number> = {};
  let full = 0;
  for (let i = 0; full < 10 && i < 400; i += 1) {
    const base = (await world.ask(0, 'GET', '/api/book'))?.body?.revision as number | undefined;
    if (base === undefined) {
      full += 1;
      continue;
    }
    const note = `disk-${i}`;
    // Some 100 kB each, so that it is soon full.
    const edits = [{ path: ['offers', 'suds', 'note'], value: note }, ...many(note)];
    const answer = await world.ask(0, 'POST', '/api/revisions', { base, who: 'Disk', note, edits });
    statuses[answer?.status ?? 'none'] = (statuses[answer?.status ?? 'none'] ?? 0) + 1;
    if (answer?.status === 201) saved.push(note);
    else if (answer === null || answer.status === 503) full += 1;
    else wrong.push(`a save was answered ${answer.status}: ${JSON.stringify(answer.body).slice(0, 200)}`);
  }
  console.log(`${saved.length} saves until the disk was full; answers ${JSON.stringify(statuses)}`);
  if (full === 0) wrong.push('the disk never became full');
  rmSync(ballast);
  await world.cluster.restart('fast');
  const { revisions } = (await world.insist('GET', '/api/revisions')).body as { revisions: { note: string }[] };
  const there = new Set(revisions.map((one) => one.note));
  for (const note of saved.slice(-40)) if (!there.has(note)) wrong.push(`${note} was saved and is not there`);
  const { revision, book } = (await world.insist('GET', '/api/book')).body;
  const stands = book.offers[0].note;
  if (stands !== revisions[0]?.note) wrong.push(`${stands} stands, and ${revisions[0]?.note} was saved last`);
  const again = await world.insist('POST', '/api/revisions', {
    base: revision,
    who: 'Disk',
    note: 'room again',
    edits: [{ path: ['seller'], value: 'Room again' }],
  });
  if (again.status !== 201) wrong.push(`with room again a save is answered ${again.status}`);
  wrong.push(...world.faults);
} finally {
  rmSync(ballast, { force: true });
  await world?.end();
  spawnSync('umount', [place]);
  rmdirSync(place);
}
console.log(wrong.length === 0 ? 'Nothing lost, nothing untrue; no 500.' : wrong.slice(0, 10).join('\n'));
process.exitCode = wrong.length === 0 ? 0 : 1;

function many(mark: string) {
  return Array.from({ length: 100 }, (_, i) => ({
    path: ['goods', `D-${i}`],
    value: { ...smallBook().goods[0], sku: `D-${i}`, name: `${mark} ${'y'.repeat(90)}` },
  }));
}
