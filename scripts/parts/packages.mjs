// Node packages and Debian packages: there already, or installed, or a sentence that says what is missing.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Plain, run } from './say.mjs';

/** Installs what package-lock.json names, unless that is what stands there. */
export function nodePackages(root) {
  const wanted = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const mark = join(root, 'node_modules', '.plemb-installed');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return;
  console.error('Installing packages (once; a minute or two)');
  run('npm', ['ci', '--no-audit', '--no-fund'], { cwd: root, what: 'Installing packages' });
  mkdirSync(join(root, 'node_modules'), { recursive: true });
  writeFileSync(mark, wanted);
}

let listed = false;
/** Installs Debian packages if they are missing and this process may; `present` tells whether they are. */
export function debianPackages(names, present, why) {
  if (present()) return;
  const command = `apt-get install ${names.join(' ')}`;
  if (process.getuid?.() !== 0) throw new Plain(`${why} is missing. Have it installed: sudo ${command}`);
  console.log(`Installing ${names.join(', ')} (once)`);
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  if (!listed) run('apt-get', ['update', '-q'], { env, what: 'Reading the list of packages' });
  listed = true;
  run('apt-get', ['install', '-y', '-q', '--no-install-recommends', ...names], {
    env,
    what: `Installing ${names.join(', ')}`,
  });
  if (!present()) throw new Plain(`${why} is still missing after: ${command}`);
}
