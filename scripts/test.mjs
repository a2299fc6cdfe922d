// npm test: sets everything up on a fresh machine, then types, lint, floors, unused things, and all tests; with words
// behind it (npm test -- rates check) only the test files whose path has one of them. Leaves no process behind.
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildInterface, buildPrograms } from './parts/build.mjs';
import { chromium } from './parts/chromium.mjs';
import { debianPackages, nodePackages } from './parts/packages.mjs';
import { startCluster } from './parts/postgres.mjs';
import { explain, Plain } from './parts/say.mjs';
import { seeded } from './parts/seeded.mjs';
import { testFiles } from './parts/test-files.mjs';

/** Space for young objects, of which compilers and trials make many: they take a sixth less time with it. */
const roomy = `${process.env.NODE_OPTIONS ?? ''} --max-semi-space-size=64`;
const root = fileURLToPath(new URL('..', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'plemb-test-'));
const words = process.argv.slice(2);
const running = new Set();
let cluster = null;
let failed = 0;
let passed = 0;
let stopped = false;

// A stop from the keyboard ends the steps at hand; what was begun is ended below.
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    stopped = true;
    for (const child of running) child.kill('SIGTERM');
  });

/**
 * Runs a package's program from the project; true where it ended well. Of steps that run side by side what each prints
 * is kept together, and shown when it ends.
 */
function step(name, program, args, env = {}, stdio = 'inherit') {
  if (stopped) throw new Plain('Stopped.');
  if (stdio === 'inherit') console.log(`\n— ${name}`);
  const began = Date.now();
  const child = spawn(join(root, 'node_modules', '.bin', program), args, {
    cwd: root,
    stdio: ['ignore', stdio, stdio],
    env: { ...process.env, NODE_OPTIONS: roomy, ...env },
  });
  running.add(child);
  let printed = '';
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (chunk) => (printed += chunk));
  return new Promise((resolve) => {
    child.once('close', (status) => {
      running.delete(child);
      const well = status === 0;
      if (stdio === 'pipe') console.log(`\n— ${name}\n${printed.trimEnd()}`);
      console.log(`  ${name}: ${well ? 'well' : 'FAILED'}, ${((Date.now() - began) / 1000).toFixed(1)} s`);
      resolve(well);
    });
  });
}

async function check(...all) {
  if (await step(...all)) passed += 1;
  else failed += 1;
}

/** Runs a test runner that writes its counts into a file; a run that broke off without counts is a failure. */
async function tests(name, program, args, env, counts) {
  const file = join(folder, `${program}.json`);
  const well = await step(name, program, args(file), env(file));
  const { good, bad } = existsSync(file) ? counts(JSON.parse(readFileSync(file, 'utf8'))) : { good: 0, bad: 1 };
  passed += good;
  failed += well ? bad : Math.max(1, bad);
}

const unitTests = (files, env) =>
  tests(
    'unit, outside, extending, server',
    'vitest',
    (file) => ['run', ...files, '--reporter=default', '--reporter=json', `--outputFile.json=${file}`],
    () => env,
    (report) => ({ good: report.numPassedTests, bad: report.numFailedTests }),
  );
/** Everything taken down once, on two servers with two workers: npm run trial:faults does so 240 times. */
const faults = () => check('taken down and up again', 'tsx', ['trials/faults.ts', ...briefly]);
const briefly = ['--runs', '6', '--races', '0', '--requests', '0'];
const screenTests = (files, clusterUrl, made) =>
  tests(
    'interface end to end',
    'playwright',
    () => ['test', ...files],
    (file) => ({
      PLAYWRIGHT_JSON_OUTPUT_NAME: file,
      PLEMB_TEST_CLUSTER: clusterUrl,
      PLEMB_SEEDED: JSON.stringify(made),
    }),
    ({ stats }) => ({ good: stats.expected, bad: stats.unexpected + stats.flaky }),
  );

/** What reads the sources alone, one after another: the tests beside it keep both processors busy. */
async function checks() {
  await check('types', '../typescript-7/bin/tsc', ['-p', '.'], {}, 'pipe');
  await check('lint', 'biome', ['check', '.'], {}, 'pipe');
  await check('floors', 'depcruise', ['src', 'demo', '--config', '.dependency-cruiser.cjs'], {}, 'pipe');
  await check('nothing unused', 'knip', [], {}, 'pipe');
}

/** What the tests of the interface begin from: the interface built, and the demo's data; null where it cannot be made. */
async function prepared() {
  const began = Date.now();
  try {
    await buildPrograms(root);
    const [made] = await Promise.all([seeded({ root, cluster, folder }), buildInterface(root)]);
    console.log(`\n— interface and demo's data: made, ${((Date.now() - began) / 1000).toFixed(1)} s`);
    return made;
  } catch (error) {
    failed += 1;
    console.error(explain(error));
    return null;
  }
}

try {
  nodePackages(root);
  const { unit, screen } = testFiles(root, words);
  if (words.length > 0 && unit.length + screen.length === 0)
    throw new Plain(`No test file has ${words.join(' or ')} in its path.`);
  debianPackages(['iso-codes'], () => existsSync('/usr/share/iso-codes/json/iso_3166-2.json'), 'iso-codes');
  debianPackages(['libxml2-utils'], () => existsSync('/usr/bin/xmllint'), 'xmllint');
  if (screen.length > 0) chromium();
  cluster = await startCluster(
    process.getuid?.() === 0 ? mkdtempSync('/var/tmp/plemb-test-') : join(folder, 'cluster'),
  );
  cluster.createDatabase('tests');

  const whole = words.length === 0;
  const [made] = await Promise.all([
    screen.length > 0 ? prepared() : null,
    whole ? checks() : null,
    unit.length > 0 ? unitTests(whole ? [] : unit, { TEST_DATABASE_URL: cluster.url('tests') }) : null,
  ]);
  if (made && whole) await faults();
  if (made) await screenTests(whole ? [] : screen, cluster.url('NAME'), made);
} catch (error) {
  failed += 1;
  console.error(explain(error));
} finally {
  cluster?.remove();
  rmSync(folder, { recursive: true, force: true });
}
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
