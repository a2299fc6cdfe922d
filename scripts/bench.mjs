// npm run bench: answers a second, with the core bundled as it is for the browser.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { nodePackages } from './parts/packages.mjs';
import { explain } from './parts/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
let folder = null;
try {
  nodePackages(root);
  const { build } = await import('esbuild');
  // Within the project, so that packages left outside the bundle are found.
  folder = mkdtempSync(join(root, 'node_modules', '.plemb-bench-'));
  const outfile = join(folder, 'run.mjs');
  await build({
    entryPoints: [join(root, 'benchmarks', 'run.ts')],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    external: ['hyperformula', 'json-rules-engine'],
    logLevel: 'error',
  });
  process.exitCode = spawnSync(process.execPath, [outfile], { stdio: 'inherit', cwd: root }).status ?? 1;
} catch (error) {
  console.error(explain(error));
  process.exitCode = 1;
} finally {
  if (folder) rmSync(folder, { recursive: true, force: true });
}
