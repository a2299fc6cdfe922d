import type { Context as Request } from 'hono';

/**
 * An answer that is written piece by piece, as it is made, no faster than it is read. Where making it fails in the
 * middle the connection is broken off: half a file never looks like a whole one.
 */
export function streamed(request: Request, make: (write: (text: string) => Promise<void>) => Promise<void>): Response {
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
  const writer = writable.getWriter();
  const encoder = new TextEncoder();
  make((text) => writer.write(encoder.encode(text)))
    .then(() => writer.close())
    // Also where whoever asked has gone.
    .catch((error: unknown) => writer.abort(error).catch(() => undefined));
  return request.body(readable);
}
