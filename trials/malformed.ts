import type { z } from 'zod';
import {
  acceptRequest,
  carrierGoodsRequest,
  checkoutRequest,
  checkRequest,
  codesRequest,
  historyRequest,
  importRequest,
  keyRequest,
  listRequest,
  pieceRequest,
  piecesRequest,
  pushRequest,
  saveRequest,
  sendRequest,
  singlesRequest,
  takeBackRequest,
} from '../src/contract/index.ts';
import { bookFileSchema } from '../src/core/book/index.ts';
import { layoutSchema } from '../src/core/tables/index.ts';
import { damaged, type Json, nasty } from '../tests/books/damage.ts';
import { smallBook } from '../tests/books/small.ts';
import { instanceOf } from './instances.ts';

/** What each write takes; null for those that take no body. Whoever adds a route is told to name it here. */
export const bodies: Readonly<Record<string, z.ZodType | null>> = {
  'PUT /book/file': bookFileSchema,
  'POST /revisions': saveRequest,
  'POST /revisions/:number/taken-back': takeBackRequest,
  'POST /channels/:id/sends': sendRequest,
  'POST /channels/:id/used-codes': null,
  'DELETE /channels/:id/sends/:send': null,
  'POST /channels/:id/checkouts': checkoutRequest,
  'POST /clock/pushed': pushRequest,
  'POST /checks': checkRequest,
  'DELETE /checks/:id': null,
  'PUT /accepted': acceptRequest,
  'POST /codes/batches/:batch': codesRequest,
  'PUT /codes/batches/:batch': listRequest,
  'DELETE /codes/batches/:batch': null,
  'POST /codes/known': singlesRequest,
  'POST /codes/used': listRequest,
  'PUT /spend': listRequest,
  'PUT /customers': listRequest,
  'POST /imports': importRequest,
  'POST /imports/:id/taken': null,
  'DELETE /imports/:id': null,
  'PUT /layouts/:sort': layoutSchema,
  'DELETE /history/:sort': null,
  'POST /history/imports': historyRequest,
  'PUT /history/imports/:id/pieces/:n': pieceRequest,
  'POST /history/imports/:id/taken': piecesRequest,
  'DELETE /history/imports/:id': null,
  'PUT /carrier/goods': carrierGoodsRequest,
  'PUT /keys/:of': keyRequest,
  'DELETE /keys/:of': null,
};

/** Parts of addresses: some that are there, and all manner of others. */
const parts = [
  ...['1', '0', '-1', '1.5', '1e3', 'Infinity', 'NaN', '2147483648', '9223372036854775808', '99999999999999999999'],
  ...['harrowmere', 'lerrin-shop', 'findlark', 'autumn', 'BAR-OAT', 'items.xml', 'book.json', 'file', 'last'],
  ...[
    'goods',
    '',
    ' ',
    '.',
    '..',
    '__proto__',
    'constructor',
    'toString',
    'x'.repeat(3000),
    'ß',
    '🪁',
    "';drop table send;--",
  ],
  ...[
    '\u0000',
    'a\u0000b',
    '%',
    '%%',
    '%E0%A4%A',
    '%ED%A0%80',
    '/',
    '//',
    '?',
    '#',
    '..%2f..%2fetc',
    'null',
    'undefined',
  ],
];
const queries = ['after', 'moment', 'before', 'who', 'kinds', 'of', 'strange'];
const headers: readonly Readonly<Record<string, string>>[] = [
  {},
  {},
  {},
  { 'Idempotency-Key': 'a b' },
  { 'Idempotency-Key': 'x'.repeat(400) },
  { 'X-Who': ' ' },
  { 'X-Who': 'x'.repeat(5000) },
  { 'If-None-Match': '"' },
  { 'Content-Type': 'text/plain' },
  { 'Content-Type': 'application/json; charset=latin1' },
];
/** Bodies that are no JSON, or more than is good. */
const odd = ['', '{', '[', 'null', '""', '{"a":1,}', '\u0000', '[1,2', 'NaN', '{"__proto__":{"x":1}}', nested(5000)];

export interface Tried {
  readonly asked: number;
  readonly statuses: Readonly<Record<string, number>>;
  readonly wrong: readonly string[];
}
type Ask = (
  method: string,
  path: string,
  body: string | undefined,
  headers: Readonly<Record<string, string>>,
) => Promise<{ readonly status: number; readonly type: string; readonly text: string } | null>;

/**
 * Sends so many requests over every route, most of them malformed somewhere: made from the routes' own schemas and
 * damaged, and strange in address, query, head and body. Whatever is not taken must be refused in words, as a problem
 * document with its status; nothing may fail.
 */
export async function tryMalformed(
  routes: readonly { readonly method: string; readonly path: string }[],
  count: number,
  random: () => number,
  ask: Ask,
): Promise<Tried> {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const chance = (share: number) => random() < share;
  const wrong: string[] = [];
  const statuses: Record<string, number> = {};
  for (const { method, path } of routes)
    if (method !== 'GET' && !(`${method} ${path}` in bodies))
      wrong.push(`${method} ${path} is not tried: name its body`);
  // A stream has no end to wait for; it takes nothing either.
  const answering = routes.filter(({ path }) => path !== '/events');
  for (let i = 0; i < count; i += 1) {
    const route = answering[i % answering.length] as (typeof routes)[number];
    const address = route.path.replace(/:[a-z]+/g, () => (chance(0.8) ? encoded(pick(parts)) : pick(parts)));
    const query = chance(0.4) ? `?${pick(queries)}=${chance(0.7) ? encoded(pick(parts)) : String(pick(nasty))}` : '';
    const schema = bodies[`${route.method} ${route.path}`];
    const body = route.method === 'GET' ? undefined : bodyFor(schema ?? null);
    const answer = await ask(route.method, `/api${address}${query}`, body, pick(headers));
    if (!answer) continue;
    statuses[answer.status] = (statuses[answer.status] ?? 0) + 1;
    const told = `${route.method} ${route.path} as ${address.slice(0, 80)}${query.slice(0, 80)} ${(body ?? '').slice(0, 300)} → ${answer.status} ${answer.text.slice(0, 300)}`;
    if (answer.status >= 500 && answer.status !== 503) wrong.push(told);
    else if (answer.status >= 400 && !isProblem(answer)) wrong.push(`no problem document: ${told}`);
  }
  return { asked: count, statuses, wrong };

  function bodyFor(schema: z.ZodType | null): string {
    if (chance(0.08)) return pick(odd);
    if (!schema) return chance(0.5) ? '' : JSON.stringify(pick(nasty));
    if (schema === bookFileSchema) return JSON.stringify(damaged(smallBook() as unknown as Json, random));
    const whole = instanceOf(schema, random);
    return JSON.stringify(chance(0.7) ? damaged(whole, random) : whole);
  }
}

function isProblem({ type, text, status }: { type: string; text: string; status: number }): boolean {
  if (!type.startsWith('application/problem+json')) return false;
  const said = JSON.parse(text) as { title?: unknown; status?: unknown };
  return typeof said.title === 'string' && said.title !== '' && said.status === status;
}

const encoded = (part: string): string => encodeURIComponent(part);

function nested(levels: number): string {
  return '['.repeat(levels) + ']'.repeat(levels);
}
