import { defineConfig } from '@playwright/test';
import { layBooksInMemory } from '../scripts/memoryFolder.ts';
import { CHROMIUM } from './chromium.ts';

layBooksInMemory();

export default defineConfig({
  testDir: '.',
  globalSetup: './makeDemoBooks.ts',
  outputDir: '../test-results',
  workers: 2,
  fullyParallel: false,
  forbidOnly: true,
  retries: 0,
  timeout: 120_000,
  expect: { timeout: 10_000 },
  reporter: [
    ['line'],
    ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? '../test-results/report.json' }],
  ],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    screenshot: 'only-on-failure',
    launchOptions: CHROMIUM,
  },
});
