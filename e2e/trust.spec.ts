import { networkInterfaces } from 'node:os';
import { expect, test as plain } from '@playwright/test';
import { MORNING, RunningShop } from './runningShop.ts';

plain(
  'a device is led to a safe connection: what a plain one lacks, the certificate, and then nothing is left to do',
  async ({ browser }) => {
    const shop = await new RunningShop(['--now', MORNING, '--host', '0.0.0.0']).start();
    const outside = Object.values(networkInterfaces())
      .flat()
      .find((i) => i?.family === 'IPv4' && !i.internal)?.address as string;
    const page = await (await browser.newContext({ viewport: { width: 390, height: 700 } })).newPage();
    await page.goto(`http://${outside}:${shop.port}/trust`);
    await expect(page.getByText('This device’s connection is plain.')).toBeVisible();
    const there = await page.getByText(/^([0-9A-F]{2}:){31}/).textContent();
    await expect.poll(() => shop.printed).toContain(there);
    const downloading = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Download the shop’s certificate' }).click();
    expect((await downloading).suggestedFilename()).toBe('kettle-mix.crt');
    await expect(page.getByRole('link', { name: 'Open the shop safely' })).toHaveAttribute(
      'href',
      `https://${outside}:${shop.port}/`,
    );
    // A device that trusts it.
    const trusting = await (await browser.newContext({ ignoreHTTPSErrors: true })).newPage();
    await trusting.goto(`https://${outside}:${shop.port}/trust`);
    await expect(trusting.getByText('This device has one: nothing is left to do.')).toBeVisible();
    await trusting.getByRole('link', { name: 'To the shop' }).click();
    await expect(trusting.getByRole('heading', { level: 1 })).toBeVisible();
    await shop.clear();
  },
);
