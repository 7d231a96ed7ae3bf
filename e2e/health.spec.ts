import { expect, test } from './shop.ts';

test('the shop opens at the address it prints', async ({ shop, page }) => {
  await page.goto(shop.address);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  const health = await page.request.get(`${shop.address}/api/health`);
  expect(await health.json()).toEqual({ ok: true });
});
