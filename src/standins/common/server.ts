import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { type HttpBindings, serve } from '@hono/node-server';
import { Hono } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { z } from 'zod';
import { answered, type QuoteAsk } from './quotes.ts';
import { type Currency, checkoutSchema, currencies, listingSchema, orderSchema, type StandIn } from './standin.ts';

const troubleModes = ['none', 'slow', 'busy', 'failing', 'nonsense', 'away', 'endless', 'redirecting'] as const;
type Trouble = (typeof troubleModes)[number];

interface Kept<S> {
  readonly state: S;
  /** Answers by idempotency key. */
  readonly answered: Readonly<Record<string, { readonly status: 200 | 422; readonly body: object }>>;
  /** How far the stand-in's clock runs ahead of the machine's, in milliseconds. */
  readonly ahead: number;
  readonly trouble: Trouble;
}

const goneSchema = z.strictObject({ listing: z.string(), gone: z.literal(true) });

const submissionSchema = z.strictObject({
  files: z
    .array(z.strictObject({ name: z.string(), text: z.string() }))
    .min(1)
    .max(5),
});

/** An answer that begins as one and goes on for as long as somebody reads. */
const endless = (): ReadableStream<Uint8Array> => {
  const more = new TextEncoder().encode(`${' '.repeat(65_535)}\n`);
  return new ReadableStream({ pull: (stream) => stream.enqueue(more) });
};

/**
 * The routes every channel has, over its own file on disk, which is replaced whole at each change.
 * @param ask the carrier that its checkout asks
 */
