import { defineConfig } from '@playwright/test';
import { layBooksInMemory } from '../scripts/memoryFolder.ts';
import { CHROMIUM } from './chromium.ts';

layBooksInMemory();

export default defineConfig({
  testDir: '.',
  globalSetup: './makeDemoBooks.ts',
  outputDir: '../test-results',
  // A test waits for the page more than half of its time.
  workers: 4,
  fullyParallel: false,
  forbidOnly: true,
  retries: 0,
  // No test takes as long on a machine several times slower than the one it was written on: only what hangs does.
  timeout: 600_000,
  expect: { timeout: 120_000 },
  reporter: [
    ['line'],
    ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? '../test-results/report.json' }],
  ],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // What a device keeps would answer for a shop that a test has cut off; the tests of that let it.
    serviceWorkers: 'block',
    // Movement that carries no meaning costs a twentieth of the processor's time.
    contextOptions: { reducedMotion: 'reduce' },
    actionTimeout: 120_000,
    screenshot: 'only-on-failure',
    launchOptions: CHROMIUM,
  },
});
