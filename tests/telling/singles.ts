import type { ChannelFile, Dialect, Rules } from '../../src/core/channels/index.ts';
import { filesOf } from '../../src/core/channels/index.ts';
import type { Question } from '../../src/core/quote/index.ts';

/** The one single-use code that random baskets enter, and its batch. */
const singles = new Map([['ONCE1', 'cards']]);

/** What a channel is sent: its files, and beside them the codes of batches that it asks for. */
export function sentFiles(dialect: Dialect, rules: Rules): ChannelFile[] {
  const files = filesOf(rules);
  if (!dialect.singles || rules.batches.length === 0) return files;
  const { file, head, line } = dialect.singles;
  const rows = [...singles].flatMap(([code, batch]) => (rules.batches.includes(batch) ? [line(batch, code)] : []));
  return [...files, { name: file, text: `${[head, ...rows].join('\n')}\n` }];
}

/** The same question where single-use codes are known. */
export const withSingles = (question: Question): Question => ({
  ...question,
  shopper: { ...question.shopper, singles },
});
