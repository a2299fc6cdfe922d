// npm run -s plemb -- …: the core on the command line.
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { nodePackages } from './parts/packages.mjs';
import { explain } from './parts/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
try {
  nodePackages(root);
} catch (error) {
  console.error(explain(error));
  process.exit(2);
}
const done = spawnSync(
  process.execPath,
  [
    '--import',
    fileURLToPath(import.meta.resolve('tsx')),
    fileURLToPath(new URL('../src/cli/main.ts', import.meta.url)),
    ...process.argv.slice(2),
  ],
  {
    stdio: 'inherit',
    cwd: process.env.INIT_CWD ?? process.cwd(),
  },
);
process.exit(done.status ?? 2);
