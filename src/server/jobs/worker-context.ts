import type { Context } from '../context.ts';

/** What jobs work with. */
export interface WorkerContext extends Context {
  /** The database's address, for connections of their own. */
  readonly url: string;
}
