import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { type Program, program } from '../scripts/parts/application.mjs';
import { builtFrom } from '../scripts/parts/build.mjs';
import { freePort, freePorts } from '../scripts/parts/ports.mjs';
import { type Cluster, startCluster } from '../scripts/parts/postgres.mjs';
import type { BookFile } from '../src/core/book/index.ts';

const root = fileURLToPath(new URL('..', import.meta.url));

/** Whatever may be taken down. */
export type Victim = 'server' | 'worker' | 'database' | 'stand-ins' | 'channel' | 'clock';

/** What a channel may do to whoever asks it; and by how much a clock may jump, in seconds. */
const troubles = ['slow', 'busy', 'failing', 'nonsense', 'away', 'endless', 'redirecting'] as const;
const jumps = [-40 * 86_400, -86_400, -3600, -60, 0, 60, 3600, 86_400, 40 * 86_400] as const;

/** Room for as many; they lie at consecutive ports. */
const mostStandIns = 16;

export interface Answer {
  readonly status: number;
  // biome-ignore lint/suspicious/noExplicitAny: a trial looks into answers of every shape
  readonly body: any;
  readonly headers: Headers;
}

/**
 * Plemb as it is built, with a cluster, stand-ins, so many servers and so many workers of its own, all processes; each
 * can be killed without warning and is started again.
 */
export class World {
  readonly cluster: Cluster;
  readonly folder: string;
  #standIns: Program | null = null;
  #firstPort: number | null = null;
  readonly #elsewhere: Readonly<Record<string, string>>;
  #env: Record<string, string> = {};
  readonly #servers: (Program & { readonly address: string })[] = [];
  readonly #workers: Program[] = [];
  /** How far the clocks of servers and workers are ahead, in milliseconds. */
  readonly #clock: string;
  readonly #flags = ['--import', fileURLToPath(new URL('./clock.mjs', import.meta.url))];
  /** Answers of 500 and above other than 503, and what was asked. */
  readonly faults: string[] = [];

