// The running application: stand-ins and server as processes of their own, and an end that leaves none behind.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { Plain, run } from './say.mjs';

/** Starts a TypeScript program and waits for the line of JSON by which it says that it is ready. */
function program(root, path, args, env) {
  const child = spawn(process.execPath, ['--import', 'tsx', join(root, path), ...args], { cwd: root, env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe', 'ipc'] });
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

function sentence(errors) {
  const busy = /EADDRINUSE[^\n]*?:(\d+)/.exec(errors);
  if (busy) return `Port ${busy[1]} is taken by another program. Choose another: PORT=7400 npm run demo`;
  if (/ENOSPC|No space left/.test(errors)) return 'The disk is full. Make room and start again; nothing was lost.';
  return `A part of Plemb did not start:\n  ${errors.trim().split('\n').slice(0, 4).join('\n  ')}`;
}

/** Starts stand-ins, puts the demo in where there is no book, and starts the server. */
export async function startApplication({ root, data, databaseUrl, port, ports = [0, 0, 0, 0], seed = true }) {
  const parts = [];
  const stop = async () => {
    for (const part of parts.reverse()) await part.stop();
  };
  try {
    const standins = program(root, 'src/standins/start.ts', [join(data, 'standins'), ...ports.map(String)], {});
    parts.push(standins);
    const channels = JSON.stringify(await standins.ready);
    const env = { DATABASE_URL: databaseUrl, PLEMB_CHANNELS: channels, PORT: String(port) };
    if (seed) run(process.execPath, ['--import', 'tsx', join(root, 'demo', 'seed.ts')], { cwd: root, env, what: 'Putting the demo in' });
    const server = program(root, 'src/server/main.ts', [], env);
    parts.push(server);
    const { listening } = await server.ready;
    return { address: listening, channels: JSON.parse(channels), server: server.child, ended: Promise.race(parts.map((part) => part.ended)), stop };
  } catch (error) {
    await stop();
    throw error;
  }
}
