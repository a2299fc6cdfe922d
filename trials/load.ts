import { readFileSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { demoBook } from '../demo/book.ts';
import { type Program, program } from '../scripts/parts/application.mjs';
import { World } from './world.ts';

/**
 * A crowd: 200 people with a read every two seconds, 20 with a save every ten, for two minutes; alone, and beside a
 * whole check and an import of 100,000 goods. Each read is asked of Plemb and of bare SQL behind bare HTTP, turn about.
 */
const { values } = parseArgs({
  options: {
    seconds: { type: 'string', default: '120' },
    people: { type: 'string', default: '200' },
    savers: { type: 'string', default: '20' },
    goods: { type: 'string', default: '100000' },
  },
});
const [seconds, people, savers, goods] = [values.seconds, values.people, values.savers, values.goods].map(Number) as [
  number,
  number,
  number,
  number,
];
const reads = ['/api/book', '/api/goods', '/api/revisions', '/api/checks/last'];
const moment = '2026-11-24T09:12:00Z';
const root = fileURLToPath(new URL('..', import.meta.url));

interface Measured {
  readonly took: number[];
  errors: number;
}
type Crowd = Record<'plemb' | 'bare' | 'saves', Measured> & { conflicts: number };

const world = await World.start(1, 1);
let bare: Program | null = null;
try {
  const book = demoBook();
  await world.take(book);
  bare = program(root, 'trials/bare.ts', [], world.environment);
  const { listening = '' } = await bare.ready;
  const { id } = (await world.insist('POST', '/api/checks', { moment })).body;
  await world.until(`/api/checks/${id}`, ({ state }) => state !== 'queued' && state !== 'running', 600);
  tell('alone', await crowd(listening));
  const beside = busy();
  tell(`beside a whole check and an import of ${goods} goods`, await crowd(listening));
  console.log(await beside);
  for (const fault of world.faults) console.log(`500: ${fault}`);
  process.exitCode = world.faults.length === 0 ? 0 : 1;
} finally {
  await bare?.stop();
  await world.end();
}

/** Everybody at once, each by their own clock. */
async function crowd(bareAddress: string): Promise<Crowd> {
  const made = (): Measured => ({ took: [], errors: 0 });
  const all: Crowd = { plemb: made(), bare: made(), saves: made(), conflicts: 0 };
  const until = Date.now() + seconds * 1000;
  const memory = watchMemory(until);
  const reader = async (i: number) => {
    await pause((i * 2000) / people);
    for (let n = i; Date.now() < until; n += 1) {
      const next = Date.now() + 2000;
      const path = reads[n % reads.length] ?? '/api/book';
      const both = [
        () => timed(all.plemb, `${world.addressOf(0)}${path}`),
        () => timed(all.bare, `${bareAddress}${path}`),
      ];
      for (const one of n % 2 === 0 ? both : both.reverse()) await one();
      await pause(Math.max(0, next - Date.now()));
    }
  };
  const saver = async (i: number) => {
    await pause((i * 10_000) / savers);
    for (let n = 0; Date.now() < until; n += 1) {
      const next = Date.now() + 10_000;
      const { revision: base } = (await (await fetch(`${world.addressOf(0)}/api/book`)).json()) as { revision: number };
      const zone = demoBook().zones[i % demoBook().zones.length]?.id ?? '';
      const sku = demoBook().goods[i]?.sku ?? '';
      const edits = [{ path: i % 2 === 0 ? ['goods', sku, 'name'] : ['zones', zone, 'name'], value: `Load ${i} ${n}` }];
      const status = await timed(all.saves, `${world.addressOf(0)}/api/revisions`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', 'Idempotency-Key': `load-${i}-${n}-${Date.now()}` },
        body: JSON.stringify({ base, who: `Saver ${i}`, note: '', edits }),
      });
      if (status === 409) all.conflicts += 1;
      await pause(Math.max(0, next - Date.now()));
    }
  };
  await Promise.all([
    ...Array.from({ length: people }, (_, i) => reader(i)),
    ...Array.from({ length: savers }, (_, i) => saver(i)),
  ]);
  console.log(`memory at most, MB: ${JSON.stringify(await memory)}`);
  return all;
}

async function timed(into: Measured, url: string, request?: RequestInit): Promise<number> {
  const began = performance.now();
  try {
    const response = await fetch(url, request);
    await response.arrayBuffer();
    into.took.push(performance.now() - began);
    if (response.status >= 400 && response.status !== 409) into.errors += 1;
    return response.status;
  } catch {
    into.errors += 1;
    return 0;
  }
}

/** A whole check and a large import, while the crowd goes on. */
async function busy(): Promise<string> {
  const line = (i: number) => `L-${i},Thing ${i},4.00,${100 + (i % 40) * 50} g,,,parcel,`;
  const head = 'sku,name,price,mass,size,tags,kind,template';
  const text = [head, ...Array.from({ length: goods }, (_, i) => line(i))].join('\r\n');
  const began = Date.now();
  const check = (await world.insist('POST', '/api/checks', { moment })).body;
  const { id } = (await world.insist('POST', '/api/imports', { name: 'load.csv', text, who: 'Load' })).body;
  await world.until(`/api/imports/${id}`, ({ state }) => state !== 'reading', 600);
  await world.insist('POST', `/api/imports/${id}/taken`);
  const taken = await world.until(`/api/imports/${id}`, ({ state }) => state !== 'taking', 600);
  const imported = Date.now() - began;
  const ended = await world.until(
    `/api/checks/${check.id}`,
    ({ state }) => state !== 'queued' && state !== 'running',
    900,
  );
  return `import ${taken.state} after ${(imported / 1000).toFixed(0)} s, check ${ended.state} after ${((Date.now() - began) / 1000).toFixed(0)} s`;
}

async function watchMemory(until: number): Promise<Record<string, number>> {
  const most: Record<string, number> = {};
  while (Date.now() < until) {
    for (const [name, pid] of world.pids) {
      const pages = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1];
      most[name] = Math.max(most[name] ?? 0, Math.round(Number(pages) / 1024));
    }
    await pause(500);
  }
  return most;
}

function tell(what: string, { plemb, bare: plain, saves, conflicts }: Crowd): void {
  const share = (all: readonly number[], of: number) => {
    const sorted = [...all].sort((a, b) => a - b);
    return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * of))] ?? Number.NaN;
  };
  const row = (name: string, { took, errors }: Measured) =>
    `  ${name}: ${took.length} asked, median ${share(took, 0.5).toFixed(0)} ms, p95 ${share(took, 0.95).toFixed(0)} ms, most ${share(took, 1).toFixed(0)} ms, ${errors} errors`;
  console.log(`${what}, ${seconds} s, ${people} who read, ${savers} who save`);
  console.log(row('reads', plemb));
  console.log(row('the same as bare SQL', plain));
  console.log(`  p95 of reads: ${(share(plemb.took, 0.95) / share(plain.took, 0.95)).toFixed(1)} times bare SQL's`);
  console.log(`${row('saves', saves)}, ${conflicts} told of a conflict`);
}