  private constructor(cluster: Cluster, folder: string, elsewhere: Readonly<Record<string, string>>) {
    this.cluster = cluster;
    this.folder = folder;
    this.#clock = join(folder, 'clock');
    writeFileSync(this.#clock, '0');
    this.#elsewhere = elsewhere;
  }

  /** `elsewhere` says of channels that are to be met at addresses of one's own; `place` is where the cluster lies. */
  static async start(
    servers: number,
    workers: number,
    elsewhere: Readonly<Record<string, string>> = {},
    place = '/var/tmp',
  ): Promise<World> {
    const folder = mkdtempSync(join(tmpdir(), 'plemb-trial-'));
    const cluster = await startCluster(mkdtempSync(join(place, 'plemb-trial-')));
    const world = new World(cluster, folder, elsewhere);
    // However a trial ends, nothing of it stays.
    for (const event of ['SIGINT', 'SIGTERM', 'uncaughtException', 'unhandledRejection'] as const)
      process.once(event, (why: unknown) => {
        console.error(why);
        void world.end().finally(() => process.exit(1));
      });
    process.stdout.on('error', () => void world.end().finally(() => process.exit(1)));
    cluster.createDatabase('trial');
    await world.#startStandIns();
    for (let i = 0; i < servers; i += 1) await world.#startServer(i, await freePort());
    for (let i = 0; i < workers; i += 1) await world.#startWorker(i);
    return world;
  }

  async #startStandIns(): Promise<void> {
    this.#firstPort ??= await freePorts(mostStandIns);
    const args = ['--folder', join(this.folder, 'standins'), '--from', String(this.#firstPort)];
    const standIns = program(root, builtFrom('src/standins/start.ts'), args, {});
    this.#standIns = standIns;
    this.#env = {
      DATABASE_URL: this.cluster.url('trial'),
      PLEMB_TRIAL_CLOCK: this.#clock,
      PLEMB_CHANNELS: JSON.stringify({ ...(await standIns.ready), ...this.#elsewhere }),
    };
  }

  async #startServer(i: number, port: number): Promise<void> {
    const env = { ...this.#env, PORT: String(port) };
    const server = program(root, builtFrom('src/server/main.ts'), [], env, this.#flags);
    const { listening = '' } = await server.ready;
    this.#servers[i] = { ...server, address: listening };
  }

  async #startWorker(i: number): Promise<void> {
    const flags = [...this.#flags, '--max-old-space-size=512'];
    const worker = program(root, builtFrom('src/server/worker.ts'), [], this.#env, flags);
    await worker.ready;
    this.#workers[i] = worker;
  }

  /** What the processes are told: where database and channels are. */
  get environment(): Readonly<Record<string, string>> {
    return this.#env;
  }

  /** The processes that run, by what they are. */
  get pids(): readonly (readonly [name: string, pid: number])[] {
    const named = (name: string, list: readonly Program[]) =>
      list.map((one, i) => [`${name} ${i + 1}`, one.child.pid ?? 0] as const);
    return [...named('server', this.#servers), ...named('worker', this.#workers)];
  }

  addressOf(which: number): string {
    return this.#servers[which % this.#servers.length]?.address ?? '';
  }

  get channels(): Readonly<Record<string, string>> {
    return JSON.parse(this.#env.PLEMB_CHANNELS ?? '{}') as Record<string, string>;
  }

  /** Takes one down without warning, for so long, in milliseconds, and starts it again; when it answers. */
  async takeDown(victim: Victim, which: number, pause: number): Promise<void> {
    const rest = () => new Promise((resolve) => setTimeout(resolve, pause));
    if (victim === 'database') return void (await this.cluster.restart(pause % 2 === 0 ? 'fast' : 'immediate'));
    if (victim === 'stand-ins') {
      await killed(this.#standIns);
      await rest();
      return this.#startStandIns();
    }
    if (victim === 'clock') return writeFileSync(this.#clock, String(1000 * (jumps[pause % jumps.length] ?? 0)));
    if (victim === 'channel') {
      await this.#trouble(troubles[pause % troubles.length] ?? 'slow');
      await rest();
      return this.#trouble('none');
    }
    if (victim === 'server') {
      const i = which % this.#servers.length;
      const { address = '' } = this.#servers[i] ?? {};
      await killed(this.#servers[i] ?? null);
      await rest();
      return this.#startServer(i, Number(new URL(address).port));
    }
    const i = which % this.#workers.length;
    await killed(this.#workers[i] ?? null);
    await rest();
    return this.#startWorker(i);
  }

  /** The shop is in trouble from here on, or out of it. */
  async #trouble(mode: (typeof troubles)[number] | 'none'): Promise<void> {
    await fetch(`${this.channels['lerrin-shop']}/desk/trouble`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ mode }),
    });
  }

  /** Asks one of the servers; null where it could not be reached, or the connection broke. */
  async ask(
    which: number,
    method: string,
    path: string,
    body?: unknown,
    headers: Readonly<Record<string, string>> = {},
  ): Promise<Answer | null> {
    const server = this.#servers[which % this.#servers.length];
    try {
      const response = await fetch(`${server?.address}${path}`, {
        method,
        headers: { 'Content-Type': 'application/json', ...headers },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
        signal: AbortSignal.timeout(30_000),
      });
      const text = await response.text();
      const isJson = response.headers.get('Content-Type')?.includes('json');
      const answer = { status: response.status, body: isJson ? JSON.parse(text) : text, headers: response.headers };
      if (response.status >= 500 && response.status !== 503)
        this.faults.push(`${method} ${path}: ${text.slice(0, 200)}`);
      return answer;
    } catch {
      return null;
    }
  }

  /** An answer as text; null where there is none. For requests as odd as they may be. */
  async raw(
    which: number,
    method: string,
    path: string,
    body: string | undefined,
    headers: Readonly<Record<string, string>>,
  ): Promise<{ status: number; type: string; text: string } | null> {
    try {
      const response = await fetch(`${this.addressOf(which)}${path}`, {
        method,
        headers: { 'Content-Type': 'application/json', ...headers },
        ...(body === undefined ? {} : { body }),
        signal: AbortSignal.timeout(30_000),
      });
      return {
        status: response.status,
        type: response.headers.get('Content-Type') ?? '',
        text: await response.text(),
      };
    } catch {
      return null;
    }
  }

  /** Asks, at one server after another, until there is an answer that is not 503. */
  async insist(
    method: string,
    path: string,
    body?: unknown,
    headers: Readonly<Record<string, string>> = {},
  ): Promise<Answer> {
    const until = Date.now() + 90_000;
    for (let which = 0; ; which += 1) {
      const answer = await this.ask(which, method, path, body, headers);
      if (answer && answer.status !== 503) return answer;
      if (Date.now() > until) throw new Error(`${method} ${path} has had no answer for 90 s`);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }

  /** Asks until the answer is as wanted. */
  async until(path: string, wanted: (body: Answer['body']) => boolean, seconds = 120): Promise<Answer['body']> {
    const until = Date.now() + seconds * 1000;
    for (;;) {
      const { body } = await this.insist('GET', path);
      if (wanted(body)) return body;
      if (Date.now() > until) throw new Error(`${path} hangs: ${JSON.stringify(body).slice(0, 300)}`);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }

  take(book: BookFile): Promise<Answer> {
    return this.insist('PUT', '/api/book/file', book, { 'X-Who': 'Trial' });
  }

  async end(): Promise<void> {
    for (const one of [...this.#servers, ...this.#workers, this.#standIns]) await one?.stop();
    this.cluster.remove();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

async function killed(one: Program | null): Promise<void> {
  one?.child.kill('SIGKILL');
  await one?.ended;
}
