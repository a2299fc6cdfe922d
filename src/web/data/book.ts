import type { Remote } from 'comlink';
import { useContext, useEffect, useMemo, useRef, useState } from 'react';
import { type Edit, editTo } from '../../core/book/index.ts';
import type { Engine } from '../engine/engine.ts';
import { api, useTakeBackMutation } from './api.ts';
import { useBasis } from './basis.tsx';
import { catchUp, makeEdits, selectOpen } from './editing.ts';
import { type Engines, EnginesContext, rest, tell, wordOf } from './engines.ts';
import { useAppDispatch, useAppSelector } from './index.ts';
import { engineFailed } from './view.ts';

/** The saved book, the draft on it, and how to edit. Null until the book has come. */
export function useBook() {
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

const clockOf = api.endpoints.clock.select();
/** The moment everything is computed for, in milliseconds; null until the clock has come. */
export function useMoment(): number | null {
  return useAppSelector((state) => {
    const moment = state.view.asOf ?? clockOf(state).data?.now;
    return moment === undefined ? null : Date.parse(moment);
  });
}

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
