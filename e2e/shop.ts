import { cpSync } from 'node:fs';
import { test as base } from '@playwright/test';
import { demoBooks, MORNING, RunningShop } from './runningShop.ts';

/** Tests that start with the demo shop open. Each has its own, so that none sees what another poured. */
export const test = base.extend<{ shop: RunningShop }>({
  // biome-ignore lint/correctness/noEmptyPattern: the test runner reads the pattern
  shop: async ({}, use) => {
    const shop = new RunningShop(['--demo', '--now', MORNING]);
    cpSync(demoBooks(), shop.folder, { recursive: true });
    await shop.start();
    await use(shop);
    await shop.clear();
  },
  baseURL: async ({ shop }, use) => use(shop.address),
});

export { expect } from '@playwright/test';
