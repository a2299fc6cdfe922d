// npm run trial:faults, trial:load: what is claimed to hold is attacked, in processes, clusters and folders of its own.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildPrograms } from './parts/build.mjs';
import { nodePackages } from './parts/packages.mjs';
import { explain } from './parts/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const [name, ...args] = process.argv.slice(2);
try {
  nodePackages(root);
  await buildPrograms(root);
  const trial = spawn(process.execPath, ['--import', 'tsx', join(root, 'trials', `${name}.ts`), ...args], {
    cwd: root,
    stdio: 'inherit',
  });
  // It ends what it has begun by itself.
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => trial.kill(signal));
  trial.once('exit', (status) => {
    process.exitCode = status ?? 1;
  });
} catch (error) {
  console.error(explain(error));
  process.exitCode = 1;
}
