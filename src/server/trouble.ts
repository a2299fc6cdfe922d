import { setTimeout as pause } from 'node:timers/promises';

/**
 * A trouble of the database that passes: it is away (restarting, unreachable, full of connections), others keep it
 * busy, or its disk is full. Whether what was asked has been done is not known where it went away meanwhile.
 */
export type Trouble = 'away' | 'busy' | 'full';

/** Classes and codes of PostgreSQL's errors (its manual, appendix A), and those of the connection under it. */
const away = new Set([
  '57P01',
  '57P02',
  '57P03',
  '53300',
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ENOENT',
  'ETIMEDOUT',
]);
/** A lock that was waited for too long, and two who waited for each other, of whom one was undone. */
const waited = new Set(['55P03', '40P01']);
const diskFull = '53100';
const broken = /Connection terminated|connection error|Client was closed|has already ended/;
const noneFree = 'timeout exceeded when trying to connect';

/** By these an error is known that comes from a thread: its name is all that is left beside what it says. */
const nameOf: Readonly<Record<Trouble, string>> = {
  away: 'DatabaseAway',
  busy: 'DatabaseBusy',
  full: 'DatabaseFull',
};
const troubles = Object.keys(nameOf) as Trouble[];

/** The error of a trouble as another thread can tell it. */
export function tellingTrouble(error: unknown): unknown {
  const trouble = troubleOf(error);
  return trouble ? Object.assign(new Error((error as Error).message), { name: nameOf[trouble] }) : error;
}

export function troubleOf(error: unknown): Trouble | null {
  if (!(error instanceof Error)) return null;
  const { message, name } = error;
  // Others than the database's have figures for codes.
  const code = String((error as { code?: unknown }).code ?? '');
  const told = troubles.find((one) => nameOf[one] === name);
  if (told) return told;
  if (code === diskFull) return 'full';
  if (waited.has(code) || message === noneFree) return 'busy';
  return away.has(code) || code.startsWith('08') || broken.test(message) ? 'away' : null;
}

/** Does work again and again until the database is there for it. Only for work that may be done twice. */
export async function untilThere<T>(work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
  for (let wait = 100; ; wait = Math.min(2000, wait * 2)) {
    try {
      return await work();
    } catch (error) {
      if (!troubleOf(error)) throw error;
      await pause(wait, undefined, signal ? { signal } : {});
    }
  }
}
