// Builds what runs: the interface, for browsers, and the programs beside it.
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { join, relative } from 'node:path';
import { pathToFileURL } from 'node:url';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { runBeside } from './say.mjs';

const gzipped = promisify(gzip);

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
 * The server and what fills an empty database, a file each, and the stand-ins, which are found by listing their folder
 * as it was built: read from their sources they start in twice the time and answer in a fifth more, as each function is
 * given its name when it is made.
 */
export async function buildPrograms(root) {
  const esbuild = await import('esbuild');
  const standIns = 'src/standins';
  const doors = [...files(join(root, standIns))].filter((path) => /\/index\.ts$/.test(path));
  const program = (entryPoints, more) =>
    esbuild.build({
      absWorkingDir: root,
      entryPoints,
      outbase: root,
      outdir: 'build',
      outExtension: { '.js': '.mjs' },
      bundle: true,
      platform: 'node',
      format: 'esm',
      packages: 'external',
      sourcemap: true,
      logLevel: 'error',
      ...more,
    });
  const [{ metafile }] = await Promise.all([
    program([`${standIns}/start.ts`, ...doors], { splitting: true, chunkNames: `${standIns}/[hash]`, metafile: true }),
    program(
      ['main', 'worker', 'thread', 'begin', 'keep'].map((name) => `src/server/${name}.ts`).concat('demo/seed.ts'),
      {
        plugins: [besideSources],
      },
    ),
  ]);
  // One that is gone from the sources must not be found any more; those that stay are there all the while, as another
  // may be starting.
  for (const path of [...files(join(root, 'build', standIns))])
    if (!(relative(root, path) in metafile.outputs)) rmSync(path);
}

/** Does work unless a mark says that it was done from the same sources: files and folders of the project. */
async function unlessDone(root, mark, sources, work) {
  const hash = createHash('sha256');
  const all = sources
    .map((one) => join(root, one))
    .flatMap((one) => (statSync(one).isDirectory() ? [...files(one)] : one));
  for (const path of all) hash.update(path).update(readFileSync(path));
  const wanted = hash.digest('hex');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return;
  await work();
  writeFileSync(mark, wanted);
}

const packages = ['package.json', 'package-lock.json'];

/** The command line with all its packages, one file that starts in a quarter of the time; where it stands. */
export async function buildCommandLine(root) {
  const program = join(root, 'build', 'plemb.mjs');
  const sources = ['src/cli', 'src/contract', 'src/core', 'src/live', 'src/words', ...packages];
  await unlessDone(root, join(root, 'build', '.plemb-from'), sources, async () => {
    const esbuild = await import('esbuild');
    // Built beside and put in its place whole: another may be started meanwhile.
    const beside = join(root, 'build', `plemb-${process.pid}.mjs`);
    await esbuild.build({
      entryPoints: [join(root, 'src/cli/main.ts')],
      outfile: beside,
      bundle: true,
      platform: 'node',
      format: 'esm',
      // Packages of the older sort ask for what is of Node by `require`.
      banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
      logLevel: 'error',
    });
    renameSync(beside, program);
  });
  return program;
}

/** The interface, unless what stands in dist was built from the same sources. */
export async function buildInterface(root) {
  const shown = ['web', 'core', 'contract', 'words'].map((one) => `src/${one}`);
  const sources = [...shown, 'index.html', 'vite.config.ts', ...packages];
  await unlessDone(root, join(root, 'dist', '.built-from'), sources, async () => {
    await runBeside(
      process.execPath,
      [join(root, 'node_modules', 'vite', 'bin', 'vite.js'), 'build', '--logLevel', 'warn'],
      { cwd: root, what: 'Building the interface' },
    );
    await compressed(join(root, 'dist', 'assets'));
  });
}

/** Lays each text of a folder beside it as it is sent, so that nobody waits for it to be compressed. */
async function compressed(folder) {
  const texts = readdirSync(folder).filter((name) => /\.(js|css|svg)$/.test(name));
  await Promise.all(
    texts.map(async (name) => {
      const path = join(folder, name);
      await writeFile(`${path}.gz`, await gzipped(await readFile(path), { level: 9 }));
    }),
  );
}
