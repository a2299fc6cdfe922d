// Builds the interface, unless what stands in dist was built from the same sources.
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { run } from './say.mjs';

function* files(folder) {
  for (const name of readdirSync(folder).sort()) {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) yield* files(path);
    else yield path;
  }
}

export function build(root) {
  const hash = createHash('sha256');
  for (const path of [
    ...['web', 'core', 'contract', 'words'].flatMap((one) => [...files(join(root, 'src', one))]),
    join(root, 'index.html'),
    join(root, 'vite.config.ts'),
    join(root, 'package.json'),
    join(root, 'package-lock.json'),
  ])
    hash.update(path).update(readFileSync(path));
  const wanted = hash.digest('hex');
  const mark = join(root, 'dist', '.built-from');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return;
  console.log('Building the interface');
  run(process.execPath, [join(root, 'node_modules', 'vite', 'bin', 'vite.js'), 'build', '--logLevel', 'warn'], {
    cwd: root,
    what: 'Building the interface',
  });
  writeFileSync(mark, wanted);
}
