import { defineConfig } from 'vitest/config';
import { layBooksInMemory } from './scripts/memoryFolder.ts';

layBooksInMemory();

/** No test takes as long on a machine several times slower than the one it was written on: only what hangs does. */
const LIMIT_MS = 180_000;

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['core/**/*.test.ts', 'contract/**/*.test.ts', 'web/**/*.test.ts', 'scripts/**/*.test.ts'],
          setupFiles: ['web/lib/speakEnglish.ts'],
          testTimeout: LIMIT_MS,
          isolate: false,
          maxWorkers: 2,
        },
      },
      {
        test: {
          name: 'server',
          include: ['server/**/*.test.ts', 'demo/**/*.test.ts'],
          globalSetup: ['server/testing/prepareBooks.ts'],
          testTimeout: LIMIT_MS,
          hookTimeout: LIMIT_MS,
          isolate: false,
          maxWorkers: 2,
        },
      },
    ],
  },
});
