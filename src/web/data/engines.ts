import { type Remote, wrap } from 'comlink';
import { createContext } from 'react';
import type { PastOrder } from '../../contract/index.ts';
import { type Book, type Patch, turnsBetween } from '../../core/book/index.ts';
import type { CardBody } from '../../core/carrier/index.ts';
import type { Item } from '../../core/goods/index.ts';
import { asText } from '../engine/as-text.ts';
import type { Engine, Saved } from '../engine/engine.ts';

/** All that a worker has to know. */
export interface Basis {
  readonly book: Book;
  readonly goods: readonly Item[];
  readonly cards: readonly CardBody[];
  readonly singles: Readonly<Record<string, string>>;
  readonly patch: Patch | null;
  /** Past orders, for what stands on them; null: it does not. */
  readonly orders: readonly PastOrder[] | null;
}

/** Milliseconds of rest after which what takes long, or is for later, is asked anew. */
export const rest = 250;

/** No batch of single-use codes, as nothing asked stands on one. */
export const noSingles: Basis['singles'] = {};

/** A worker, and what it has been told. */
export interface Running {
  readonly engine: Remote<Engine>;
  told: Basis | null;
  /** Ends when it has taken in what it was told last. */
  taken: Promise<unknown>;
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

/** A worker that has been told nothing yet. */
export const running = (engine: Remote<Engine>): Running => ({ engine, told: null, taken: Promise.resolve() });

/**
 * Starts both, the one for long work when it is first asked, so that it takes nothing from a page that is being opened;
 * `failed` hears why a worker's program could not go on.
 */
export function startEngines(failed: (why: string) => void): Engines {
  const start = (): Running => running(wrap<Engine>(startWorker(failed)));
  let study: Running | null = null;
  return {
    quick: start(),
    get study() {
      study ??= start();
      return study;
    },
  };
}

/**
 * Tells a worker what it does not know yet: of saved goods and of the draft only what has changed. Past orders that it
 * knows stay with it.
 */
export function tell(worker: Running, basis: Basis): void {
  const { told, engine } = worker;
  const orders = basis.orders ?? told?.orders ?? null;
  worker.told = { ...basis, orders };
  const isKnown =
    told?.book === basis.book &&
    told.goods === basis.goods &&
    told.cards === basis.cards &&
    told.singles === basis.singles;
  const turns = turnsBetween(told?.patch ?? null, basis.patch);
  const takes: Promise<unknown>[] = [];
  if (!isKnown) {
    const { book, cards, singles } = basis;
    takes.push(engine.load({ book, goods: goodsBetween(told?.goods ?? [], basis.goods), cards, singles }));
  }
  if (turns.length > 0) takes.push(engine.draft(turns));
  if (orders !== null && orders !== told?.orders) takes.push(engine.remember(asText(orders)));
  if (takes.length > 0) worker.taken = Promise.all(takes);
}

/** Goods as they are told to whoever knows others: whole where they stand elsewhere, or where many differ. */
function goodsBetween(known: readonly Item[], goods: readonly Item[]): Saved['goods'] {
  const all = () => ({ is: 'all', items: asText(goods) }) as const;
  if (known.length !== goods.length) return all();
  const at = new Map<number, Item>();
  for (const [i, item] of goods.entries()) {
    if (item === known[i]) continue;
    if (item.sku !== known[i]?.sku || at.size > goods.length / 4) return all();
    at.set(i, item);
  }
  return { is: 'turned', at };
}

export const wordOf = (why: unknown): string => (why instanceof Error ? why.message : String(why));
