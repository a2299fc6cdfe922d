// Plain sentences instead of stack traces: what is wrong, and what to do.
import { spawn, spawnSync } from 'node:child_process';

/** A fault the person can do something about. */
export class Plain extends Error {}

export function explain(error) {
  if (error instanceof Plain) return error.message;
  if (error?.code === 'ENOSPC') return 'The disk is full. Make room and start again; nothing was lost.';
  if (error?.code === 'EACCES') return `No right to write ${error.path}. Start from a folder of your own.`;
  return `Something failed that should not have: ${error?.message ?? error}`;
}

/** Runs a command to its end; its output is shown only if it fails. */
export function run(command, args, { cwd, env, what, input } = {}) {
  const done = spawnSync(command, args, {
    cwd,
    env: { ...process.env, ...env },
    encoding: 'utf8',
    input,
    maxBuffer: 1 << 26,
  });
  return outcome(what ?? command, { ...done, command });
}

/** The same without waiting in place: others go on meanwhile, and it ends with this process. */
export function runBeside(command, args, { cwd, env, what } = {}) {
  const child = spawn(command, args, { cwd, env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] });
  const kill = () => child.kill();
  process.once('exit', kill);
  const said = { stdout: '', stderr: '' };
  for (const stream of ['stdout', 'stderr']) child[stream].on('data', (chunk) => (said[stream] += chunk));
  return new Promise((resolve, reject) => {
    const end = (how) => {
      process.off('exit', kill);
      try {
        resolve(outcome(what ?? command, { ...said, ...how, command }));
      } catch (error) {
        reject(error);
      }
    };
    child.once('error', (error) => end({ error }));
    child.once('close', (status) => end({ status }));
  });
}

function outcome(what, { command, error, status, stdout, stderr }) {
  if (error?.code === 'ENOENT') throw new Plain(`${what}: the program ${command} is not on this machine.`);
  if (status !== 0) {
    const said = `${stderr ?? ''}${stdout ?? ''}`.trim();
    if (/No space left on device|ENOSPC/.test(said))
      throw new Plain('The disk is full. Make room and start again; nothing was lost.');
    throw new Plain(`${what} failed:\n  ${said.split('\n').slice(-6).join('\n  ')}`);
  }
  return stdout;
}
