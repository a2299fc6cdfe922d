// npm run bench: answers a second, with the core bundled as it is for the browser; memory by a process for each channel.
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
  await build({
    entryPoints: ['run', 'memory'].map((name) => join(root, 'benchmarks', `${name}.ts`)),
    outdir: folder,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    external: ['hyperformula', 'json-rules-engine'],
    logLevel: 'error',
  });
  const run = (...parts) =>
    spawnSync(process.execPath, [join(folder, parts[0]), ...parts.slice(1)], { stdio: 'inherit', cwd: root }).status ??
    1;
  const ended = [run('run.mjs'), ...['lerrin-shop', 'harrowmere', 'findlark'].map((one) => run('memory.mjs', one))];
  process.exitCode = Math.max(...ended);
} catch (error) {
  console.error(explain(error));
  process.exitCode = 1;
} finally {
  if (folder) rmSync(folder, { recursive: true, force: true });
}
