import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['core/**/*.test.ts', 'contract/**/*.test.ts', 'web/**/*.test.ts', 'scripts/**/*.test.ts'],
        },
      },
      {
        test: {
          name: 'server',
          include: ['server/**/*.test.ts', 'demo/**/*.test.ts'],
          globalSetup: ['server/testing/prepareBooks.ts'],
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
