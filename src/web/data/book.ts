import { proxy, type Remote, wrap } from 'comlink';
import { useContext, useEffect, useMemo, useRef, useState } from 'react';
import { type Basket, type Edit, editTo } from '../../core/book/index.ts';
import type { Engine } from '../engine/engine.ts';
import {
  useBookQuery,
  useCarrierQuery,
  useClockQuery,
  useGoodsQuery,
  useOrdersQuery,
  useSinglesQuery,
  useTakeBackMutation,
} from './api.ts';
import { catchUp, makeEdits, selectOpen } from './editing.ts';
import { type Basis, type Engines, EnginesContext, running, startWorker, tell, wordOf } from './engines.ts';
import { useAppDispatch, useAppSelector } from './index.ts';
import { engineFailed } from './view.ts';

/** The saved book, the draft on it, and how to edit. Null until the book has come. */
export function useBook() {
  useBookQuery();
  useGoodsQuery();
  const open = useAppSelector(selectOpen);
  const act = useAppDispatch();
  return useMemo(
    () =>
      open && {
        ...open,
        /** Makes an edit; undefined takes away what stands there. */
        edit: (path: readonly string[], value: unknown) => act(makeEdits([editTo(path, value)])),
        editAll: (edits: readonly Edit[]) => act(makeEdits(edits)),
      },
    [open, act],
  );
}
export type OpenBook = NonNullable<ReturnType<typeof useBook>>;

/** Takes back a revision; the book on the screen is as it then stands. */
export function useTakeBack() {
  const act = useAppDispatch();
  const [takeBack, taken] = useTakeBackMutation();
  const run = async (number: number, who: string) => {
    const { data } = await takeBack({ number, who });
    if (data) await act(catchUp());
  };
  return [run, taken] as const;
}

/** The moment everything is computed for, in milliseconds; null until the clock has come. */
export function useMoment(): number | null {
  const { data } = useClockQuery();
  const asOf = useAppSelector((state) => state.view.asOf);
  return asOf !== null ? Date.parse(asOf) : data ? Date.parse(data.now) : null;
}

/** Milliseconds of rest after which what takes long is asked anew. */
const rest = 250;

/** All that a worker has to know for what stands on the book, or on past orders too; null until it has come. */
function useBasis(on: 'book' | 'orders'): Basis | null {
  const { data: book } = useBookQuery();
  const { data: goods } = useGoodsQuery();
  const { data: carrier } = useCarrierQuery();
  const patch = useAppSelector((state) => state.draft.patch);
  const singles = useSingles();
  const { data: orders = null } = useOrdersQuery(undefined, { skip: on === 'book' });
  return useMemo(
    () =>
      book && goods && (orders || on === 'book')
        ? { book: book.book, goods: goods.items, cards: carrier?.cards ?? noCards, singles, patch, orders }
        : null,
    [book, goods, carrier, singles, patch, orders, on],
  );
}
const noCards: Basis['cards'] = [];

/**
 * What a worker answers for the book as it stands on the screen; the last answer stays until the next has come. What
 * stands on past orders is asked once they have come.
 */
