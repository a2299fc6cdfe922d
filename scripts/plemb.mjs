// npm run -s plemb -- …: the core on the command line, and backups of the database.
import { fileURLToPath, pathToFileURL } from 'node:url';
import { nodePackages } from './parts/packages.mjs';
import { explain } from './parts/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
try {
  nodePackages(root);
  const words = process.argv.slice(2);
  const { isKeeping, keep } = await import('./parts/keeping.mjs');
  if (isKeeping(words)) process.exit(await keep(root, words));
  const { buildCommandLine } = await import('./parts/build.mjs');
  const program = await buildCommandLine(root);
  // Files are named from where it was called.
  process.chdir(process.env.INIT_CWD ?? process.cwd());
  await import(pathToFileURL(program).href);
} catch (error) {
  console.error(explain(error));
  process.exit(2);
}
