// Builds what runs: the interface, for browsers, and the programs beside it.
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { runBeside } from './say.mjs';

function* files(folder) {
  for (const name of readdirSync(folder).sort()) {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) yield* files(path);
    else yield path;
  }
}

export const build = (root) => Promise.all([buildPrograms(root), buildInterface(root)]);

/** Where a program stands that was built from a source. */
export const builtFrom = (source) => join('build', source.replace(/\.ts$/, '.mjs'));

/** A source finds what lies beside it (migrations, the interface) wherever it was built to. */
const besideSources = {
  name: 'beside sources',
  setup({ onLoad }) {
    onLoad({ filter: /\/(src|demo)\/.*\.ts$/ }, async ({ path }) => ({
      contents: (await readFile(path, 'utf8')).replaceAll('import.meta.url', JSON.stringify(pathToFileURL(path).href)),
      loader: 'ts',
    }));
  },
};

/**
 * The server and what fills an empty database, a file each: read from their sources they start in twice the time and
 * check in a fifth more, as each function is given its name when it is made.
 */
export async function buildPrograms(root) {
  const esbuild = await import('esbuild');
  await esbuild.build({
    absWorkingDir: root,
    entryPoints: ['src/server/main.ts', 'src/server/begin.ts', 'demo/seed.ts'],
    outbase: root,
    outdir: 'build',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    sourcemap: true,
    plugins: [besideSources],
    logLevel: 'error',
  });
}

/** The interface, unless what stands in dist was built from the same sources. */
export async function buildInterface(root) {
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
  await runBeside(
    process.execPath,
    [join(root, 'node_modules', 'vite', 'bin', 'vite.js'), 'build', '--logLevel', 'warn'],
    {
      cwd: root,
      what: 'Building the interface',
    },
  );
  writeFileSync(mark, wanted);
}
