import { defaultClientConditions, defaultServerConditions } from 'vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // One more than the processors of a small machine: tests of channels that do not answer wait.
    maxWorkers: 3,
    projects: [
      {
        test: {
          name: 'unit',
          isolate: false,
          testTimeout: 60_000,
          include: ['src/**/*.test.{ts,tsx}', 'demo/**/*.test.ts'],
          setupFiles: ['tests/setup.ts'],
        },
      },
      {
        test: {
          name: 'outside',
          isolate: false,
          include: ['tests/outside/**/*.test.ts', 'tests/reading/**/*.test.ts'],
          testTimeout: 30_000,
          setupFiles: ['tests/setup.ts'],
        },
      },
      {
        // The lists of channels, rate kinds and benefits with members that only the tests have: see "imports" in
        // package.json.
        resolve: { conditions: ['extending', ...defaultClientConditions] },
        ssr: { resolve: { conditions: ['extending', ...defaultServerConditions] } },
        test: {
          name: 'extending',
          isolate: false,
          include: ['tests/extending/**/*.test.{ts,tsx}'],
          testTimeout: 60_000,
          setupFiles: ['tests/setup.ts'],
        },
      },
      {
        test: {
          name: 'server',
          isolate: false,
          include: ['tests/server/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
          setupFiles: ['tests/setup.ts'],
        },
      },
    ],
  },
});
