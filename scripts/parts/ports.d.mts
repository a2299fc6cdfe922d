/** A port that nobody listens on. */
export function freePort(): Promise<number>;