export function useEngine<T>(
  ask: (engine: Remote<Engine>) => Promise<T> | null,
  depends: readonly unknown[],
  at: keyof Engines | 'orders' = 'quick',
): T | null {
  const basis = useBasis(at === 'orders' ? 'orders' : 'book');
  const engines = useContext(EnginesContext);
  const act = useAppDispatch();
  const [answer, setAnswer] = useState<T | null>(null);
  const answered = useRef(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the caller says what its question depends on
  useEffect(() => {
    if (!basis || !engines) return;
    const worker = engines[at === 'quick' ? 'quick' : 'study'];
    let stale = false;
    const go = () => {
      tell(worker, basis);
      worker.taken
        .then(() => (stale ? null : ask(worker.engine)))
        .then((value) => {
          if (stale || value === null || value === undefined) return;
          answered.current = true;
          setAnswer(() => value);
        })
        .catch((why) => act(engineFailed(wordOf(why))));
    };
    // What looks at all goods waits until the typing rests, so that it takes nothing from what is answered as one
    // types.
    let waiting: number | undefined;
    if (at !== 'quick' && answered.current) waiting = window.setTimeout(go, rest);
    else go();
    return () => {
      stale = true;
      clearTimeout(waiting);
    };
  }, [basis, engines, ...depends]);
  return answer;
}

/**
 * Once it is time, has past orders told, and asks a question that stands on them, whose answer the worker keeps: it is
 * at hand when a page asks. What goes wrong is told then.
 */
export function useAskedAhead(ask: (engine: Remote<Engine>) => Promise<unknown>, isTime: boolean): void {
  const basis = useBasis(isTime ? 'orders' : 'book');
  const engines = useContext(EnginesContext);
  const asked = useRef(false);
  useEffect(() => {
    if (!isTime || asked.current || !basis || !engines) return;
    asked.current = true;
    const { study } = engines;
    tell(study, basis);
    study.taken.then(() => ask(study.engine)).catch(() => undefined);
  }, [isTime, basis, engines, ask]);
}

/** The batches of unused single-use codes among those of the pinned baskets, as saved and as drafted. */
function useSingles(): Readonly<Record<string, string>> {
  const { data } = useBookQuery();
  const open = useAppSelector(selectOpen);
  const of = (baskets: readonly Basket[] = []) => baskets.flatMap((basket) => basket.codes);
  const batches = [data?.book, open?.book].some((book) =>
    book?.offers.some((offer) => offer.code?.is === 'single use'),
  );
  const codes = [...new Set([...of(data?.book.pinned), ...of(open?.book.pinned)])].sort();
  const { data: known } = useSinglesQuery(codes, { skip: !batches || codes.length === 0 });
  return known ?? none;
}
const none: Readonly<Record<string, string>> = {};

/**
 * A long piece of work in a worker of its own: told how far it is, and ended by ending its worker. `last` is its latest
 * answer, which stays in sight while it is worked out anew.
 */
export type Heavy<T> = { readonly last: T | null } & (
  | { readonly is: 'idle' | 'done' | 'stopped' }
  | { readonly is: 'running'; readonly done: number; readonly all: number }
  | { readonly is: 'failed'; readonly why: string }
);

/**
 * Such work, begun by hand; `byItself`, also at first and whenever one of these changes. `isCurrent`: whether the last
 * answer is for what they are now, and not still to be worked out anew.
 */
export function useHeavy<T>(
  ask: (engine: Remote<Engine>, pace: (done: number, all: number) => void) => Promise<T>,
  byItself = false,
  by: readonly unknown[] = [],
  on: 'book' | 'orders' = 'book',
) {
  const basis = useBasis(on);
  const [state, setState] = useState<Heavy<T>>({ is: 'idle', last: null });
  const worker = useRef<Worker | null>(null);
  const answeredBy = useRef<readonly unknown[] | null>(null);
  const end = () => {
    worker.current?.terminate();
    worker.current = null;
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const begin = {
    start() {
      if (!basis) return;
      end();
      const failed = (why: string) => {
        if (worker.current === own) setState(({ last }) => ({ is: 'failed', why, last }));
      };
      const own = startWorker(failed);
      worker.current = own;
      setState(({ last }) => ({ is: 'running', done: 0, all: 0, last }));
      const engine = wrap<Engine>(own);
      const told = running(engine);
      const pace = proxy(
        (done: number, all: number) =>
          worker.current === own && setState(({ last }) => ({ is: 'running', done, all, last })),
      );
      tell(told, { ...basis, singles: none });
      told.taken
        .then(() => ask(engine, pace))
        .then((answer) => {
          if (worker.current !== own) return;
          answeredBy.current = by;
          setState({ is: 'done', last: answer });
        })
        .catch((error) => failed(wordOf(error)))
        .finally(() => {
          if (worker.current === own) end();
        });
    },
    stop() {
      end();
      setState(({ last }) => ({ is: 'stopped', last }));
    },
  };
  const latest = useRef(begin.start);
  latest.current = begin.start;
  const isReady = basis !== null;
  useEffect(() => {
    if (!byItself || !isReady) return;
    // What was answered once waits for a rest; the first answer waits for nothing.
    const waiting = window.setTimeout(() => latest.current(), answeredBy.current ? rest : 0);
    return () => clearTimeout(waiting);
  }, [isReady, byItself, ...by]);
  const answered = answeredBy.current;
  const isCurrent = state.is === 'done' && answered !== null && by.every((one, i) => one === answered[i]);
  return { state, isCurrent, ...begin };
}
