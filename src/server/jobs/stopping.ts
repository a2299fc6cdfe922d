/** The reason of what somebody has stopped. */
export class Stopped extends Error {}

/** How often it is asked whether somebody has stopped it, in milliseconds. */
const asks = 500;

/**
 * A signal that comes when the outer one does, or, with {@link Stopped}, when somebody has said in the database that
 * it is to stop. While the database is away nobody can have said so.
 */
export function stoppable(outer: AbortSignal, isToStop: () => Promise<boolean>) {
  const own = new AbortController();
  const timer = setInterval(() => {
    isToStop()
      .then((stop) => stop && own.abort(new Stopped()))
      .catch(() => undefined);
  }, asks);
  const signal = AbortSignal.any([outer, own.signal]);
  return {
    signal,
    reason: (): unknown => (own.signal.aborted ? own.signal.reason : signal.reason),
    release: () => clearInterval(timer),
  };
}
