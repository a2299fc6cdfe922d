import { useEffect } from 'react';
import { api } from '../data/api.ts';
import { useAppDispatch } from '../data/index.ts';
import { rooms } from './stages.ts';

/**
 * Fetches what was not opened yet while nothing else is to do, so that any page opens at once: the pages, one after
 * another, then the past orders, on which several of them stand.
 */
export function useAhead(ready: boolean): void {
  const act = useAppDispatch();
  useEffect(() => {
    // Not every browser tells when it is idle: there a page comes when it is opened.
    if (!ready || !('requestIdleCallback' in globalThis)) return;
    const pages = rooms.flatMap((room) => room.sheets.map((sheet) => sheet.page));
    let waiting = requestIdleCallback(next);
    let left = false;
    let orders: { unsubscribe: () => void } | null = null;
    function next() {
      const page = pages.shift();
      if (!page) {
        orders = act(api.endpoints.orders.initiate());
        return;
      }
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
      orders?.unsubscribe();
    };
  }, [ready, act]);
}
