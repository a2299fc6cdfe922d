import { useCallback, useEffect, useState } from 'react';
import { useOrdersQuery } from '../data/api.ts';
import { useAskedAhead, useMoment } from '../data/book.ts';
import { rooms } from './stages.ts';

/** The panels, fetched when the first is opened. */
export const panels = () => import('./panels.tsx');

/**
 * Fetches what was not opened yet while nothing else is to do, so that any page opens at once: the pages, one after
 * another, then the past orders, on which several of them stand. What takes longest over those, the carrier's review,
 * is worked out then. The panels, which a key may open at any moment, come first.
 */
export function useAhead(ready: boolean): void {
  const [havePages, setHavePages] = useState(false);
  const moment = useMoment();
  const { data: orders } = useOrdersQuery(undefined, { skip: !havePages });
  useEffect(() => {
    // What keeps them from coming now is told when one is opened.
    if (ready) panels().catch(() => undefined);
  }, [ready]);
  useEffect(() => {
    // Not every browser tells when it is idle: there a page comes when it is opened.
    if (!ready || !('requestIdleCallback' in globalThis)) return;
    const pages = rooms.flatMap((room) => room.sheets.map((sheet) => sheet.page));
    let waiting = requestIdleCallback(next);
    let left = false;
    function next() {
      const page = pages.shift();
      if (!page) return setHavePages(true);
      // A page that cannot be had now is asked for again when it is opened, and tells then.
      page()
        .catch(() => undefined)
        .then(() => {
          if (!left) waiting = requestIdleCallback(next);
        });
    }
    return () => {
      left = true;
      cancelIdleCallback(waiting);
    };
  }, [ready]);
  useAskedAhead(
    useCallback(async (engine) => moment !== null && engine.records(moment), [moment]),
    moment !== null && orders !== undefined,
  );
}
