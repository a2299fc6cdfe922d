import { listening } from './listening.ts';
import { savedChannel } from './queries/revisions.ts';
import type { Saves } from './routes/events.ts';

/** Hears of saves at any server, and tells those who listen here; one connection for all of them. */
export function openSaves(url: string): Saves & { close(): Promise<void> } {
  const listeners = new Set<(revision: number | null) => void>();
  // An empty word comes with each new connection.
  const told = listening(url, savedChannel, (word) => {
    for (const heard of [...listeners]) heard(word === '' ? null : Number(word));
  });
  return {
    hear(heard) {
      listeners.add(heard);
      return () => listeners.delete(heard);
    },
    close: () => told.close(),
  };
}
