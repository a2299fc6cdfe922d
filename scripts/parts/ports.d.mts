/** A port that nobody listens on. */
export function freePort(): Promise<number>;
/** The first of so many consecutive ports that nobody listens on, looked for from `at` on. */
export function freePorts(count: number, at?: number): Promise<number>;
