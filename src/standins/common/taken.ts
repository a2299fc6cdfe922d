/**
 * A reader of texts that were taken once and so can be read, which keeps so many of them: what is live is asked about
 * again and again. `read` gives what is wrong with a text as a list.
 */
export function readingTaken<Read extends object>(
  most: number,
  read: (text: string) => Read | readonly unknown[],
): (text: string) => Read {
  const known = new Map<string, Read>();
  return (text) => {
    const before = known.get(text);
    if (before) return before;
    const made = read(text);
    if (Array.isArray(made)) throw new Error('A file that was taken cannot be read');
    if (known.size >= most) known.delete([...known.keys()][0] ?? '');
    known.set(text, made as Read);
    return made as Read;
  };
}
