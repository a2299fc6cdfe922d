import { Hono } from 'hono';
import { streamSSE } from 'hono/streaming';
import { savedEvent } from '../../contract/index.ts';
import type { Context } from '../context.ts';
import { newest } from '../queries/revisions.ts';

/**
 * Whoever wants to hear of saves, and lets go again. What is told is the revision, or null where some may have been
 * missed.
 */
export interface Saves {
  hear(heard: (revision: number | null) => void): () => void;
}

/** How often something is written where nothing happens, so that a broken connection is noticed, in milliseconds. */
const breath = 20_000;

/** What happens, as it happens (server-sent events): the number of each revision that anybody saves at any server. */
export function eventRoutes({ database }: Context, saves: Saves): Hono {
  return new Hono().get('/events', (c) =>
    streamSSE(c, async (events) => {
      // The first tells where one stands; a breath tells it again.
      let told = await newest(database);
      let news: number | null = told;
      let wake = () => {};
      const letGo = saves.hear((revision) => {
        news = revision;
        wake();
      });
      events.onAbort(() => {
        letGo();
        wake();
      });
      while (!events.aborted) {
        const next = new Promise<void>((resolve) => {
          const timer = setTimeout(resolve, breath);
          wake = () => {
            clearTimeout(timer);
            resolve();
          };
        });
        told = Math.max(told, news ?? (await newest(database).catch(() => told)));
        await events.writeSSE({ event: 'saved', data: JSON.stringify(savedEvent.parse({ revision: told })) });
        await next;
      }
    }),
  );
}
