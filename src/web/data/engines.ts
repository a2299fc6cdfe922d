import { type Remote, wrap } from 'comlink';
import { createContext } from 'react';
import type { Engine } from '../engine/engine.ts';

/** A worker that has been told a book, and from what. */
interface Running {
  readonly engine: Remote<Engine>;
  loaded: Promise<void> | null;
  from: readonly unknown[];
}

/** A worker for what is answered as one types, and one for what looks at all goods. */
export interface Engines {
  readonly quick: Running;
  readonly study: Running;
}
export const EnginesContext = createContext<Engines | null>(null);

/** Starts a worker; `failed` hears why its program could not go on. */
export function startWorker(failed: (why: string) => void): Worker {
  const worker = new Worker(new URL('../engine/worker.ts', import.meta.url), { type: 'module' });
  worker.addEventListener('error', ({ message }) => failed(message || 'its program could not be loaded'));
  return worker;
}

/** Starts both; `failed` hears why a worker's program could not go on. */
export function startEngines(failed: (why: string) => void): Engines {
  const start = (): Running => ({ engine: wrap<Engine>(startWorker(failed)), loaded: null, from: [] });
  return { quick: start(), study: start() };
}

export const wordOf = (why: unknown): string => (why instanceof Error ? why.message : String(why));
