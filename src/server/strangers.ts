import type { MiddlewareHandler } from 'hono';
import { HttpProblem } from './problem.ts';

const loopback = new Set(['127.0.0.1', 'localhost', '[::1]']);

/** Only callers that name a loopback host are answered: a page whose name was turned to this machine does not. */
export const loopbackOnly: MiddlewareHandler = async (c, next) => {
  const host = (c.req.header('Host') ?? '').replace(/:\d+$/, '');
  if (!loopback.has(host)) throw new HttpProblem(421, 'host', 'Plemb answers on loopback only');
  return next();
};

/**
 * A page of another origin, another port of this machine too, gets nothing and changes nothing. Browsers say where a
 * request comes from (Fetch Metadata: Sec-Fetch-Site; the Fetch standard: Origin, with every write); whoever says
 * neither is no page. A body is JSON and says so, as no form of another page can without being asked for leave first.
 */
export const ownPagesOnly: MiddlewareHandler = async (c, next) => {
  const site = c.req.header('Sec-Fetch-Site');
  const origin = c.req.header('Origin');
  const isForeign =
    (site !== undefined && site !== 'same-origin' && site !== 'none') ||
    (origin !== undefined && hostOf(origin) !== c.req.header('Host'));
  if (isForeign)
    throw new HttpProblem(403, 'origin', 'Only Plemb’s own pages are answered here', {
      detail: `The request came from ${origin ?? 'a page of another origin'}; nothing was changed.`,
    });
  const reads = c.req.method === 'GET' || c.req.method === 'HEAD';
  const hasBody = c.req.header('Transfer-Encoding') !== undefined || Number(c.req.header('Content-Length') ?? 0) > 0;
  if (!reads && hasBody && !/^application\/json\s*(;|$)/i.test(c.req.header('Content-Type') ?? ''))
    throw new HttpProblem(415, 'content-type', 'The body is to be JSON, and to say so', {
      detail: 'Right would be the header Content-Type: application/json.',
    });
  return next();
};

/** Addresses that are no text, or hold what no text has, name nothing here. */
export const soundAddress: MiddlewareHandler = async (c, next) => {
  let text: string;
  try {
    text = decodeURIComponent(new URL(c.req.url).pathname + new URL(c.req.url).search.replaceAll('+', ' '));
  } catch {
    throw new HttpProblem(400, 'address', 'The address is not UTF-8', {
      detail: 'Right would be percent-encoded UTF-8 (RFC 3986).',
    });
  }
  if (text.includes('\0')) throw new HttpProblem(404, 'not-found', 'There is nothing here');
  return next();
};

const hostOf = (origin: string): string | null => {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
};
