// Plain sentences instead of stack traces: what is wrong, and what to do.
import { spawnSync } from 'node:child_process';

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
  if (done.error?.code === 'ENOENT')
    throw new Plain(`${what ?? command}: the program ${command} is not on this machine.`);
  if (done.status !== 0) {
    const said = `${done.stderr ?? ''}${done.stdout ?? ''}`.trim();
    if (/No space left on device|ENOSPC/.test(said))
      throw new Plain('The disk is full. Make room and start again; nothing was lost.');
    throw new Plain(`${what ?? command} failed:\n  ${said.split('\n').slice(-6).join('\n  ')}`);
  }
  return done.stdout;
}
