import { useEffect, useState } from 'react';

/** Rows that a screen has no room for below one another. */
const screen = 24;

/**
 * Of a long list what fills a screen at first, and all of it once that is painted and nothing else is to do: so the
 * page is there sooner.
 */
export function useScreenFirst<T>(rows: readonly T[]): readonly T[] {
  const [isPainted, setPainted] = useState(false);
  const isThere = rows.length > 0;
  useEffect(() => (isThere ? whenIdle(() => setPainted(true)) : undefined), [isThere]);
  return isPainted ? rows : rows.slice(0, screen);
}

/** Not every browser tells when it is idle: there it is a moment later. Gives what calls it off. */
function whenIdle(work: () => void): () => void {
  if ('requestIdleCallback' in globalThis) {
    const waiting = requestIdleCallback(work);
    return () => cancelIdleCallback(waiting);
  }
  const waiting = setTimeout(work, 50);
  return () => clearTimeout(waiting);
}
