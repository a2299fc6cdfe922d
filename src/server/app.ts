import { existsSync } from 'node:fs';
import { serveStatic } from '@hono/node-server/serve-static';
import { Hono } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { secureHeaders } from 'hono/secure-headers';
import type { ProblemDocument } from '../contract/index.ts';
import type { Context } from './context.ts';
import type { Jobs } from './jobs/queues.ts';
import { HttpProblem } from './problem.ts';
import { bookRoutes } from './routes/book.ts';
import { channelRoutes } from './routes/channels.ts';
import { checkRoutes } from './routes/checks.ts';
import { codeRoutes } from './routes/codes.ts';
import { historyRoutes } from './routes/history.ts';
import { importRoutes } from './routes/imports.ts';
import { type Trouble, troubleOf } from './trouble.ts';

const problemType = { 'Content-Type': 'application/problem+json' };
const loopback = new Set(['127.0.0.1', 'localhost', '[::1]']);

/** The one style that the kit of dialogs and menus puts into the page: how what can be pressed is touched. */
const kitStyle = "'sha256-38RhXrc7EdReTKsOm23ZPOCUgniTUUcjky8QOOrQx6o='";

/** What is said of troubles of the database that pass. */
const troubles: Readonly<Record<Trouble, ProblemDocument>> = {
  away: {
    type: '/problems/away',
    title: 'The database does not answer at the moment',
    detail: 'Nothing saved is lost. Ask again in a few seconds.',
    status: 503,
  },
  busy: {
    type: '/problems/busy',
    title: 'Others are saving; this one has waited too long and was not carried out',
    detail: 'Ask again in a few seconds.',
    status: 503,
  },
};

/**
 * The whole server: the interface's files, and the API under /api. Only callers that name a loopback host are answered.
 */
export function app(context: Context, jobs: Jobs, pages: string): Hono {
  const server = new Hono();
  server.use(
    secureHeaders({
      contentSecurityPolicy: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'", kitStyle],
        imgSrc: ["'self'", 'data:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
      strictTransportSecurity: false,
    }),
  );
  server.use(async (c, next) => {
    const host = (c.req.header('Host') ?? '').replace(/:\d+$/, '');
    if (!loopback.has(host))
      return c.json({ type: '/problems/host', title: 'Plemb answers on loopback only', status: 421 }, 421, problemType);
    return next();
  });
  server.use(async (c, next) =>
    /%00/.test(c.req.url)
      ? c.json({ type: '/problems/not-found', title: 'There is nothing here', status: 404 }, 404, problemType)
      : next(),
  );
  const limit = (maxSize: number) =>
    bodyLimit({
      maxSize,
      onError: (c) =>
        c.json(
          { type: '/problems/too-large', title: `The request is larger than ${maxSize >> 20} MB`, status: 413 },
          413,
          problemType,
        ),
    });
  server.use('/api/*', limit(64 << 20));
  server.use('/api/*', async (c, next) => {
    await next();
    c.header('Cache-Control', 'no-store');
  });
  server.route('/api', bookRoutes(context));
  server.route('/api', channelRoutes(context, jobs));
  server.route('/api', checkRoutes(context, jobs));
  server.route('/api', codeRoutes(context));
  server.route('/api', historyRoutes(context));
  server.route('/api', importRoutes(context, jobs));
  server.all('/api/*', (c) =>
    c.json({ type: '/problems/not-found', title: 'There is nothing here', status: 404 }, 404, problemType),
  );
  if (existsSync(pages)) {
    server.use('/assets/*', serveStatic({ root: pages }));
    server.get('*', serveStatic({ root: pages, rewriteRequestPath: () => '/index.html' }));
  }
  server.onError((error, c) => {
    if (error instanceof HttpProblem) return c.json(error.document, error.document.status as 400, problemType);
    const trouble = troubleOf(error);
    if (trouble) {
      context.log.warn(error, c.req.path);
      c.header('Retry-After', '2');
      return c.json(troubles[trouble], 503, problemType);
    }
    context.log.error(error, c.req.path);
    return c.json(
      {
        type: '/problems/fault',
        title: 'Something failed here that should not have; nothing was changed',
        status: 500,
      },
      500,
      problemType,
    );
  });
  return server;
}
