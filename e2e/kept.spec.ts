import type { Page } from '@playwright/test';
import { expect, test } from './shop.ts';
import { choose, instead, pickProduct, signIn, takeVessel } from './steps.ts';

async function handOver(page: Page, from: string): Promise<void> {
  await page.getByRole('button', { name: from }).click();
  await page.getByRole('menuitem', { name: 'Lock, or hand over' }).click();
  await page.getByRole('button', { name: 'Someone else' }).click();
}

test('what is typed into a form stays through a jump, a failed look, a reload and somebody else’s turn', async ({
  page,
  context,
}) => {
  await page.goto('/');
  await signIn(page, 'Odo Marsh');
  await page.goto('/stock/delivery');
  await page.getByLabel('Supplier').fill('Orchard Side Trade');
  await page.getByLabel('Lot').fill('ZQ-4');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Yard' }).click();
  await page.goBack();
  await expect(page.getByLabel('Lot')).toHaveValue('ZQ-4');
  // The server can't be reached as the page asks again: it stays, and so does what is typed.
  const reached = await instead(context, '**/api/**', (route) => route.abort());
  await page.getByLabel('Delivery note').fill('4711');
  await page.getByRole('button', { name: 'Book it in' }).click();
  await expect(page.getByLabel('Delivery note')).toHaveValue('4711');
  await reached();
  await page.reload();
  await expect(page.getByText('What you typed here before is still here.')).toBeVisible();
  await expect(page.getByLabel('Delivery note')).toHaveValue('4711');

  // Somebody else has a form of their own.
  await handOver(page, 'Odo Marsh');
  await signIn(page, 'Hester Quill');
  await page.goto('/stock/delivery');
  await expect(page.getByLabel('Delivery note')).toHaveValue('');
  await handOver(page, 'Hester Quill');
  await signIn(page, 'Odo Marsh');
  await page.goto('/stock/delivery');
  await page.getByRole('button', { name: 'Start over' }).click();
  await expect(page.getByLabel('Delivery note')).toHaveValue('');
  await page.reload();
  await expect(page.getByLabel('Supplier')).toHaveValue('');
  await expect(page.getByRole('button', { name: 'Start over' })).toHaveCount(0);
});

test('without a connection a part that is not kept says so, comes by itself with the next, and the days typed stay', async ({
  page,
  context,
}) => {
  await page.goto('/');
  await signIn(page, 'Odo Marsh');
  await page.goto('/review');
  const cost = page.getByRole('region', { name: 'What it cost' });
  await expect(cost.getByText(/was poured and/)).toBeVisible();
  await context.setOffline(true);
  await page.getByLabel('From').first().fill('2026-03-01');
  await expect(page.getByLabel('From').first()).toHaveValue('2026-03-01');
  await expect(cost.getByRole('alert')).toContainText("can't be reached");
  await context.setOffline(false);
  await expect(page.getByLabel('From').first()).toHaveValue('2026-03-01');
  await expect(cost.getByText(/was poured and/)).toBeVisible();
});

test('the last of one container and the rest of the next are one pour; a wrong receipt is put right', async ({
  page,
}) => {
  await page.goto('/');
  await signIn(page, 'Odo Marsh');
  await page.goto('/c/P-1');
  await page.getByRole('button', { name: 'Decant from it' }).click();
  await page.getByLabel('How much').fill('20 ml');
  await page.getByLabel('Size').fill('500 ml');
  await page.getByRole('button', { name: 'Book the decant' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Bench' }).click();
  await pickProduct(page, 'Lime Kiln Foam');
  await takeVessel(page, /white cap/);
  await choose(page, 'Pour from', /, 20 ml left/);
  await expect(page.getByText(/holds 20 ml; this mix needs/)).toBeVisible();
  await page.getByRole('button', { name: /^Finish P-\d+, then 38 ml from P-1/ }).click();
  await expect(page.getByText(/20 ml from P-\d+, which finishes it, then 38 ml from P-1/)).toBeVisible();
  await page.getByRole('button', { name: /pour 58 ml from P-\d+ and P-1/i }).click();
  const slip = page.getByRole('region', { name: 'Booking slips' }).getByRole('listitem').first();
  await expect(slip).toContainText(/which is finished, and 38 ml of it from P-1/);
  await slip.getByRole('button', { name: 'Undo' }).click();
  await expect(slip).toContainText('Taken back');
  // A sealed one is poured from where it is chosen, and opened for it.
  await choose(page, 'Pour from', /P-2, .* sealed/);
  await page.getByRole('button', { name: /open P-2, pour 58 ml/i }).click();
  await expect(slip).toContainText(/from pail P-2/);

  await page.goto('/c/P-2');
  await page.getByRole('button', { name: 'Its receipt is wrong' }).click();
  await page.getByLabel('Price').fill('abc');
  await page.getByRole('button', { name: 'Put it right' }).click();
  await expect(page.getByText('Price is not an amount of money.')).toBeVisible();
  await page.getByLabel('Price').fill('99.50');
  await page.getByRole('button', { name: 'Put it right' }).click();
  await expect(page.getByText(/Why is empty/).first()).toBeVisible();
  await page.getByLabel('Why').fill('The invoice says so');
  await page.getByRole('button', { name: 'Put it right' }).click();
  await expect(page.getByRole('region', { name: 'Movements' })).toContainText(/price £99.50, was £/);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('what was missing is found by a count, and what stands elsewhere by the books', async ({ page }) => {
    await page.goto('/');
    await signIn(page, 'Odo Marsh');
    await page.goto('/c/P-9');
    await page.getByRole('button', { name: 'Missing' }).click();
    await page.getByLabel('Where it was last seen').fill('On the van on Monday');
    await page.getByRole('button', { name: 'Write it off' }).click();
    await expect(page.getByText('Off the shelf')).toBeVisible();
    await page.goto('/stock');
    await expect(page.getByRole('region', { name: 'Missing' })).toContainText('On the van on Monday');
    await page.goto('/stock/counts');
    await choose(page, 'Where', 'Store');
    await page.getByRole('button', { name: 'Start counting' }).click();
    await page.getByRole('button', { name: 'Something here is not listed' }).tap();
    const wanted = page.getByLabel('Its code, lot or name');
    await wanted.fill('P-999');
    await expect(page.getByText('Nothing in the books is called that.')).toBeVisible();
    await wanted.fill('sw-61');
    await page.getByRole('button', { name: /P-9 Sleeper Wheel Gel.*missing/ }).tap();
    await expect(page.getByRole('group', { name: 'How P-9 is counted' })).toBeVisible();
    await page.getByRole('button', { name: 'Something here is not listed' }).tap();
    await wanted.fill('P-1');
    await page.getByRole('button', { name: /^P-1 Lime Kiln Foam.*in Bench/ }).tap();
    await expect(page.getByRole('group', { name: 'How P-1 is counted' })).toBeVisible();
    await page.goto('/stock');
    await expect(page.getByRole('region', { name: 'Missing' })).toHaveCount(0);
    await expect(page.getByRole('region', { name: 'Store', exact: true })).toContainText(/P-9/);
  });
});
