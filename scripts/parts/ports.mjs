// Ports on loopback for what is taken down and up again at the same address.
import { createServer } from 'node:net';
import { Plain } from './say.mjs';

/**
 * Where they are looked for: below those that systems give by themselves to whoever asks for any (from 32768 on with
 * Linux, from 49152 on by RFC 6335), of which a connection may take one while its program is down.
 */
const range = { from: 11_000, to: 32_000 };

const isFree = (port) =>
  new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', (error) => (error.code === 'EADDRINUSE' ? resolve(false) : reject(error)));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });

/** The first of so many consecutive ports on which nobody listens; looked for from a place by chance. */
export async function freePorts(count, at = range.from + Math.floor(Math.random() * (range.to - range.from - count))) {
  for (let first = at, port = at; ; port += 1) {
    if (port - first === count) return first;
    if (port >= range.to && at === range.from) throw new Plain(`No ${count} ports in a row are free on this machine.`);
    if (port >= range.to) return freePorts(count, range.from);
    if (!(await isFree(port))) first = port + 1;
  }
}

/** A port on which nobody listens. */
export const freePort = () => freePorts(1);
