import type { Page } from '@playwright/test';
import { expect, test } from './shop.ts';
import { openAs, pickProduct, takeVessel } from './steps.ts';

// Two who work on the same at once.

const slips = (page: Page) => page.getByRole('region', { name: 'Booking slips' });

test('of two who see the same in a bottle one pours; the other is told, looks, and then pours', async ({
  page,
  browser,
}) => {
  await openAs(page, 'Bram Addy', '/bench');
  const other = await (
    await browser.newContext({ baseURL: new URL(page.url()).origin, viewport: { width: 390, height: 700 } })
  ).newPage();
  // Word of what others do never reaches this one.
  await other.route('**/api/live**', (route) => route.abort());
  await openAs(other, 'Ines Corby', '/bench');
  for (const of of [page, other]) {
    await pickProduct(of, 'Lime Kiln Foam');
    await takeVessel(of, /Trigger bottle, white cap/);
  }
  const press = (of: typeof page) => of.getByRole('button', { name: /Pour \d/ });
  await expect(press(other)).toBeEnabled();
  await press(page).click();
  await expect(slips(page)).toContainText('Trigger bottle, white cap');

  await other.mouse.wheel(0, 600);
  const asked = other.waitForResponse(/\/api\/vessels$/);
  await press(other).click();
  const told = other.getByRole('alert').filter({ hasText: 'was filled a moment ago' });
  await expect(told).toContainText('Look at what is in it, then pour.');
  await expect(told).toBeInViewport({ ratio: 1 });
  await expect(slips(other).getByRole('listitem')).toHaveCount(0);
  await expect(told).toContainText(/750 ml of Lime Kiln Foam/);
  await (await asked).finished();
  await press(other).click();
  await expect(slips(other)).toContainText('Trigger bottle, white cap');
});
