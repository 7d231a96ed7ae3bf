import { type ChildProcess, fork } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import {
  type BrowserContext,
  test as base,
  type Fixtures,
  type Page,
  type PlaywrightTestArgs,
  type PlaywrightWorkerArgs,
} from '@playwright/test';
import { demoBooks, MORNING, RunningShop } from './runningShop.ts';
import type { Asked } from './shopHost.ts';
import { openAs } from './steps.ts';

class ShopHost {
  readonly #child: ChildProcess = fork(fileURLToPath(new URL('./shopHost.ts', import.meta.url)), {
    execArgv: ['--import', 'tsx'],
  });

  ask(what: Asked): Promise<{ address?: string }> {
    return new Promise((done, failed) => {
      this.#child.once('message', (answer: { address?: string; failed?: string }) =>
        answer.failed ? failed(new Error(answer.failed)) : done(answer),
      );
      this.#child.send(what);
    });
  }

  end(): void {
    this.#child.disconnect();
  }
}

const laidOut = (folder: string) => cpSync(demoBooks(), folder, { recursive: true });

/** Somebody else, signed in on a device of their own. */
type Joins = { joins: (name: string) => Promise<Page> };
const joins: Fixtures<
  Joins,
  object,
  { shop: { address: string } } & PlaywrightTestArgs,
  PlaywrightWorkerArgs
>['joins'] = async ({ browser, shop }, use) => {
  const contexts: BrowserContext[] = [];
  await use(async (name) => {
    const context = await browser.newContext({ baseURL: shop.address });
    contexts.push(context);
    const page = await context.newPage();
    await openAs(page, name);
    return page;
  });
  for (const context of contexts) await context.close();
};

/** Tests that start with the demo shop open. Each has its own books, so that none sees what another poured. */
export const test = base.extend<{ shop: { address: string } } & Joins, { host: ShopHost }>({
  joins,
  host: [
    // biome-ignore lint/correctness/noEmptyPattern: the test runner reads the pattern
    async ({}, use) => {
      const host = new ShopHost();
      await use(host);
      host.end();
    },
    { scope: 'worker' },
  ],
  shop: async ({ host }, use) => {
    const folder = mkdtempSync(join(tmpdir(), 'kettle-e2e-'));
    laidOut(folder);
    const { address = '' } = await host.ask({
      open: ['--demo', '--now', MORNING, '--data', folder, '--port', '0'],
    });
    await use({ address });
    await host.ask({ close: true });
    rmSync(folder, { recursive: true, force: true });
  },
  baseURL: async ({ shop }, use) => use(shop.address),
});

/** Tests that end the program or kill it: each starts it by itself. */
export const killable = base.extend<{ shop: RunningShop } & Joins>({
  joins,
  // biome-ignore lint/correctness/noEmptyPattern: the test runner reads the pattern
  shop: async ({}, use) => {
    const shop = new RunningShop(['--demo', '--now', MORNING]);
    laidOut(shop.folder);
    await shop.start();
    await use(shop);
    await shop.clear();
  },
  baseURL: async ({ shop }, use) => use(shop.address),
});

export { expect } from '@playwright/test';
