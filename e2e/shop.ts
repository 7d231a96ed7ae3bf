import { test as base } from '@playwright/test';
import { MORNING, RunningShop } from './runningShop.ts';

/** Tests that start with the demo shop open. Each has its own, so that none sees what another poured. */
export const test = base.extend<{ shop: RunningShop }>({
  // biome-ignore lint/correctness/noEmptyPattern: the test runner reads the pattern
  shop: async ({}, use) => {
    const shop = await new RunningShop(['--demo', '--now', MORNING]).start();
    await use(shop);
    await shop.clear();
  },
});

export { expect } from '@playwright/test';
