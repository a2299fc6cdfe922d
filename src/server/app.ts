import { existsSync } from 'node:fs';
import { serveStatic } from '@hono/node-server/serve-static';
import { Hono } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { compress } from 'hono/compress';
import { etag } from 'hono/etag';
import { secureHeaders } from 'hono/secure-headers';
import type { ProblemDocument } from '../contract/index.ts';
import type { Context } from './context.ts';
import type { Jobs } from './jobs/queues.ts';
import { HttpProblem } from './problem.ts';
import { bookRoutes } from './routes/book.ts';
import { carrierRoutes } from './routes/carrier.ts';
import { channelRoutes } from './routes/channels.ts';
import { checkRoutes } from './routes/checks.ts';
import { codeRoutes } from './routes/codes.ts';
import { eventRoutes, type Saves } from './routes/events.ts';
import { historyRoutes } from './routes/history.ts';
import { importRoutes } from './routes/imports.ts';
import { keyRoutes } from './routes/keys.ts';
import { layoutRoutes } from './routes/layouts.ts';
import { loopbackOnly, ownPagesOnly, soundAddress } from './strangers.ts';
import { type Trouble, troubleOf } from './trouble.ts';

const problemType = { 'Content-Type': 'application/problem+json' };

const forEver = 'public, max-age=31536000, immutable';

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
  full: {
    type: '/problems/full',
    title: 'The disk of the database is full; nothing was changed',
    detail: 'Make room there; nothing saved is lost.',
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
 * The whole server: the interface's files, and the API under /api.
 */
export function app(context: Context, jobs: Jobs, saves: Saves, pages: string): Hono {
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
  server.use(loopbackOnly);
  server.use(soundAddress);
  server.use('/api/*', ownPagesOnly);
  server.use(compress());
  const limit = (maxSize: number) =>
    bodyLimit({
      maxSize,
      onError: () => {
        throw new HttpProblem(413, 'too-large', `The request is larger than ${maxSize >> 20} MB`);
      },
    });
  server.use('/api/*', limit(64 << 20));
  server.use('/api/*', async (c, next) => {
    await next();
    // What may be kept is asked for again each time, and answered with 304 where it is the same.
    c.header('Cache-Control', c.res.headers.has('ETag') ? 'private, no-cache' : 'no-store');
  });
  server.route('/api', bookRoutes(context));
  server.route('/api', channelRoutes(context, jobs));
  server.route('/api', checkRoutes(context, jobs));
  server.route('/api', codeRoutes(context));
  server.route('/api', eventRoutes(context, saves));
  server.route('/api', carrierRoutes(context));
  server.route('/api', historyRoutes(context, jobs));
  server.route('/api', importRoutes(context, jobs));
  server.route('/api', keyRoutes(context));
  server.route('/api', layoutRoutes(context));
  server.all('/api/*', () => {
    throw new HttpProblem(404, 'not-found', 'There is nothing here');
  });
  if (existsSync(pages)) {
    // What lies there has its contents in its name, and stands beside it as it is sent.
    const lasting = serveStatic({
      root: pages,
      precompressed: true,
      onFound: (_, c) => void c.header('Cache-Control', forEver),
    });
    server.use('/assets/*', lasting);
    server.use(etag());
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
