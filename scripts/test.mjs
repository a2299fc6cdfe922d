// npm test: sets everything up on a fresh machine, then types, lint, floors, unused things, and all tests. Leaves no
// process behind.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from './parts/build.mjs';
import { chromium } from './parts/chromium.mjs';
import { debianPackages, nodePackages } from './parts/packages.mjs';
import { startCluster } from './parts/postgres.mjs';
import { explain, Plain } from './parts/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'plemb-test-'));
let cluster = null;
let failed = 0;
let passed = 0;

// A stop from the keyboard ends the step at hand; what was begun is ended below.
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => undefined);

/** Runs a package's program from the project, its output on the screen; true where it ended well. */
function step(name, program, args, env = {}) {
  console.log(`\n— ${name}`);
  const began = Date.now();
  const done = spawnSync(join(root, 'node_modules', '.bin', program), args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  if (done.signal || done.status === 130) throw new Plain('Stopped.');
  console.log(`  ${name}: ${done.status === 0 ? 'well' : 'FAILED'}, ${((Date.now() - began) / 1000).toFixed(1)} s`);
  return done.status === 0;
}
function check(...all) {
  if (step(...all)) passed += 1;
  else failed += 1;
}

/** Runs a test runner that writes its counts into a file; a run that broke off without counts is a failure. */
function tests(name, program, args, env, counts) {
  const file = join(folder, `${program}.json`);
  const well = step(name, program, args(file), env(file));
  const { good, bad } = existsSync(file) ? counts(JSON.parse(readFileSync(file, 'utf8'))) : { good: 0, bad: 1 };
  passed += good;
  failed += well ? bad : Math.max(1, bad);
}

try {
  nodePackages(root);
  debianPackages(['iso-codes'], () => existsSync('/usr/share/iso-codes/json/iso_3166-2.json'), 'iso-codes');
  debianPackages(['libxml2-utils'], () => existsSync('/usr/bin/xmllint'), 'xmllint');
  chromium();
  cluster = await startCluster(
    process.getuid?.() === 0 ? mkdtempSync('/var/tmp/plemb-test-') : join(folder, 'cluster'),
  );
  cluster.createDatabase('tests');
  const database = { TEST_DATABASE_URL: cluster.url('tests') };

  check('types', 'tsc', ['-p', '.']);
  check('lint', 'biome', ['check', '.']);
  check('floors', 'depcruise', ['src', 'demo', '--config', '.dependency-cruiser.cjs']);
  check('nothing unused', 'knip', []);
  tests(
    'unit, outside, server',
    'vitest',
    (file) => ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${file}`],
    () => database,
    (report) => ({ good: report.numPassedTests, bad: report.numFailedTests }),
  );
  build(root);
  tests(
    'interface end to end',
    'playwright',
    () => ['test'],
    (file) => ({ PLAYWRIGHT_JSON_OUTPUT_NAME: file, PLEMB_TEST_CLUSTER: cluster.url('NAME') }),
    ({ stats }) => ({ good: stats.expected, bad: stats.unexpected + stats.flaky }),
  );
} catch (error) {
  failed += 1;
  console.error(explain(error));
} finally {
  cluster?.remove();
  rmSync(folder, { recursive: true, force: true });
}
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
