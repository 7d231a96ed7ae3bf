import type { Page } from '@playwright/test';
import { rinse, start } from './clockSteps.ts';
import { expect, test } from './shop.ts';
import { instead, openAs, pickProduct, takeVessel } from './steps.ts';

// What reaches the shop's machine, or comes from it, long after it was done.

/** What a page starts from now on began a minute before. */
const startsEarlier = (page: Page) =>
  page.route('**/api/clocks', async (route) => {
    if (route.request().method() !== 'POST') return route.continue();
    const body = route.request().postDataJSON();
    const occurredAt = new Date(Date.parse(body.occurredAt) - 60_000).toISOString();
    return route.continue({ postData: JSON.stringify({ ...body, occurredAt }) });
  });

/** All that waits on a device to be sent was done twenty seconds before. */
const waitsLonger = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<void>((done, failed) => {
        const opening = indexedDB.open('keyval-store');
        opening.onerror = () => failed(opening.error);
        opening.onsuccess = () => {
          const store = opening.result.transaction('keyval', 'readwrite').objectStore('keyval');
          const kept = store.get('kettle-outbox');
          kept.onsuccess = () => {
            const before = (at: string) => new Date(Date.parse(at) - 20_000).toISOString();
            const all = kept.result.map((sent: { at: string }) => ({ ...sent, at: before(sent.at) }));
            store.put(all, 'kettle-outbox').onsuccess = () => done();
          };
        };
      }),
  );

test('what was done too late to fit is kept for a lead to settle', async ({ page, joins }) => {
  await openAs(page, 'Bram Addy');
  await startsEarlier(page);
  await start(page, 'Snow foam, all over', { vehicle: 'hire camper' });
  const other = await joins('Odo Marsh');
  const key = page.url().split('/').pop();
  const reached = await instead(page, '**/api/clocks/**', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  await page.getByRole('button', { name: /Re-mist now/ }).click();
  await expect(page.getByText('Misted again')).toBeVisible();
  await other.goto(`/clocks/${key}`);
  await rinse(other);
  await expect(other.getByRole('heading', { name: 'How did it go?' })).toBeVisible();
  // What comes within a quarter of a minute is not late.
  await waitsLonger(page);
  // The page that still has it as it was sends nothing more.
  await page.reload();
  await expect(page.getByText(/waits? here/)).toBeVisible();
  await reached();
  await expect(page.getByText(/Odo Marsh ended it after/)).toBeVisible();
  await expect(page.getByText(/kept under To settle/)).toBeVisible();
  await other.goto('/yard');
  const settle = other.getByRole('region', { name: 'To settle' });
  await expect(settle).toContainText('Re-misted: Snow foam, all over, grime in Bay 1, Bram Addy');
  await settle.getByRole('button', { name: 'Settled' }).click();
  await expect(settle).toBeHidden();
});

test('one’s own pour and undo are no surprise, however late the page learns what stands in the bottle', async ({
  page,
}) => {
  await openAs(page, 'Bram Addy', '/bench');
  await pickProduct(page, 'Lime Kiln Foam');
  await takeVessel(page, /Trigger bottle, white cap/);
  await page.route('**/api/vessels', async (route) => {
    if (route.request().method() === 'GET') await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  const slips = page.getByRole('region', { name: 'Booking slips' });
  const place = page.locator('[data-pour-place]');
  await place.getByRole('button', { name: /Pour \d/ }).click();
  await expect(slips.getByRole('listitem')).toHaveCount(1);
  // Once more, at once.
  await place.getByRole('button', { name: 'Pour another' }).click();
  await place.getByRole('button', { name: /Pour \d/ }).click();
  await expect(slips.getByRole('listitem')).toHaveCount(2);
  await expect(page.getByText('a moment ago')).toHaveCount(0);
  // It is taken back, and what really went in is booked, at once.
  await place.getByRole('button', { name: 'Poured wrong' }).click();
  await page.getByLabel('Product in it').fill('60 ml');
  await page.getByRole('button', { name: /Book it, from P-1/ }).click();
  await expect(slips.getByRole('listitem')).toHaveCount(3);
  await expect(slips).toContainText('Poured 60 ml');
  await expect(page.getByText('a moment ago')).toHaveCount(0);
});
