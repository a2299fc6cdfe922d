import { defineConfig } from '@playwright/test';
import { launchOptions } from './scripts/parts/chromium.mjs';

export default defineConfig({
  testDir: 'tests/e2e',
  workers: 2,
  timeout: 240_000,
  expect: { timeout: 30_000 },
  reporter: [['list'], ['json']],
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    // No page lives long enough here to repay what the last stage of optimizing costs: a sixth of the browser's time.
    launchOptions: { ...launchOptions, args: [...launchOptions.args, '--js-flags=--no-opt'] },
  },
});
