import { savedEvent } from '../../contract/index.ts';
import { catchUp, selectSaved } from './editing.ts';
import type { store } from './index.ts';

/**
 * Hears of what anybody saves, and brings the book on the screen up to it; the draft stays as it is. The browser
 * connects again by itself where the connection breaks.
 */
export function hearSaves({ dispatch, getState }: typeof store): () => void {
  const events = new EventSource('/api/events');
  events.addEventListener('saved', ({ data }: MessageEvent<string>) => {
    const { revision } = savedEvent.parse(JSON.parse(data));
    const shown = selectSaved(getState())?.revision;
    if (shown !== undefined && revision > shown) void dispatch(catchUp());
  });
  return () => events.close();
}
