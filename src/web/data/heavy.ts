import { createContext, useContext, useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import { useBasis } from './basis.tsx';
import { rest } from './engines.ts';
import { type Ask, type Heavy, type Shelf, workOf } from './work.ts';

/** Where work that outlives its page is kept; null: none does. */
export const ShelfContext = createContext<Shelf | null>(null);

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
  /** What its answer stands on, beside the carrier's cards. */
  readonly by?: readonly unknown[];
  readonly on?: 'book' | 'orders';
  /** The name under which it goes on, and its answer is kept, when the page is left; else it ends with the page. */
  readonly keptAs?: string;
}

/** A long piece of work, in a worker of its own. */
export function useHeavy<T>(
  ask: Ask<T>,
  { byItself = false, by: told = nothing, on = 'book', keptAs }: Terms = {},
): HeavyWork<T> {
  const basis = useBasis(on);
  const by = [basis?.cards, ...told];
  const shelf = useContext(ShelfContext);
  const isKept = keptAs !== undefined && shelf !== null;
  const work = useMemo(() => (isKept ? shelf.work<T>(keptAs) : workOf<T>()), [isKept, shelf, keptAs]);
  const state = useSyncExternalStore(work.watch, work.state);
  useEffect(() => {
    if (!isKept) return work.forget;
  }, [work, isKept]);
  const start = () => {
    if (!basis) return;
    shelf?.tidy();
    work.begin(basis, ask, by);
  };
  const isBegun = () => work.by()?.every((one, i) => one === by[i]) ?? false;
  const latest = useRef({ start, isBegun });
  latest.current = { start, isBegun };
  const isReady = basis !== null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: under another name it is another piece of work
  useEffect(() => {
    if (!byItself || !isReady || latest.current.isBegun()) return;
    // Once typing rests; what outlives its page once the page does. What a form asks for first waits for nothing.
    const waiting = window.setTimeout(() => latest.current.start(), isKept || work.by() ? rest : 0);
    return () => clearTimeout(waiting);
  }, [work, isReady, byItself, ...by]);
  return { state, isCurrent: state.is === 'done' && isBegun(), start, stop: work.stop };
}
const nothing: readonly unknown[] = [];
