// npm run standins -- --from 4101: the invented channels and carrier alone, on consecutive ports; their addresses are
// printed as a line of JSON when they are ready.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { nodePackages } from './parts/packages.mjs';
import { explain } from './parts/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
try {
  nodePackages(root);
  const { status } = spawnSync(
    process.execPath,
    ['--import', 'tsx', join(root, 'src/standins/start.ts'), ...process.argv.slice(2)],
    { cwd: root, stdio: 'inherit' },
  );
  process.exitCode = status ?? 0;
} catch (error) {
  console.error(explain(error));
  process.exitCode = 1;
}
