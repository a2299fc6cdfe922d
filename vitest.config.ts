import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          testTimeout: 60_000,
          include: ['src/**/*.test.ts', 'demo/**/*.test.ts'],
          setupFiles: ['tests/setup.ts'],
        },
      },
      {
        test: {
          name: 'outside',
          include: ['tests/outside/**/*.test.ts', 'tests/reading/**/*.test.ts'],
          testTimeout: 30_000,
          setupFiles: ['tests/setup.ts'],
        },
      },
      {
        test: {
          name: 'server',
          include: ['tests/server/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
          fileParallelism: false,
          setupFiles: ['tests/setup.ts'],
        },
      },
    ],
  },
});
