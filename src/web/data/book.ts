import { proxy, type Remote, wrap } from 'comlink';
import { useContext, useEffect, useMemo, useRef, useState } from 'react';
import type { Book, Edit, Market } from '../../core/book/index.ts';
import { valueAt, withEdit } from '../../core/book/index.ts';
import type { Item } from '../../core/goods/index.ts';
import type { Engine } from '../engine/engine.ts';
import { useBookQuery, useCarrierQuery, useClockQuery, useGoodsQuery, useSinglesQuery } from './api.ts';
import { edited } from './draft.ts';
import { type Engines, EnginesContext, startWorker, wordOf } from './engines.ts';
import { useAppDispatch, useAppSelector } from './index.ts';
import { engineFailed } from './view.ts';

/** The saved book, the draft on it, and how to edit. Null until the book has come. */
export function useBook() {
  const { data } = useBookQuery();
  const { data: goods } = useGoodsQuery();
  const edits = useAppSelector((state) => state.draft.edits);
  const act = useAppDispatch();
  return useMemo(() => {
    if (!data || !goods) return null;
    const tree = edits.reduce<Book & { goods: readonly Item[] }>(
      (now, edit) => {
        try {
          return withEdit(now, edit);
        } catch {
          return now;
        }
      },
      { ...data.book, goods },
    );
    const saved = { ...data.book, goods };
    const { goods: drafted, ...book } = tree;
    return {
      revision: data.revision,
      saved: data.book,
      book: book as Book,
      /** The seller's own market: goods and offers are written in its currency. */
      home: (book as Book).markets[0] as Market,
      goods: drafted,
      savedGoods: goods,
      changed: (path: readonly string[]) =>
        edits.some(
          (edit) => path.every((step, i) => edit.path[i] === step) || edit.path.every((step, i) => path[i] === step),
        ),
      /** Makes an edit; undefined takes away what stands there. */
      edit: (path: readonly string[], value: unknown) =>
        act(edited({ revision: data.revision, path, saved: valueAt(saved, path), value })),
      editAll: (made: readonly Edit[]) =>
        act(
          edited(
            made.map((edit) => ({
              revision: data.revision,
              path: edit.path,
              saved: valueAt(saved, edit.path),
              value: edit.value,
            })),
          ),
        ),
    };
  }, [data, goods, edits, act]);
}
export type OpenBook = NonNullable<ReturnType<typeof useBook>>;

/** The moment everything is computed for, in milliseconds; null until the clock has come. */
export function useMoment(): number | null {
  const { data } = useClockQuery();
  const asOf = useAppSelector((state) => state.view.asOf);
  return asOf !== null ? Date.parse(asOf) : data ? Date.parse(data.now) : null;
}

/** Milliseconds of rest after which what takes long is asked anew. */
const rest = 250;

/** What the worker answers for the book as it stands on the screen; the last answer stays until the next has come. */
export function useEngine<T>(
  ask: (engine: Remote<Engine>, edits: readonly Edit[]) => Promise<T> | null,
  depends: readonly unknown[],
  at: keyof Engines = 'quick',
): T | null {
  const { data } = useBookQuery();
  const { data: goods } = useGoodsQuery();
  const edits = useAppSelector((state) => state.draft.edits);
  const { data: carrier } = useCarrierQuery();
  const singles = useSingles();
  const engines = useContext(EnginesContext);
  const act = useAppDispatch();
  const [answer, setAnswer] = useState<T | null>(null);
  const answered = useRef(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the caller says what its question depends on
  useEffect(() => {
    if (!data || !goods || !engines) return;
    const place = engines[at];
    const from = [data, goods, carrier, singles];
    if (from.some((one, i) => one !== place.from[i])) {
      place.from = from;
      place.loaded = place.engine.load(data.book, goods, carrier?.cards ?? [], singles);
    }
    let stale = false;
    const go = () =>
      place.loaded
        ?.then(() => (stale ? null : ask(place.engine, edits)))
        .then((value) => {
          if (stale || value === null || value === undefined) return;
          answered.current = true;
          setAnswer(() => value);
        })
        .catch((why) => act(engineFailed(wordOf(why))));
    // What looks at all goods waits until the typing rests, so that it takes nothing from what is answered as one
    // types.
    let waiting: number | undefined;
    if (at === 'study' && answered.current) waiting = window.setTimeout(go, rest);
    else go();
    return () => {
      stale = true;
      clearTimeout(waiting);
    };
  }, [data, goods, edits, carrier, singles, ...depends]);
  return answer;
}

/** The batches of unused single-use codes among those of the pinned baskets, as saved and as drafted. */
function useSingles(): Readonly<Record<string, string>> {
  const { data } = useBookQuery();
  const edits = useAppSelector((state) => state.draft.edits);
  const batches =
    data?.book.offers.some((offer) => offer.code?.is === 'single use') ||
    edits.some((edit) => edit.path[0] === 'offers');
  const drafted = edits.flatMap((edit) =>
    edit.path[0] === 'pinned' ? (JSON.stringify(edit.value ?? null).match(/[A-Z0-9]{3,20}/g) ?? []) : [],
  );
  const codes = [...new Set([...(data?.book.pinned.flatMap((basket) => basket.codes) ?? []), ...drafted])].sort();
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

/** Such work, begun by hand; `byItself`, also at first and whenever one of these changes. */
export function useHeavy<T>(
  ask: (engine: Remote<Engine>, edits: readonly Edit[], pace: (done: number, all: number) => void) => Promise<T>,
  byItself = false,
  by: readonly unknown[] = [],
) {
  const { data } = useBookQuery();
  const { data: goods } = useGoodsQuery();
  const { data: carrier } = useCarrierQuery();
  const edits = useAppSelector((state) => state.draft.edits);
  const [state, setState] = useState<Heavy<T>>({ is: 'idle', last: null });
  const worker = useRef<Worker | null>(null);
  const end = () => {
    worker.current?.terminate();
    worker.current = null;
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const begin = {
    start() {
      if (!data || !goods) return;
      end();
      const failed = (why: string) => {
        if (worker.current === own) setState(({ last }) => ({ is: 'failed', why, last }));
      };
      const own = startWorker(failed);
      worker.current = own;
      setState(({ last }) => ({ is: 'running', done: 0, all: 0, last }));
      const engine = wrap<Engine>(own);
      const pace = proxy(
        (done: number, all: number) =>
          worker.current === own && setState(({ last }) => ({ is: 'running', done, all, last })),
      );
      engine
        .load(data.book, goods, carrier?.cards ?? [], none)
        .then(() => ask(engine, edits, pace))
        .then((answer) => {
          if (worker.current === own) setState({ is: 'done', last: answer });
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
  const isReady = data !== undefined && goods !== undefined;
  useEffect(() => {
    if (!byItself || !isReady) return;
    const waiting = window.setTimeout(() => latest.current(), rest);
    return () => clearTimeout(waiting);
  }, [isReady, byItself, ...by]);
  return { state, ...begin };
}
