import { expect, test } from './shop.ts';
import { openAs } from './steps.ts';

test('the pump head, the litre that is gone and the bottle out of date are found from Review alone', async ({
  page,
}) => {
  await openAs(page, 'Odo Marsh');
  await page.keyboard.press('v');
  const went = page.getByRole('region', { name: 'Where it went' });
  await expect(went.getByText(/^Pump head, 30 ml gives \d+ % more than is booked\.$/)).toBeVisible();
  await expect(went.getByRole('img', { name: 'How much more than booked each gives' })).toBeVisible();
  await expect(went.getByRole('listitem').filter({ hasText: 'Siding All-purpose' })).toContainText(
    /\d+ ml were gone/,
  );
  await went.getByRole('button', { name: 'Product by product' }).click();
  const rows = went.getByRole('table', { name: 'Where each product went' }).getByRole('row');
  await expect(rows.nth(1)).toContainText('Dewpond Rinseless');
  // What runs were to take by their plans stands beside what was mixed for them.
  await expect(rows.filter({ hasText: 'Lime Kiln Foam' })).toContainText(/L planned/);

  // On paper every table is open, whether or not it is on the screen.
  const byRecipe = page.getByRole('table', { name: 'How strong the mixes were, by recipe' });
  await expect(byRecipe).toHaveCount(0);
  await page.emulateMedia({ media: 'print' });
  await expect(byRecipe).toBeVisible();
  await page.emulateMedia({ media: 'screen' });
  await expect(byRecipe).toHaveCount(0);

  // The days stand in the address, and what is told is of them alone.
  await page.getByRole('region', { name: 'Which days' }).getByLabel('From').fill('2026-05-01');
  await expect(page).toHaveURL(/from=2026-05-01/);
  await expect(went.getByText(/is known from the second count/)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('From')).toHaveValue('2026-05-01');
  await page.getByRole('region', { name: 'Which days' }).getByLabel('To').fill('2026-01-01');
  await expect(page.getByRole('alert').first()).toContainText('To is before From');
  await page.getByRole('region', { name: 'Which days' }).getByLabel('From').fill('');
  await page.getByRole('region', { name: 'Which days' }).getByLabel('To').fill('');

  const old = page.getByRole('region', { name: 'Out of date' });
  await old.getByRole('link', { name: /^Throw away or keep B-/ }).click();
  await expect(page.getByText('Limewash Stripping Shampoo').first()).toBeVisible();
  await page.goBack();

  // Each ends in what can be done about it.
  await went.getByRole('link', { name: /^Calibrate Pump head, 30 ml on P-\d+: 2 minutes$/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Pump head, 30 ml');
});

test('what it cost adds up to what the movements cost, and a technician has no Review', async ({
  page,
  browser,
}) => {
  await openAs(page, 'Hester Quill', '/review?from=2025-09-01&to=2025-09-30');
  const cost = page.getByRole('region', { name: 'What it cost' });
  const said = (await cost.getByText(/was poured and/).textContent()) ?? '';
  const poured = /£[\d.,]+/.exec(said)?.[0] ?? 'nothing';
  await cost.getByRole('link', { name: 'By product, person and place' }).click();
  await expect(page.getByRole('region', { name: 'What it comes to' })).toContainText(poured);

  const other = await (await browser.newContext()).newPage();
  await openAs(other, 'Bram Addy');
  await expect(other.getByRole('navigation', { name: 'Places' }).getByText('Review')).toHaveCount(0);
  await other.goto('/review');
  await expect(other.getByText('How it went is for leads and managers.')).toBeVisible();
});
