import { networkInterfaces } from 'node:os';
import { expect, test } from '@playwright/test';
import { MORNING, RunningShop } from './runningShop.ts';
import { choose } from './steps.ts';

const outside = Object.values(networkInterfaces())
  .flat()
  .find((i) => i?.family === 'IPv4' && !i.internal)?.address;

test('a new shop is set up over the network, and its empty places lead to the first pour', async ({
  page,
}) => {
  const shop = await new RunningShop(['--now', MORNING]).start();
  try {
    const code = /code=(\d{6})/.exec(shop.printed)?.[1] ?? '';
    // Another machine's browser: plain HTTP on an address that is not this machine's own.
    const address = outside ? `http://${outside}:${shop.port}` : shop.address;
    await page.goto(`${address}/first-run?code=${code}`);
    await page.getByRole('button', { name: 'Open the shop' }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'Shop name' })).toBeVisible();
    await page.getByLabel('Shop name').fill('Tin Shed Valeting');
    await page.getByLabel('Time zone').fill('Mars/Olympus');
    await page.getByLabel('Currency').fill('EUR');
    await page.getByLabel('Your name').fill('Ada Finch');
    await page.getByLabel('Your PIN').fill('864');
    await page.getByRole('button', { name: 'Open the shop' }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'Time zone' })).toBeVisible();
    await expect(page.getByRole('alert').filter({ hasText: 'PIN is not four digits' })).toBeVisible();
    await page.getByLabel('Time zone').fill('Europe/Dublin');
    await page.getByLabel('Your PIN').fill('8642');
    await page.getByRole('button', { name: 'Open the shop' }).click();

    await page.getByRole('link', { name: 'Add the first product' }).click();
    await page.getByLabel('Product name').fill('Shed Shampoo');
    await choose(page, 'Family', 'Neutral shampoo');
    await page.getByLabel('Label strength').fill('10 ml/l');
    await page.getByRole('button', { name: 'Add the product' }).click();
    await page.getByRole('button', { name: 'Put it on the shelf' }).click();
    await page.getByRole('button', { name: 'Open it' }).click();
    await page.getByRole('button', { name: 'Pour from it' }).click();
    await page.getByRole('link', { name: 'Add the first vessel' }).click();
    await page.getByLabel('Vessel name').fill('Bucket one');
    await choose(page, 'Kind', /^Bucket/);
    await expect(page.getByLabel('Brimful')).toHaveValue('20 l');
    await page.getByRole('button', { name: 'Add the vessel' }).click();
    await page.getByRole('link', { name: 'Bench', exact: true }).click();
    await page.getByRole('radio', { name: /Everyday/ }).click();
    await expect(page.getByTestId('reading-water')).toHaveText('16.2L');
    await expect(page.getByTestId('reading-jet')).toHaveText('1.62L');
    await page.getByRole('button', { name: 'Pour 180 ml from P-1' }).click();
    await expect(page.getByRole('region', { name: 'Booking slips' })).toContainText('4.82 L left');
  } finally {
    await shop.clear();
  }
});
