import type { ChildProcess } from 'node:child_process';

export function startApplication(options: {
  root: string;
  data: string;
  databaseUrl: string;
  port: number;
  first?: string | null;
  channels?: Record<string, string> | null;
}): Promise<{
  address: string;
  channels: Record<string, string>;
  server: ChildProcess;
  /** The worker beside it: one that ends by itself is followed by another. */
  worker: { readonly child: ChildProcess };
  ended: Promise<unknown>;
  stop(): Promise<void>;
}>;

/** A program that runs: what it says when it is ready, and its end. */
export interface Program {
  readonly child: ChildProcess;
  readonly ready: Promise<Record<string, string>>;
  readonly ended: Promise<unknown>;
  stop(): Promise<void>;
}
export function program(
  root: string,
  path: string,
  args: readonly string[],
  env: Readonly<Record<string, string>>,
  flags?: readonly string[],
): Program;
