import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';

/**
 * Hears what is told on a channel of the database (LISTEN), on a connection of its own that is made anew whenever it
 * breaks. What is told meanwhile is not heard: whoever listens looks for itself from time to time.
 */
export function listening(url: string, channel: string, heard: (payload: string) => void): { close(): Promise<void> } {
  const ending = new AbortController();
  let client: pg.Client | null = null;
  const ended = (async () => {
    while (!ending.signal.aborted) {
      client = new pg.Client({ connectionString: url });
      const broken = new Promise<void>((resolve) => {
        client?.once('end', resolve);
        client?.on('error', () => resolve());
      });
      client.on('notification', (told) => heard(told.payload ?? ''));
      try {
        await client.connect();
        await client.query(`listen ${channel}`);
        heard('');
        await broken;
      } catch {
        // Away: asked again after the pause.
      }
      await client.end().catch(() => undefined);
      await pause(500, undefined, { signal: ending.signal }).catch(() => undefined);
    }
  })();
  return {
    async close() {
      ending.abort();
      await client?.end().catch(() => undefined);
      await ended;
    },
  };
}
