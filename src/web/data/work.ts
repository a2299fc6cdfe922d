import { proxy, type Remote, wrap } from 'comlink';
import type { Engine } from '../engine/engine.ts';
import { type Basis, noSingles, running, startWorker, tell, wordOf } from './engines.ts';

/**
 * How a long piece of work stands. `last` is its latest answer, which stays in sight while it is worked out anew.
 */
export type Heavy<T> = { readonly last: T | null } & (
  | { readonly is: 'idle' | 'done' | 'stopped' }
  | { readonly is: 'running'; readonly done: number; readonly all: number }
  | { readonly is: 'failed'; readonly why: string }
);

/** What a long piece of work is asked; it may tell how far it is. */
export type Ask<T> = (engine: Remote<Engine>, pace: (done: number, all: number) => void) => Promise<T>;

/** A long piece of work in a worker of its own: ended by ending its worker. */
export interface Work<T> {
  readonly state: () => Heavy<T>;
  /** What it was last begun for; null before. */
  readonly by: () => readonly unknown[] | null;
  /** Begins it, in place of what is under way. */
  readonly begin: (basis: Basis, ask: Ask<T>, by: readonly unknown[]) => void;
  readonly stop: () => void;
  /** Ends it, and knows no answer any more. */
  readonly forget: () => void;
  /** Hears of every change of its state, until the returned is called. */
  readonly watch: (changed: () => void) => () => void;
  readonly isWatched: () => boolean;
}

export function workOf<T>(): Work<T> {
  let state: Heavy<T> = { is: 'idle', last: null };
  let begunBy: readonly unknown[] | null = null;
  let worker: Worker | null = null;
  const watching = new Set<() => void>();
  const become = (next: Heavy<T>) => {
    state = next;
    for (const changed of watching) changed();
  };
  const end = () => {
    worker?.terminate();
    worker = null;
  };
  return {
    state: () => state,
    by: () => begunBy,
    begin(basis, ask, by) {
      end();
      const { last } = state;
      const failed = (why: string) => {
        if (worker !== own) return;
        end();
        become({ is: 'failed', why, last });
      };
      const own = startWorker(failed);
      worker = own;
      begunBy = by;
      become({ is: 'running', done: 0, all: 0, last });
      const told = running(wrap<Engine>(own));
      tell(told, { ...basis, singles: noSingles });
      const pace = proxy((done: number, all: number) => {
        if (worker === own) become({ is: 'running', done, all, last });
      });
      told.taken
        .then(() => ask(told.engine, pace))
        .then((answer) => {
          if (worker !== own) return;
          end();
          become({ is: 'done', last: answer });
        })
        .catch((why) => failed(wordOf(why)));
    },
    stop() {
      if (state.is !== 'running') return;
      end();
      become({ is: 'stopped', last: state.last });
    },
    forget() {
      end();
      begunBy = null;
      become({ is: 'idle', last: null });
    },
    watch(changed) {
      watching.add(changed);
      return () => watching.delete(changed);
    },
    isWatched: () => watching.size > 0,
  };
}

/** Long work by its name, kept when its page is left: it goes on, and its answer is there when one comes back. */
export interface Shelf {
  readonly work: <T>(name: string) => Work<T>;
  /** Before another is begun: forgets what goes on unseen, and what nobody has looked at for longest. */
  readonly tidy: () => void;
}

/** So many answers are kept that nobody looks at. */
const most = 8;

export function shelfOf(): Shelf {
  const all = new Map<string, Work<unknown>>();
  return {
    work<T>(name: string) {
      const work = (all.get(name) ?? workOf<T>()) as Work<T>;
      // What was asked for last stands last.
      all.delete(name);
      all.set(name, work as Work<unknown>);
      return work;
    },
    tidy() {
      const unseen = [...all].filter(([, work]) => !work.isWatched());
      const old = unseen.length - most;
      for (const [i, [name, work]] of unseen.entries()) {
        if (i >= old && work.state().is !== 'running') continue;
        work.forget();
        all.delete(name);
      }
    },
  };
}
