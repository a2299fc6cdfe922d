import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, expect, test } from 'vitest';
import { root, sentencesIn } from './sentences.ts';

/**
 * Core gives data, the words say it: no sentence stands in `src/core`. Read by TypeScript's own checker: a text of
 * several words is a sentence unless its type is one of a closed list (a member of a union, such as `'not for sale'`),
 * it is thrown (a fault of the program, told to nobody), or it belongs to a format that core writes.
 */

/** What may stand in core all the same, and why. */
const allowed: Readonly<Record<string, string>> = {
  'src/core/channels/shopper-texts.ts': 'what shoppers of a channel read, in its files',
  'src/core/channels/harrowmere/names.ts': 'the same: what places are called there',
  'src/core/channels/adopted-names.ts': 'names given once to what is read from a channel and has none there',
  'src/core/book/migrate/from-2.ts': 'names given once to groups of a book that is brought along',
  'src/core/channels/findlark/format.ts': 'the head of an XML file',
  'src/core/goods/fields/dated.ts': 'the cell of a goods file',
  'src/core/plan/promise.ts': 'how sellers word what they promise: read, not said',
};

function sourcesIn(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile() && entry.name.endsWith('.ts') && !entry.name.endsWith('.test.ts'))
    .map((entry) => join(entry.parentPath, entry.name));
}

/** Sentences of each sort, in a file that is only thought of. */
const planted = {
  name: join(root, 'src/core/planted.ts'),
  text: [
    "import { z } from 'zod';",
    "type Why = 'not for sale' | 'too large';",
    "export const why: Why = 'not for sale';",
    "export const note = { why: 'This cannot be said there.' };",
    `export const told = (days: number) => \`it takes \${days} days\`;`,
    "export const amount = z.string().regex(/x/, 'an amount such as 4.90');",
    "export const is = (one: Why) => one === 'too large';",
    "export const fault = () => { throw new Error('nobody reads this'); };",
  ].join('\n'),
};
let core: string[] = [];
let found: string[] = [];
beforeAll(() => {
  core = sourcesIn(join(root, 'src/core'));
  found = sentencesIn(core, planted);
}, 120_000);
const isPlanted = (one: string) => one.startsWith('src/core/planted.ts:');

test('no sentence stands in core', () => {
  expect(core.length).toBeGreaterThan(100);
  const standing = found.filter((one) => !isPlanted(one));
  expect(standing.filter((one) => !Object.keys(allowed).some((file) => one.startsWith(`${file}:`)))).toEqual([]);
  // What may stand still stands: a file that has none left is to be taken off the list.
  for (const file of Object.keys(allowed))
    expect(
      standing.some((one) => one.startsWith(`${file}:`)),
      file,
    ).toBe(true);
});

test('a sentence that were there would be found: in a note, in a template, in a schema', () => {
  expect(found.filter(isPlanted).map((one) => one.replace(/^\S+ /, ''))).toEqual([
    "'This cannot be said there.'",
    `\`it takes \${days} days\``,
    "'an amount such as 4.90'",
  ]);
});
