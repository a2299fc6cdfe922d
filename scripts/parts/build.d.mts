/** Where the command line stands, built from its sources unless it was already. */
export function buildCommandLine(root: string): Promise<string>;
/** Where a program stands that was built from a source. */
export function builtFrom(source: string): string;
