import { defaultClientConditions, defaultServerConditions } from 'vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // As many as a small machine has processors: each worker reads all modules anew.
    maxWorkers: 2,
    projects: [
      {
        test: {
          name: 'unit, outside, server',
          isolate: false,
          include: ['src/**/*.test.{ts,tsx}', 'demo/**/*.test.ts', 'tests/{outside,reading,server}/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
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
    ],
  },
});
