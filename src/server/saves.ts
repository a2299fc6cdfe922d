import { listening } from './listening.ts';
import { savedChannel } from './queries/revisions.ts';
import type { Saves } from './routes/events.ts';

/** Hears of saves at any server, and tells those who listen here; one connection for all of them. */
export function openSaves(url: string): Saves & { close(): Promise<void> } {
  const listeners = new Set<() => void>();
  const told = listening(url, savedChannel, () => {
    for (const heard of [...listeners]) heard();
  });
  return {
    hear(heard) {
      listeners.add(heard);
      return () => listeners.delete(heard);
    },
    close: () => told.close(),
  };
}
