import { type Remote, wrap } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import type { Book, Edit, Market } from '../../core/book/index.ts';
import { valueAt, withEdit } from '../../core/book/index.ts';
import type { Item } from '../../core/goods/index.ts';
import type { Desk } from '../worker/desk.ts';
import { useBookQuery, useCarrierQuery, useClockQuery, useGoodsQuery } from './api.ts';
import { edited } from './draft.ts';
import { useAct, useSeen } from './index.ts';

const desk: Remote<Desk> = wrap<Desk>(new Worker(new URL('../worker/desk.ts', import.meta.url), { type: 'module' }));

/** The saved book, the draft on it, and how to edit. Null until the book has come. */
export function useBook() {
  const { data } = useBookQuery();
  const { data: goods } = useGoodsQuery();
  const edits = useSeen((state) => state.draft.edits);
  const act = useAct();
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
      changed: (path: readonly string[]) => edits.some((edit) => path.every((step, i) => edit.path[i] === step) || edit.path.every((step, i) => path[i] === step)),
      /** Makes an edit; undefined takes away what stands there. */
      edit: (path: readonly string[], value: unknown) => act(edited({ revision: data.revision, path, saved: valueAt(saved, path), value })),
      editAll: (made: readonly Edit[]) => act(edited(made.map((edit) => ({ revision: data.revision, path: edit.path, saved: valueAt(saved, edit.path), value: edit.value })))),
    };
  }, [data, goods, edits, act]);
}
export type OpenBook = NonNullable<ReturnType<typeof useBook>>;

/** The moment everything is computed for, in milliseconds; null until the clock has come. */
export function useMoment(): number | null {
  const { data } = useClockQuery();
  const asOf = useSeen((state) => state.view.asOf);
  return asOf !== null ? Date.parse(asOf) : data ? Date.parse(data.now) : null;
}

let loaded: Promise<void> | null = null;
let loadedFrom: unknown[] = [];
let carried: unknown = null;

/** What the worker answers for the book as it stands on the screen; the last answer stays until the next has come. */
export function useDesk<T>(ask: (desk: Remote<Desk>, edits: readonly Edit[]) => Promise<T> | null, depends: readonly unknown[]): T | null {
  const { data } = useBookQuery();
  const { data: goods } = useGoodsQuery();
  const edits = useSeen((state) => state.draft.edits);
  const { data: carrier } = useCarrierQuery();
  const [answer, setAnswer] = useState<T | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the caller says what its question depends on
  useEffect(() => {
    if (!data || !goods) return;
    if (loadedFrom[0] !== data || loadedFrom[1] !== goods) {
      loadedFrom = [data, goods];
      loaded = desk.load(data.book, goods);
    }
    if (carrier && carried !== carrier) {
      carried = carrier;
      loaded = Promise.all([loaded, desk.carry(carrier.cards)]).then(() => undefined);
    }
    let stale = false;
    loaded
      ?.then(() => ask(desk, edits))
      .then((value) => {
        if (!stale && value !== null && value !== undefined) setAnswer(() => value);
      })
      .catch((error) => console.error(error));
    return () => {
      stale = true;
    };
  }, [data, goods, edits, carrier, ...depends]);
  return answer;
}
