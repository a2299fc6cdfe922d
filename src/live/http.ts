import { Readable } from 'node:stream';
import { setTimeout as pause } from 'node:timers/promises';
import type { z } from 'zod';

/**
 * How long is waited for one that refuses, fails or is too busy: a person is told soon, a job waits out what passes by
 * itself.
 */
export type Patience = 'person' | 'job';

/**
 * Milliseconds until it is given up, but for a second try, which everybody gets; the longest pause between two tries;
 * and what an answer may take to begin.
 */
const patience: Readonly<Record<Patience, { readonly all: number; readonly pause: number; readonly begins: number }>> =
  {
    person: { all: 4000, pause: 1000, begins: 5000 },
    job: { all: 45_000, pause: 5000, begins: 20_000 },
  };
/** So many bytes a second at least come and go. */
const bytesPerSecond = 100_000;
const mostBytes = 256 << 20;

/** Somebody who does not answer, or not in a way that makes sense: why, in plain words. */
export class NoAnswer extends Error {
  /** Whether what was asked may have arrived, and been done. */
  readonly reached: boolean;
  constructor(why: string, reached: boolean) {
    super(why);
    this.reached = reached;
  }
}

export interface Asked {
  readonly method: string;
  readonly url: string;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string | Streamed;
}

/** A body that is made while it is sent, anew for each try: its length in bytes, about, and its pieces. */
export interface Streamed {
  readonly length: number;
  pieces(): AsyncIterable<string>;
}

/**
 * Asks over HTTP and reads the answer: again after a pause that grows, or the one asked for (Retry-After, in seconds),
 * until patience is over, then {@link NoAnswer}. Redirects are not followed; an answer that is too long, or does not
 * come on, is cut off. For what may be done twice.
 */
export async function asked<T>(request: Asked, schema: z.ZodType<T>, as: Patience): Promise<T> {
  const until = performance.now() + patience[as].all;
  let reached = false;
  for (let tries = 1, wait = 200; ; tries += 1, wait = Math.min(patience[as].pause, wait * 2)) {
    const outcome = await once(request, schema, patience[as].begins);
    if ('answer' in outcome) return outcome.answer;
    reached ||= outcome.reached;
    const rest = Math.max(wait, Math.min(outcome.after ?? 0, patience[as].pause));
    if (!outcome.passes || (tries > 1 && performance.now() + rest > until)) throw new NoAnswer(outcome.why, reached);
    await pause(rest);
  }
}

/** What became of one try: an answer, or why there is none, and whether that may pass by itself. */
type Outcome<T> =
  | { readonly answer: T }
  | { readonly why: string; readonly reached: boolean; readonly passes: boolean; readonly after?: number };

async function once<T>(
  { method, url, headers, body }: Asked,
  schema: z.ZodType<T>,
  begins: number,
): Promise<Outcome<T>> {
  const late = new AbortController();
  const length = typeof body === 'object' ? body.length : Buffer.byteLength(body ?? '');
  const wait = begins + (length / bytesPerSecond) * 1000;
  let until = performance.now() + wait;
  let timer = setTimeout(() => late.abort(), wait);
  /** What has come earns more time, but no more than it took at the least speed: one that drips is cut off. */
  const more = (bytes: number) => {
    until += (bytes / bytesPerSecond) * 1000;
    clearTimeout(timer);
    timer = setTimeout(() => late.abort(), until - performance.now());
  };
  try {
    const response = await fetch(url, {
      method,
      headers: { 'Content-Type': 'application/json', ...headers },
      ...(typeof body === 'object' ? streaming(body) : body === undefined ? {} : { body }),
      redirect: 'manual',
      signal: late.signal,
    });
    if (response.status === 429) {
      await response.body?.cancel();
      const seconds = Number(response.headers.get('Retry-After')) || 1;
      return { why: 'it is too busy (429)', reached: false, passes: true, after: seconds * 1000 };
    }
    if (response.status >= 500) {
      await response.body?.cancel();
      return { why: `it failed (${response.status})`, reached: true, passes: true };
    }
    if (response.status >= 300 && response.status < 400) {
      await response.body?.cancel();
      return { why: `it sends one elsewhere (${response.status})`, reached: true, passes: false };
    }
    const text = await textOf(response, more);
    if (text === null) return { why: `its answer is longer than ${mostBytes >> 20} MB`, reached: true, passes: false };
    const refuses = response.status >= 400;
    const read = schema.safeParse(refuses ? jsonIn(text) : JSON.parse(text));
    if (read.success) return { answer: read.data };
    return refuses
      ? { why: `it refuses (${response.status})`, reached: false, passes: false }
      : { why: 'its answer makes no sense', reached: true, passes: true };
  } catch (error) {
    if (late.signal.aborted)
      return { why: `its answer did not come within ${Math.round(wait / 1000)} seconds`, reached: true, passes: true };
    return broken(error);
  } finally {
    clearTimeout(timer);
  }
}

const streaming = ({ pieces }: Streamed) => ({
  body: Readable.toWeb(Readable.from(encoded(pieces()))) as ReadableStream,
  duplex: 'half' as const,
});

async function* encoded(pieces: AsyncIterable<string>): AsyncGenerator<Uint8Array> {
  const encoder = new TextEncoder();
  for await (const piece of pieces) yield encoder.encode(piece);
}

/** What a refusal says, where it says it in JSON. */
function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** The text of an answer; null where it is too long. */
async function textOf(response: Response, more: (bytes: number) => void): Promise<string | null> {
  const parts: Uint8Array[] = [];
  let bytes = 0;
  for await (const part of response.body ?? []) {
    bytes += part.length;
    if (bytes > mostBytes) return null;
    parts.push(part);
    more(part.length);
  }
  return Buffer.concat(parts).toString('utf8');
}

/** Names of errors of a connection that was never made: what was asked did not arrive. */
const neverMade = new Map([
  ['ECONNREFUSED', 'nothing listens there'],
  ['ENOTFOUND', 'its name is not known'],
  ['EAI_AGAIN', 'its name cannot be looked up'],
  ['EHOSTUNREACH', 'no way leads there'],
  ['ENETUNREACH', 'no way leads there'],
  ['UND_ERR_CONNECT_TIMEOUT', 'nothing listens there'],
]);

function broken(error: unknown): Outcome<never> {
  if (error instanceof SyntaxError) return { why: 'its answer makes no sense', reached: true, passes: true };
  const code = (error as { cause?: { code?: string } }).cause?.code ?? '';
  const why = neverMade.get(code);
  return why ? { why, reached: false, passes: true } : { why: 'the connection broke', reached: true, passes: true };
}
