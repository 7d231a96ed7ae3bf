import { expect, test } from './shop.ts';
import { openAs } from './steps.ts';

test('an order is drafted from what runs out, changed, sent, received short, and what did not come stays open', async ({
  page,
}) => {
  await openAs(page, 'Odo Marsh', '/stock/run-out');
  await page.getByRole('link', { name: 'Orders' }).click();
  const toOrder = page.getByRole('region', { name: 'To order' });
  await expect(toOrder.getByText(/^Order by \d+ \w+\.$/)).toBeVisible();
  await toOrder.getByRole('button', { name: 'Draft this order to Kiln Bank Supplies' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^O-1 to Kiln Bank Supplies/);
  await expect(page.getByLabel('What for')).toHaveValue(/^Out from \d+ \w+ on; lasts about \d+ weeks$/);

  // Nonsense names its field and loses nothing.
  await page.getByLabel('How many').fill('many');
  await page.getByRole('button', { name: 'Save the draft' }).click();
  await expect(page.getByRole('alert').first()).toContainText('"many" is not a number');
  await page.getByLabel('How many').fill('3');
  await page.getByRole('button', { name: 'Another line' }).click();
  await page.getByLabel('How many').nth(1).fill('2');
  await page.getByRole('combobox', { name: 'Product' }).nth(1).click();
  await page.getByRole('option', { name: 'Signal Glass' }).click();
  await page.getByLabel('Size').nth(1).fill('1 l');
  await expect(page.getByRole('button', { name: 'Save it, then it can be sent' })).toBeDisabled();
  await page.getByRole('button', { name: 'Save the draft' }).click();
  await expect(page.getByRole('button', { name: 'Mark as sent' })).toBeEnabled();
  // What somebody else makes of it meanwhile is not sent unseen; taken over, it can be.
  const order = await (await page.request.get('/api/orders/1')).json();
  await page.request.patch('/api/orders/1', {
    data: {
      note: 'By van',
      lines: order.lines.map(({ productName: _, came: __, ...line }: Record<string, unknown>) => line),
    },
    headers: { 'If-Match': String(order.revision) },
  });
  await expect(page.getByRole('button', { name: 'Save it, then it can be sent' })).toBeDisabled();
  await page.getByRole('button', { name: 'Save the draft' }).click();
  await page.getByRole('button', { name: 'Take theirs' }).click();
  await expect(page.getByLabel('Note')).toHaveValue('By van');
  await page.getByRole('button', { name: 'Mark as sent' }).click();
  await expect(page.getByText(/^Sent Mon, 4 May 2026/)).toBeVisible();
  await expect(page.getByText('It should be there by 11 May.')).toBeVisible();
  const pdf = page.waitForEvent('download');
  await page.getByRole('button', { name: 'PDF' }).click();
  expect((await pdf).suggestedFilename()).toBe('order.pdf');

  // Two of three came, and one of the others.
  await page.getByRole('link', { name: 'Receive what came' }).click();
  await expect(page.getByLabel('Supplier')).toHaveValue('Kiln Bank Supplies');
  await page.getByLabel('How many').first().fill('2');
  await page.getByRole('button', { name: 'Book it in' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('from Kiln Bank Supplies');
  await page.goto('/stock/orders');
  const under = page.getByRole('region', { name: 'Under way' });
  await expect(under).toContainText('1 to come.');
  await under.getByRole('link', { name: 'O-1' }).click();
  const row = page.getByRole('row').nth(1);
  await expect(row).toContainText('Orchard Pre-wash');
  await expect(row.getByRole('cell').nth(4)).toHaveText('1');
  await expect(page.getByRole('button', { name: 'Not sent after all' })).toHaveCount(0);
  await page.getByRole('button', { name: 'The rest isn’t coming' }).click();
  await expect(page.getByText('Closed: the rest isn’t coming.')).toBeVisible();
  await page.getByRole('button', { name: 'Reopen it' }).click();
  await expect(page.getByText(/^Sent Mon, 4 May 2026/)).toBeVisible();
});

test('what a supplier sends at the least is said before an order is sent', async ({ page }) => {
  await openAs(page, 'Hester Quill', '/stock/orders');
  const suppliers = page.getByRole('region', { name: 'Suppliers' });
  await suppliers.getByText('Orchard Side Trade').click();
  await suppliers.getByLabel('Minimum order').fill('a lot');
  await suppliers.getByRole('button', { name: 'Save' }).click();
  await expect(suppliers.getByRole('alert').first()).toContainText('Minimum order is not an amount of money');
  await suppliers.getByLabel('Minimum order').fill('5000');
  await suppliers.getByLabel('Delivery cost').fill('9.50');
  await suppliers.getByRole('button', { name: 'Save' }).click();
  await expect(suppliers).toContainText('from £5,000.00 on, delivery £9.50');
  const offer = page
    .getByRole('region', { name: 'To order' })
    .getByRole('listitem')
    .filter({
      has: page.getByRole('heading', { name: 'Orchard Side Trade' }),
    });
  await expect(offer).toContainText('under the least they send');
  await expect(offer).toContainText('Delivery £9.50');
});
