import { savedEvent } from '../../contract/index.ts';
import { api } from './api.ts';
import type { store } from './index.ts';

/**
 * Hears of what anybody saves, and fetches the book anew where it is newer than the one on the screen; the draft stays
 * as it is. The browser connects again by itself where the connection breaks.
 */
export function hearSaves({ dispatch, getState }: typeof store): () => void {
  const events = new EventSource('/api/events');
  events.addEventListener('saved', ({ data }: MessageEvent<string>) => {
    const { revision } = savedEvent.parse(JSON.parse(data));
    const shown = api.endpoints.book.select()(getState()).data?.revision;
    if (shown !== undefined && revision > shown) dispatch(api.util.invalidateTags(['Book']));
  });
  return () => events.close();
}
