/** Where the command line stands, built from its sources unless it was already. */
export function buildCommandLine(root: string): Promise<string>;
