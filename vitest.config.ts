import { defaultClientConditions, defaultServerConditions } from 'vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // As many as a small machine has processors: each worker reads all modules anew.
    maxWorkers: 2,
    projects: [
      {
        // In a DOM, and first: other work of npm test runs beside it, so that one worker has to do.
        test: {
          name: 'screen',
          environment: 'happy-dom',
          isolate: false,
          maxWorkers: 1,
          sequence: { groupOrder: 0 },
          include: ['src/**/*.test.tsx'],
          testTimeout: 60_000,
          setupFiles: ['tests/setup.ts'],
        },
      },
      {
        test: {
          name: 'unit, outside, server',
          isolate: false,
          maxWorkers: 2,
          sequence: { groupOrder: 1 },
          include: ['src/**/*.test.ts', 'demo/**/*.test.ts', 'tests/{outside,reading,server,telling}/**/*.test.ts'],
          // What a test may take on a busy machine: it ends one that hangs, and is no measure of any.
          testTimeout: 240_000,
          hookTimeout: 240_000,
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
          maxWorkers: 1,
          sequence: { groupOrder: 0 },
          include: ['tests/extending/**/*.test.{ts,tsx}'],
          testTimeout: 60_000,
          setupFiles: ['tests/setup.ts'],
        },
      },
    ],
  },
});