export function standInApp<S>(
  channel: StandIn<S>,
  folder: string,
  ask: (one: QuoteAsk) => Promise<number | null> = async () => null,
): Hono {
  mkdirSync(folder, { recursive: true });
  const path = join(folder, `${channel.name}.json`);
  const before = load<S>(path);
  // What was kept by an earlier program has what it did not know of as it is at first.
  let kept = before
    ? { ...before, state: { ...channel.empty, ...before.state } }
    : { state: channel.empty, answered: {}, ahead: 0, trouble: 'none' as const };
  const keep = (next: Kept<S>) => {
    writeFileSync(`${path}.next`, JSON.stringify(next));
    renameSync(`${path}.next`, path);
    kept = next;
  };
  const now = () => Date.now() + kept.ahead;
  const settled = async (moment: number) => {
    const state = await channel.settle(kept.state, moment);
    if (state !== kept.state) keep({ ...kept, state });
    return state;
  };
  const notSoldIn = (currency: Currency) =>
    channel.currencies.includes(currency) ? null : { title: `It sells in ${channel.currencies.join(' and ')} alone` };
  const momentOf = (text: string | undefined) => (text ? Date.parse(text) : now());

  const app = new Hono();
  app.use(bodyLimit({ maxSize: 64 << 20 }));
  app.use(async (c, next) => {
    if (c.req.path.startsWith('/desk/') || kept.trouble === 'none') return next();
    if (kept.trouble === 'slow') await pause(8000);
    if (kept.trouble === 'busy') return c.text('Too many requests', 429, { 'Retry-After': '1' });
    if (kept.trouble === 'nonsense') return c.text('<<~~ %% not what you asked for');
    if (kept.trouble === 'redirecting') return c.redirect('http://127.0.0.1:9/elsewhere', 302);
    if (kept.trouble === 'away') {
      (c.env as HttpBindings).incoming.socket.destroy();
      return c.body(null);
    }
    if (kept.trouble === 'endless') return c.body(endless());
    await next();
    if (kept.trouble === 'failing') {
      // The head promises more than comes: the connection closes midway through the answer.
      const half = (await c.res.text()).slice(0, 20);
      c.res = new Response(
        new ReadableStream({
          start: (stream) => {
            stream.enqueue(new TextEncoder().encode(half));
            setTimeout(() => stream.error(new Error('closed midway')), 20);
          },
        }),
        { headers: { 'Content-Type': 'application/json' } },
      );
    }
  });
  app.get('/health', (c) => c.json({ name: channel.name, clock: new Date(now()).toISOString() }));
  app.put('/submission', async (c) => {
    const key = c.req.header('Idempotency-Key');
    if (!key)
      return c.json(
        {
          accepted: false,
          report: [{ file: '', line: null, field: 'Idempotency-Key', reason: 'The header is missing' }],
        },
        422,
      );
    const before = kept.answered[key];
    if (before) return c.json(before.body, before.status);
    const body = submissionSchema.safeParse(await c.req.json().catch(() => null));
    if (!body.success)
      return c.json(
        {
          accepted: false,
          report: [{ file: '', line: null, field: 'files', reason: 'The body is not {"files": [{"name", "text"}]}' }],
        },
        422,
      );
    await settled(now());
    const outcome = channel.submit(kept.state, body.data.files, now());
    const answer =
      'refused' in outcome
        ? ({ status: 422, body: { accepted: false, report: outcome.refused } } as const)
        : ({ status: 200, body: { accepted: true, report: [] } } as const);
    keep({
      ...kept,
      state: 'refused' in outcome ? kept.state : outcome.state,
      answered: { ...kept.answered, [key]: answer },
    });
    return c.json(answer.body, answer.status);
  });
  app.get('/live', async (c) => {
    const moment = momentOf(c.req.query('moment'));
    return c.json(channel.live(await settled(moment), moment));
  });
  app.get('/listings', (c) => {
    const currency = z.enum(currencies).safeParse(c.req.query('currency') ?? 'EUR');
    if (!currency.success) return c.json({ title: 'The currency is EUR or GBP' }, 400);
    const elsewhere = notSoldIn(currency.data);
    return elsewhere ? c.json(elsewhere, 400) : c.json(channel.listings(kept.state, currency.data));
  });
  app.post('/checkout', async (c) => {
    const body = checkoutSchema.safeParse(await c.req.json().catch(() => null));
    if (!body.success)
      return c.json({ title: 'The request is not as the page says', problems: body.error.issues }, 400);
    const elsewhere = notSoldIn(body.data.currency);
    if (elsewhere) return c.json(elsewhere, 400);
    const moment = Date.parse(body.data.moment);
    const state = await settled(moment);
    const answers = await answered(ask, (quote) =>
      body.data.baskets.map(channel.checkout(state, moment, body.data, quote)),
    );
    return c.json({ answers });
  });
  app.post('/order', async (c) => {
    const body = orderSchema.safeParse(await c.req.json().catch(() => null));
    if (!body.success)
      return c.json({ title: 'The request is not as the page says', problems: body.error.issues }, 400);
    const { order } = channel;
    if (!order) return c.json({ title: 'No orders are taken here' }, 404);
    const elsewhere = notSoldIn(body.data.currency);
    if (elsewhere) return c.json(elsewhere, 400);
    const moment = Date.parse(body.data.moment);
    const { basket, speed, currency } = body.data;
    await settled(moment);
    const known = await answered(ask, (quote) => {
      order(kept.state, moment, basket, speed, currency, quote);
      return quote;
    });
    // What others have ordered meanwhile counts.
    const taken = order(kept.state, moment, basket, speed, currency, known);
    if (!taken) return c.json({ title: 'There is no such choice' }, 409);
    keep({ ...kept, state: taken.state });
    return c.json({ order: taken.choice });
  });
  app.post('/desk/clock', async (c) => {
    const body = z.strictObject({ now: z.iso.datetime() }).safeParse(await c.req.json().catch(() => null));
    if (!body.success) return c.json({ title: 'Say {"now": moment}' }, 400);
    keep({ ...kept, ahead: Date.parse(body.data.now) - Date.now() });
    return c.json({ clock: new Date(now()).toISOString() });
  });
  app.post('/desk/trouble', async (c) => {
    const body = z.strictObject({ mode: z.enum(troubleModes) }).safeParse(await c.req.json().catch(() => null));
    if (!body.success) return c.json({ title: `Say {"mode": one of ${troubleModes.join(', ')}}` }, 400);
    keep({ ...kept, trouble: body.data.mode });
    return c.json(body.data);
  });
  app.post('/desk/listing', async (c) => {
    const body = await c.req.json().catch(() => null);
    const [line, gone] = [listingSchema.safeParse(body), goneSchema.safeParse(body)];
    if (!line.success && !gone.success)
      return c.json({ title: 'Say {"listing", "price", "grams"}, or {"listing", "gone": true}' }, 400);
    const state = line.success
      ? channel.relisted(kept.state, line.data, now())
      : channel.delisted(kept.state, gone.data?.listing ?? '', now());
    if (state === null) return c.json({ title: 'There is no such listing' }, 404);
    keep({ ...kept, state });
    return c.json(body);
  });
  channel.desk?.(app, { read: () => kept.state, write: (state) => keep({ ...kept, state }), now });
  return app;
}

function load<S>(path: string): Kept<S> | null {
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as Kept<S>;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
    throw error;
  }
}

/** Serves an app on a loopback port; port 0 takes a free one. Resolves with the server and its port once it listens. */
export const listen = (app: Hono, port: number): Promise<{ server: Server; port: number }> =>
  new Promise((resolve, reject) => {
    const server = serve({ fetch: app.fetch, hostname: '127.0.0.1', port }, (info) =>
      resolve({ server: server as Server, port: info.port }),
    ) as Server;
    server.once('error', reject);
  });
