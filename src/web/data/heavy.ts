import { createContext, useContext, useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import { useBasis } from './basis.tsx';
import { rest } from './engines.ts';
import { type Ask, type Heavy, shelfOf, workOf } from './work.ts';

export const ShelfContext = createContext(shelfOf());

/** A long piece of work as a page has it. */
export interface HeavyWork<T> {
  readonly state: Heavy<T>;
  /** Whether the last answer is for what `by` is now, and not still to be worked out anew. */
  readonly isCurrent: boolean;
  readonly start: () => void;
  readonly stop: () => void;
}

/** When long work is begun, what it stands on, and whether it outlives its page. */
export interface Terms {
  /** Begun by itself at first, and whenever one of `by` changes; else by hand. */
  readonly byItself?: boolean;
  readonly by?: readonly unknown[];
  readonly on?: 'book' | 'orders';
  /** The name under which it goes on, and its answer is kept, when the page is left; else it ends with the page. */
  readonly keptAs?: string;
}

/** A long piece of work, in a worker of its own. */
export function useHeavy<T>(
  ask: Ask<T>,
  { byItself = false, by = nothing, on = 'book', keptAs }: Terms = {},
): HeavyWork<T> {
  const basis = useBasis(on);
  const shelf = useContext(ShelfContext);
  const work = useMemo(() => (keptAs === undefined ? workOf<T>() : shelf.work<T>(keptAs)), [shelf, keptAs]);
  const state = useSyncExternalStore(work.watch, work.state);
  const isKept = keptAs !== undefined;
  useEffect(() => {
    if (!isKept) return work.forget;
  }, [work, isKept]);
  const start = () => {
    if (!basis) return;
    shelf.tidy();
    work.begin(basis, ask, by);
  };
  const isBegun = () => work.by()?.every((one, i) => one === by[i]) ?? false;
  const latest = useRef({ start, isBegun });
  latest.current = { start, isBegun };
  const isReady = basis !== null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: under another name it is another piece of work
  useEffect(() => {
    if (!byItself || !isReady || latest.current.isBegun()) return;
    // Once the page, and typing on it, rest.
    const waiting = window.setTimeout(() => latest.current.start(), rest);
    return () => clearTimeout(waiting);
  }, [work, isReady, byItself, ...by]);
  return { state, isCurrent: state.is === 'done' && isBegun(), start, stop: work.stop };
}
const nothing: readonly unknown[] = [];
