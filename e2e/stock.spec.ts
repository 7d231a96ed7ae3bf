import { expect, test } from './shop.ts';
import { choose, openAs, openParts, pickProduct, signIn } from './steps.ts';

test('a delivery of several lines is booked in; nonsense names its line and loses nothing', async ({
  page,
}) => {
  await openAs(page, 'Odo Marsh', '/stock');
  await page.getByRole('link', { name: 'A delivery' }).click();
  await page.getByLabel('Supplier').fill('Kiln Bank Supplies');
  await page.getByLabel('Delivery note').fill('KB-2077');
  const line = (n: number) =>
    page
      .getByRole('list', { name: 'Lines' })
      .getByRole('listitem')
      .nth(n - 1);
  await line(1).getByRole('combobox', { name: 'Product' }).click();
  await page.getByRole('option', { name: 'Lime Kiln Foam' }).click();
  await line(1).getByLabel('How many').fill('two');
  await line(1).getByLabel('Size').fill('huge');
  await line(1).getByLabel('Price each').fill('22.50');
  await line(1).getByLabel('Lot').fill('LK-9');
  await page.getByRole('button', { name: 'Another line' }).click();
  await page.getByRole('button', { name: 'Book it in' }).click();
  await expect(line(1).getByRole('alert').first()).toContainText('whole number from 1 to 50');
  await expect(line(1).getByLabel('Lot')).toHaveValue('LK-9');
  await line(1).getByLabel('How many').fill('2');
  await line(1).getByLabel('Size').fill('5 l');
  await page.getByRole('button', { name: 'Leave out line 2' }).click();
  await page.getByRole('button', { name: 'Book it in' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/D-\d+ from Kiln Bank Supplies/);
  await expect(page.getByText('2 containers, £45.00')).toBeVisible();
  await expect(page.getByRole('row')).toHaveCount(3);
});

test('a lead decants, books waste, moves and finds; each is in the history and can be taken back', async ({
  page,
}) => {
  await openAs(page, 'Odo Marsh', '/c/P-1');
  const done = page.getByRole('region', { name: 'What happened to it' });
  const sheet = page.getByRole('dialog');
  await done.getByRole('button', { name: 'Decant from it' }).click();
  await sheet.getByLabel('How much').fill('2 l');
  await sheet.getByRole('button', { name: 'Book the decant' }).click();
  await expect(sheet).toBeHidden();
  const movements = page.getByRole('region', { name: 'Movements' });
  await expect(movements.getByRole('row').nth(1)).toContainText(/Decanted into P-\d+.*−2 L/s);
  await movements.getByRole('row').nth(1).getByRole('link').click();
  await expect(page.getByText('Out of')).toBeVisible();
  await page.goto('/c/P-1');

  await done.getByRole('button', { name: 'Some was wasted' }).click();
  await sheet.getByLabel('How much').fill('900 l');
  await choose(page, 'Why', 'something else');
  await sheet.getByRole('button', { name: 'Book it as waste' }).click();
  await expect(sheet.getByRole('alert').first()).toContainText('say what happened to it');
  await sheet.getByLabel('Note').fill('the tap dripped all night');
  await sheet.getByRole('button', { name: 'Book it as waste' }).click();
  await expect(sheet.getByRole('alert').first()).toContainText(/P-1 holds/);
  await sheet.getByLabel('How much').fill('700 ml');
  await sheet.getByRole('button', { name: 'Book it as waste' }).click();
  await expect(sheet).toBeHidden();
  const newest = movements.getByRole('row').nth(1);
  await expect(newest).toContainText(/Wasted, something else.*the tap dripped all night.*−700 ml/s);
  await newest.getByRole('button', { name: 'Take back' }).click();
  await expect(movements.getByRole('row').nth(2)).toContainText('taken back since');

  await done.getByRole('button', { name: 'Move it' }).click();
  await choose(page, 'Where it stands now', 'Van');
  await sheet.getByRole('button', { name: 'Move it' }).click();
  await expect(page.getByText('Kept in').locator('..')).toContainText('Van');
  await expect(movements.getByRole('row').nth(1)).toContainText('to Van');
});

test('the ledger is read by person and kind, with totals, and the address keeps it', async ({ page }) => {
  await openAs(page, 'Bram Addy', '/stock');
  await page.getByRole('link', { name: 'Movements' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Movements');
  await choose(page, 'Who', 'Noor Pell');
  await choose(page, 'What', 'Poured');
  await expect(page).toHaveURL(/person=\d+&kind=pour/);
  await expect(page.getByRole('region', { name: 'What it comes to' })).toContainText(/in \d+ movements/);
  for (const row of (await page.getByRole('row').all()).slice(1))
    await expect(row).toContainText('Noor Pell');
  // Litres of unlike products make no sum; of one they do. Both ends of a period stand in the address.
  const sums = page.getByRole('region', { name: 'What it comes to' });
  await expect(sums).toContainText(/£[\d.]+ in \d+ movements/);
  await choose(page, 'Period', 'last month');
  await expect(page).toHaveURL(/from=2026-04-01&to=2026-04-30/);
  await choose(page, 'Product', 'Lime Kiln Foam');
  await expect(sums).toContainText(/[\d.]+ (ml|L) in \d+ movements?, £/);
  await choose(page, 'Period', 'any day');
  await choose(page, 'Product', 'every product');
  await expect(page).toHaveURL(/movements\?person=\d+&kind=pour$/);
  await page.reload();
  await expect(page.getByRole('combobox', { name: 'Who' })).toHaveText('Noor Pell');
  // What it cost is asked of the same, and leads back to it.
  await page.getByRole('link', { name: 'What it cost' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('What it cost');
  await expect(page.getByRole('combobox', { name: 'Who' })).toHaveText('Noor Pell');
  await expect(page).toHaveURL(/costs\?person=\d+$/);
  await choose(page, 'By', 'who');
  const people = page.getByRole('table').getByRole('link');
  await expect(people).toHaveText(['Noor Pell']);
  await page.getByRole('link', { name: 'Movements', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Movements');
  await expect(page.getByRole('combobox', { name: 'Who' })).toHaveText('Noor Pell');
  await page.getByLabel('From', { exact: true }).fill('2031-01-01');
  await expect(page.getByText('No movement matches.')).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /CSV/ }).evaluate((a: HTMLAnchorElement) => {
      a.target = '';
      a.click();
    }),
  ]);
  expect(file.suggestedFilename()).toBe('movements.csv');
});

test('a lot is recalled: where it is, what it went into', async ({ page }) => {
  await openAs(page, 'Bram Addy', '/c/P-1');
  await page.getByRole('link', { name: 'LK-2207' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Lot LK-2207');
  await expect(page.getByText(/20 L came; .* is still in containers/)).toBeVisible();
  await expect(
    page
      .getByRole('row')
      .filter({ hasText: /Poured into Trigger bottle, white cap, B-/ })
      .first(),
  ).toBeVisible();
  await page.goto('/stock/lots/nobody-had-it');
  await expect(page.getByRole('alert')).toContainText('There is no such lot');
});

test('a lot on hold is poured by nobody until a manager releases it', async ({ page, browser }) => {
  await openAs(page, 'Odo Marsh', '/c/P-1');
  await page.getByRole('link', { name: 'LK-2207' }).first().click();
  await page.getByLabel('Stop its use, because').fill('It smells of solvent');
  await page.getByRole('button', { name: 'Put it on hold' }).click();
  await expect(page.getByRole('region', { name: 'On hold' })).toContainText('It smells of solvent');
  await expect(page.getByText('A manager releases it.')).toBeVisible();

  await page.goto('/bench');
  await pickProduct(page, 'Lime Kiln Foam');
  await expect(page.getByText(/P-1 holds some of lot LK-2207, and nobody may use that/)).toBeVisible();
  await expect(page.getByRole('button', { name: /pour 58 ml from P-1/i })).toHaveCount(0);

  const office = await (await browser.newContext()).newPage();
  await office.goto(new URL('/stock/lots/LK-2207', page.url()).href);
  await signIn(office, 'Hester Quill');
  await office.goto(new URL('/stock/lots/LK-2207', page.url()).href);
  await office.getByRole('button', { name: 'Release it' }).click();
  await expect(office.getByRole('form', { name: 'Stop its use' })).toBeVisible();
  await office.context().close();
  await expect(page.getByRole('button', { name: /pour 58 ml from P-1/i })).toBeVisible();
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('the shelf is a glance: what is out of date first, a line for two, found by a word or a place', async ({
    page,
  }) => {
    await openAs(page, 'Bram Addy', '/stock');
    const past = page.getByRole('region', { name: 'Out of date' });
    await expect(past).toContainText(/P-22.*best before/);
    const onShelf = page.locator('main a[href^="/stock/containers/"]:has(.reading)');
    const many = await onShelf.count();
    expect(many).toBeGreaterThan(20);
    // Forty would end with the second screen: two to a line, sixty-four pixels high at most.
    const end = await page
      .getByRole('region', { name: 'In the shop' })
      .evaluate((e) => e.getBoundingClientRect().top + window.scrollY);
    expect(end + ((40 - many) / 2) * 64).toBeLessThan(2.1 * 844);
    await page.getByRole('searchbox', { name: 'Search the shelf' }).fill('lime kiln');
    await expect(onShelf).toHaveCount(2);
    await choose(page, 'Where', 'Van');
    await expect(page.getByText('Nothing matches. Remove a filter.')).toBeVisible();
    await page.getByRole('searchbox', { name: 'Search the shelf' }).fill('');
    await expect(page.getByRole('region', { name: 'Van' })).toBeVisible();
    await expect(page.getByRole('region', { name: 'Store' })).toBeHidden();
    await expect(page.getByRole('region', { name: 'In the shop' })).toContainText(/Worth £\d/);
  });
});

test('a product is ordered when less is there than the shop wants, sealed ones and all', async ({ page }) => {
  await openAs(page, 'Hester Quill', '/yard');
  const low = page.getByRole('region', { name: 'Needs attention' });
  await expect(low).not.toContainText('Dewpond Rinseless');
  await page.goto('/stock');
  await page.getByRole('table').getByRole('link', { name: 'Dewpond Rinseless' }).click();
  await page.getByRole('link', { name: 'Change it' }).click();
  await openParts(page, 'What it is');
  await page.getByLabel('Order more under').fill('lots');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Order more under' })).toBeVisible();
  await page.getByLabel('Order more under').fill('8 l');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Order more under').locator('..')).toContainText('8 L');
  await page.goto('/yard');
  await expect(low).toContainText('Dewpond Rinseless');
});

test('what runs out: the soonest first, as a fan with how far to trust it', async ({ page }) => {
  await openAs(page, 'Odo Marsh');
  await page.getByRole('link', { name: 'Stock' }).click();
  await page.getByRole('link', { name: 'What runs out' }).click();
  const rows = page.getByRole('list', { name: 'Products' }).getByRole('listitem');
  await expect(rows.first()).toContainText(/About \d+ \w+: \d+ \w+ to \d+ \w+/);
  await expect(
    page.getByText(/12 vehicles on the list, up to 8 May, are in it by their plans/),
  ).toBeVisible();
  await rows.first().getByText('How far to trust it').click();
  await expect(rows.first()).toContainText(
    /Made again for \d+ times that are over, four weeks each, it was right \d+ times/,
  );
  await expect(page.getByRole('img', { name: /What will be left of/ })).toBeVisible();
  // By when it is ordered follows from how long its supplier takes.
  const suppliers = page.getByRole('region', { name: 'Suppliers' });
  await suppliers.getByText('lead time not known').first().click();
  await suppliers.getByLabel('Lead time').fill('soon');
  await suppliers.getByRole('button', { name: 'Save' }).click();
  await expect(suppliers.getByRole('alert')).toContainText('"soon" is not a number');
  await suppliers.getByLabel('Lead time').fill('10 days');
  await suppliers.getByRole('button', { name: 'Save' }).click();
  await expect(suppliers).toContainText('takes 10 days');
  await expect(rows.filter({ hasText: /Order by \d+ \w+\. .* takes 10 days\./ }).first()).toBeVisible();
  // What somebody else says meanwhile takes nothing away that is typed here.
  await suppliers.getByLabel('Lead time').fill('12 days');
  const [, other] = (await (await page.request.get('/api/suppliers')).json()) as {
    id: number;
    revision: number;
  }[];
  await page.request.patch(`/api/suppliers/${other?.id}`, {
    data: { leadDays: 3, minimumMinor: null, deliveryMinor: null },
    headers: { 'If-Match': String(other?.revision) },
  });
  await expect(suppliers).toContainText('takes 3 days');
  await expect(suppliers.getByLabel('Lead time')).toHaveValue('12 days');
  await suppliers.getByRole('button', { name: 'Save' }).click();
  await expect(suppliers.getByRole('alert')).toBeVisible();
  await expect(suppliers.getByLabel('Lead time')).toHaveValue('12 days');
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  expect((await saved).suggestedFilename()).toMatch(/^run-out 2026-05-04/);
});
