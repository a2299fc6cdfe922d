/** Longer than this, in milliseconds, no process waits for what it has to close: the database may be away. */
const patience = 5000;

/** Ends the process, once, when it is told to, or when whoever started it is gone. */
export function endingWith(close: () => Promise<void>): void {
  let ending = false;
  const end = () => {
    if (ending) return;
    ending = true;
    setTimeout(() => process.exit(0), patience).unref();
    close()
      .catch((error: unknown) => process.stderr.write(`${(error as Error).message}\n`))
      .finally(() => process.exit(0));
  };
  for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'] as const) process.on(signal, end);
}
