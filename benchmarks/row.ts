/** A line of what was measured. */
export const row = (name: string, value: string): void => console.log(`${name.padEnd(64)} ${value}`);
