import type { ChannelFile, Dialect, Rules } from './dialect.ts';

/** Reads channels' files; null where they make no sense. */
export type RulesReader = (
  dialect: Pick<Dialect, 'id' | 'currency' | 'read'>,
  files: readonly ChannelFile[],
) => Rules | null;

/** A reader that reads the same files once, for as long as it is held: what is live is mostly what was sent. */
export function rulesReader(): RulesReader {
  const known = new Map<string, Rules | null>();
  return (dialect, files) => {
    const key = [dialect.id, dialect.currency, ...files.map((file) => file.text)].join('\u0000');
    const before = known.get(key);
    if (before !== undefined) return before;
    const read = dialect.read(files);
    const rules = read.ok ? read.value : null;
    known.set(key, rules);
    return rules;
  };
}
