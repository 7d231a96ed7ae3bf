import { expect, test } from './shop.ts';
import { instead } from './steps.ts';

test('the shop opens at the address it prints', async ({ shop, page }) => {
  await page.goto(shop.address);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  const health = await page.request.get(`${shop.address}/api/health`);
  expect(await health.json()).toEqual({ ok: true });
});

test('something is to be seen at once, and the first page comes in few requests', async ({ page, shop }) => {
  const asked: string[] = [];
  page.on('request', (request) => asked.push(new URL(request.url()).pathname));
  const fetchable = await instead(page, '**/assets/*.js', (route) => route.abort());
  await page.goto(shop.address);
  await expect(page.getByText('Opening the shop ...')).toBeVisible();
  await fetchable();
  asked.length = 0;
  await page.goto(shop.address);
  await expect(page.getByRole('button', { name: /Bram Addy/ })).toBeVisible();
  await expect(page.getByText('Opening the shop ...')).toHaveCount(0);
  expect(asked.length, asked.join('\n')).toBeLessThanOrEqual(24);
});
