import { expect, test } from './shop.ts';
import { openAs } from './steps.ts';

test('what needs somebody is in the Yard with its one action, and in a calendar of one’s own', async ({
  page,
  request,
}) => {
  await openAs(page, 'Hester Quill', '/yard');
  const needs = page.getByRole('region', { name: 'Needs attention' });
  await expect(needs.getByRole('listitem').filter({ hasText: 'Coalyard Tyre Dressing' })).toContainText(
    'out of date',
  );
  expect(await needs.getByRole('listitem').count()).toBeLessThanOrEqual(7);

  await needs.getByText('As a calendar of your own').click();
  await needs.getByRole('button', { name: 'Make an address' }).click();
  const address = await needs.getByLabel('Address of your calendar').inputValue();
  const calendar = await request.get(address);
  expect(await calendar.text()).toContain('BEGIN:VEVENT');
  await needs.getByRole('button', { name: 'End it' }).click();
  await expect(needs.getByLabel('Address of your calendar')).toHaveCount(0);
  expect((await request.get(address)).status()).toBe(404);

  // Seen to, it is gone.
  await needs
    .getByRole('listitem')
    .filter({ hasText: 'Coalyard Tyre Dressing' })
    .getByRole('link', { name: 'Throw away or keep it' })
    .click();
  await page.getByRole('button', { name: 'Some was wasted' }).click();
  await page.getByLabel('How much').fill('5 l');
  await page.getByRole('combobox', { name: 'Why' }).click();
  await page.getByRole('option', { name: 'out of date' }).click();
  await page.getByRole('button', { name: 'Book it as waste' }).click();
  await expect(page.getByText('Book it as waste')).toHaveCount(0);
  await page.goto('/yard');
  await expect(needs.getByText('Limewash Stripping Shampoo')).toBeVisible();
  await expect(needs.getByText('Coalyard Tyre Dressing: none left')).toBeVisible();
  await expect(needs.getByText('5 L out of date')).toHaveCount(0);
  // And counted as thrown away.
  await page.goto('/review');
  await expect(page.getByRole('region', { name: 'Out of date' })).toContainText(
    /£[\d.]+ worth was thrown away as out of date/,
  );
});
