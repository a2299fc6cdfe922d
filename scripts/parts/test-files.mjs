// The files of tests, by the words of their paths.
import { readdirSync } from 'node:fs';
import { join } from 'node:path';

/** Those whose path has one of some words, or all where there are none: run by the unit runner, and in a browser. */
export function testFiles(root, words) {
  const all = ['src', 'demo', 'tests'].flatMap((folder) =>
    readdirSync(join(root, folder), { recursive: true }).map((name) => join(folder, String(name))),
  );
  const wanted = all.filter((path) => words.length === 0 || words.some((word) => path.includes(word)));
  return {
    unit: wanted.filter((path) => /\.test\.tsx?$/.test(path)),
    screen: wanted.filter((path) => path.endsWith('.spec.ts')),
  };
}
