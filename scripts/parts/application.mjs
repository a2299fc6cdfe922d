// The running application: stand-ins and server as processes of their own, and an end that leaves none behind.
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { builtFrom } from './build.mjs';
import { Plain, runBeside } from './say.mjs';

/** How Node runs a program: a source through its reader, what was built as it is, its errors told by the sources. */
const running = (root, path) => [
  ...(path.endsWith('.ts') ? ['--import', 'tsx'] : ['--enable-source-maps']),
  join(root, path),
];
/** What a worker may take besides its threads, in MB. */
const workerMegabytes = 512;
/** What lives no longer than this, in milliseconds, is not started again: it cannot. */
const shortLife = 5000;

/** Starts a program; `ready` waits for the line of JSON by which it says that it is. */
export function program(root, path, args, env, flags = []) {
  const child = spawn(process.execPath, [...flags, ...running(root, path), ...args], {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
  });
  let errors = '';
  child.stderr.on('data', (chunk) => {
    errors = (errors + chunk).slice(-4000);
    if (process.env.PLEMB_VERBOSE) process.stderr.write(chunk);
  });
  const ready = new Promise((resolve, reject) => {
    let text = '';
    child.stdout.on('data', (chunk) => {
      text += chunk;
      const line = text.split('\n').find((one) => one.startsWith('{') && one.endsWith('}'));
      if (line) resolve(JSON.parse(line));
    });
    child.once('exit', () => reject(new Plain(sentence(errors))));
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const stop = async () => {
    if (child.exitCode === null && child.signalCode === null) child.kill('SIGTERM');
    await ended;
  };
  return { child, ready, ended, stop };
}

/** Keeps a program running: one that ends by itself, for want of memory or by a fault, is followed by another. */
function lasting(begin) {
  let part = begin();
  let stopping = false;
  const ended = (async () => {
    for (;;) {
      const began = Date.now();
      await part.ended;
      if (stopping || Date.now() - began < shortLife) return;
      part = begin();
      part.ready.catch(() => undefined);
    }
  })();
  return {
    ready: part.ready,
    get child() {
      return part.child;
    },
    ended,
    async stop() {
      stopping = true;
      await part.stop();
      await ended;
    },
  };
}

function sentence(errors) {
  const busy = /EADDRINUSE[^\n]*?:(\d+)/.exec(errors);
  if (busy) return `Port ${busy[1]} is taken by another program. Choose another: PORT=7400 npm run demo`;
  if (/ENOSPC|No space left/.test(errors)) return 'The disk is full. Make room and start again; nothing was lost.';
  return `A part of Plemb did not start:\n  ${errors.trim().split('\n').slice(0, 4).join('\n  ')}`;
}

/** What keys are sealed with: as it is told, or else a file beside the data that nobody else may read. */
function sealKey(data) {
  const { PLEMB_SEAL_KEY: told } = process.env;
  if (told) return told;
  const file = join(data, 'seal.key');
  if (!existsSync(file)) {
    mkdirSync(data, { recursive: true });
    writeFileSync(file, randomBytes(32).toString('base64'), { mode: 0o600, flag: 'wx' });
  }
  return readFileSync(file, 'utf8').trim();
}

/**
 * Starts the server, with what it begins from: `first` is a program that fills an empty database. Without `channels`
 * (addresses by channel) the stand-ins are started beside it. `from` tells what runs for a source: what was built from it, unless told otherwise; `step` does a part of the start, and tells of it.
 */
export async function startApplication({
  root,
  data,
  databaseUrl,
  port,
  first = 'demo/seed.ts',
  channels = null,
  from = builtFrom,
  step = (_, work) => work(),
}) {
  const parts = [];
  const stop = async () => {
    for (const part of parts.reverse()) await part.stop();
  };
  try {
    let env = {
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      PLEMB_CHANNELS: JSON.stringify(channels),
      PLEMB_SEAL_KEY: sealKey(data),
    };
    if (!channels) {
      const standins = program(root, from('src/standins/start.ts'), ['--folder', join(data, 'standins')], {});
      parts.push(standins);
      env = { ...env, PLEMB_CHANNELS: JSON.stringify(await step('Stand-ins', () => standins.ready)) };
    }
    if (first)
      await step('What it begins with', () =>
        runBeside(process.execPath, running(root, from(first)), {
          cwd: root,
          env,
          what: 'Putting in what it begins with',
        }),
      );
    const startWorker = () => {
      const worker = lasting(() =>
        program(root, from('src/server/worker.ts'), [], env, [`--max-old-space-size=${workerMegabytes}`]),
      );
      parts.push(worker);
      return worker;
    };
    /** The server with a worker beside it. */
    async function startServer() {
      const server = program(root, from('src/server/main.ts'), [], env);
      parts.push(server);
      const worker = startWorker();
      const [{ listening }] = await Promise.all([server.ready, worker.ready]);
      return {
        address: listening,
        server: server.child,
        worker,
        stopServer: () => Promise.all([worker.stop(), server.stop()]),
      };
    }
    const started = await step('Server', startServer);
    return {
      ...started,
      channels: JSON.parse(env.PLEMB_CHANNELS),
      ended: Promise.race(parts.map((part) => part.ended)),
      startServer,
      startWorker,
      stop,
    };
  } catch (error) {
    await stop();
    throw error;
  }
}
