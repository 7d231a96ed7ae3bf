import { demoPins } from '../demo/people.ts';
import { expect, test } from './shop.ts';
import { choose, openAs, pickProduct, signIn } from './steps.ts';

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('a place is counted by weight, left and gone on with, and closed with a manager’s word', async ({
    page,
  }) => {
    await openAs(page, 'Odo Marsh', '/stock/counts');
    // However many are over, the new one is in sight.
    await expect(page.getByRole('button', { name: 'Start counting' })).toBeInViewport({ ratio: 1 });
    await choose(page, 'Where', /^Bench/);
    await page.getByRole('button', { name: 'Start counting' }).click();
    await expect(page.getByText(/^0 of \d+ looked at/)).toBeVisible();
    await expect(page.getByText(/books \d/)).toHaveCount(0);
    const line = (code: string) => page.getByRole('button', { name: new RegExp(`^${code} `) });
    await line('P-1').click();
    await page.getByLabel('Weight').fill('a lot');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('alert').first()).toContainText('10.1 kg');
    await page.getByRole('button', { name: 'Put P-1 on the scale' }).click();
    await expect(page.getByTestId('live-scale')).toHaveText(/^17\d{3}\.\d g$/);
    await page.getByRole('button', { name: 'Take this reading' }).click();
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(line('P-1')).toContainText(/16\.\d+ L\s*weighed/);

    // Put down, and picked up again from the list.
    await page.goto('/stock');
    await page.goto('/stock/counts');
    await page.getByRole('link', { name: /Bench.*1 of \d/s }).click();
    await line('P-5').click();
    // The pail still stands on the scale: its weight is not taken for the jug's.
    await page.getByRole('button', { name: 'By eye' }).click();
    await page.getByRole('button', { name: 'full' }).click();
    await page.getByRole('button', { name: 'Compare with the books' }).click();
    await expect(line('P-1')).toContainText(/\d+ ml missing/);
    await expect(line('P-5')).toContainText('agrees');
    await page.getByRole('button', { name: 'Book these and close' }).click();
    await expect(page.getByRole('alert').last()).toContainText('nobody has said why');
    await choose(page, 'Why, P-1', 'nobody knows');
    await page.getByRole('button', { name: 'Book these and close' }).click();
    await page.getByRole('button', { name: 'A manager is here' }).click();
    const word = page.getByRole('dialog');
    await word.getByLabel('PIN').fill('0000');
    await word.getByLabel('Why').fill('I weighed it, too');
    await word.getByRole('button', { name: 'Give my word' }).click();
    await expect(word.getByRole('alert').first()).toContainText('PIN is not the right one');
    await word.getByLabel('PIN').fill(demoPins.get('Hester Quill') ?? '');
    await word.getByRole('button', { name: 'Give my word' }).click();
    await expect(page.getByText('Hester Quill gave their word')).toBeVisible();
    await page.getByRole('button', { name: 'Book these and close' }).click();
    await expect(page.getByText(/^Closed by Odo Marsh/)).toBeVisible();
    await page.goto('/stock/trail');
    await expect(page.getByText('allowed by Hester Quill')).toBeVisible();
  });
});

test('what really is in the jug is found and poured; the wrong container is put right with what is dangerous about it', async ({
  page,
}) => {
  await openAs(page, 'Odo Marsh', '/c/P-4');
  await page.getByRole('button', { name: 'Some was wasted' }).click();
  await page.getByLabel('How much').fill('3.78 l');
  await page.getByRole('button', { name: 'Book it as waste' }).click();
  await page.getByRole('button', { name: 'Pour from it' }).click();
  await page.getByRole('textbox', { name: 'Strength' }).fill('1:10');
  await expect(page.getByText(/P-4 holds \d+ ml; this mix needs \d+ ml/)).toBeVisible();
  await page.getByRole('button', { name: 'It really is in the jug' }).click();
  await expect(page.getByRole('region', { name: 'Booking slips' })).toContainText(
    /\d+ ml of Siding All-purpose/,
  );
  await page.goto('/c/P-4');
  const first = page.getByRole('region', { name: 'Movements' }).getByRole('row').nth(1);
  await expect(first).toContainText(/found in it.*−\d+ ml/s);
  await first.getByRole('button', { name: 'Wrong container' }).click();
  await page.getByRole('button', { name: 'Put it right' }).click();
  await expect(page.getByRole('alert').first()).toContainText('Poured from');
  await choose(page, 'Poured from', /^P-3/);
  await page.getByRole('button', { name: 'Put it right' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Orchard Pre-wash' })).toContainText(
    'Do not let it dry on paint',
  );
  await page.getByRole('button', { name: 'OK' }).click();
  await expect(page.getByText('taken back since').first()).toBeVisible();
  await page.goto('/stock/trail');
  await expect(page.getByText('More than booked').first()).toBeVisible();
  await expect(page.getByText('Another container').first()).toBeVisible();
});

test('a container nobody can find goes off the shelf and comes back; a pour is entered late for who did it', async ({
  page,
}) => {
  await openAs(page, 'Odo Marsh', '/c/P-18');
  await page.getByRole('button', { name: 'Missing' }).click();
  await page.getByLabel('Where it was last seen').fill('In the van');
  await page.getByRole('button', { name: 'Write it off' }).click();
  await expect(page.getByText('Off the shelf')).toBeVisible();
  await page.getByRole('button', { name: 'It turned up' }).click();
  await expect(page.getByText('Off the shelf')).toBeHidden();
  await page.getByRole('button', { name: 'Poured, not booked' }).click();
  await page.getByLabel('How much').fill('80 ml');
  await page.getByLabel('What for').fill('Bonnet of the grey estate');
  await choose(page, 'Who', 'Wilf Tarrant');
  await page.getByLabel('When').fill('2026-05-09T10:00');
  await page.getByRole('button', { name: 'Book it' }).click();
  await expect(page.getByRole('dialog').getByRole('alert').first()).toContainText('in the future');
  await page.getByLabel('When').fill('2026-05-03T15:10');
  await page.getByRole('button', { name: 'Book it' }).click();
  await expect(page.getByRole('row', { name: /15:10.*Wilf Tarrant/s })).toContainText('booked');
});

test('a tablet left alone locks with its mix kept; another takes it over with their own', async ({
  page,
}) => {
  await openAs(page, 'Bram Addy');
  await pickProduct(page, 'Lime Kiln Foam');
  await page.getByRole('button', { name: /Bram Addy/ }).click();
  await page.getByRole('menuitem', { name: 'Lock, or hand over' }).click();
  await expect(page.getByRole('heading', { name: 'Locked' })).toBeVisible();
  // The shop's machine holds to it, too.
  expect((await page.request.get('/api/containers')).status()).toBe(401);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Locked' })).toBeVisible();
  await page.getByLabel('PIN, four digits').fill('9999');
  await expect(page.getByRole('alert')).toContainText('not the right one');
  await page.getByLabel('PIN, four digits').fill(demoPins.get('Bram Addy') ?? '');
  await expect(page.getByRole('combobox', { name: 'Product' })).toContainText('Lime Kiln Foam');
  await page.getByRole('button', { name: /Bram Addy/ }).click();
  await page.getByRole('menuitem', { name: 'Lock, or hand over' }).click();
  await page.getByRole('button', { name: 'Someone else' }).click();
  await signIn(page, 'Ines Corby');
  await page.goto('/bench');
  await expect(page.getByRole('combobox', { name: 'Product' })).toContainText('Choose a product');
});

test('left alone for three minutes it locks by itself', async ({ page }) => {
  await page.clock.install();
  await openAs(page, 'Bram Addy');
  await page.clock.runFor(170_000);
  await expect(page.getByRole('heading', { name: 'Locked' })).toBeHidden();
  await page.mouse.down();
  await page.mouse.up();
  await page.clock.runFor(170_000);
  await expect(page.getByRole('heading', { name: 'Locked' })).toBeHidden();
  await page.clock.runFor(20_000);
  await expect(page.getByRole('heading', { name: 'Locked' })).toBeVisible();
});

test('containers out of a spreadsheet: bad rows are named and put right on the page, good ones are seen first', async ({
  page,
}) => {
  await openAs(page, 'Odo Marsh', '/stock/import');
  const file = (rows: string[]) => ({
    name: 'stock.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['Product;Kind;Size;Where;Lot;Price;Best before', ...rows].join('\n')),
  });
  const choosing = page.locator('input[type=file]');
  await choosing.setInputFiles(
    file([
      'Lime Kiln Foam;pail;20 L;Store;G-1;1.098,50;31/05/2027',
      'Nosuch;crate;20 L;Store;G-2;;',
      'Nosuch;pail;20 L;Store;G-3;;',
    ]),
  );
  const status = page.getByRole('status').filter({ hasText: 'stock.csv' });
  await expect(status).toContainText('1 of 3 rows of stock.csv can be booked. Can’t be booked yet: 2');
  await expect(page.getByRole('row', { name: /2 Lime Kiln Foam .* 2027-05-31/ })).toBeVisible();
  // The same in two rows is put right once, with the keyboard alone; the next field of the row is still wrong.
  await page.getByLabel('Product, line 3').fill('Lime Kiln Foam');
  await page.keyboard.press('Enter');
  await expect(status).toContainText('2 of 3 rows of stock.csv can be booked. Can’t be booked yet: 1');
  await page.getByLabel('Kind, line 3').fill('barrow');
  await page.getByRole('button', { name: 'Put right' }).click();
  await expect(page.getByLabel('Kind, line 3')).toHaveValue('barrow');
  await page.getByRole('button', { name: 'Book the 2 that can be' }).click();
  await expect(status).toContainText(
    '2 rows of stock.csv are in the books. Left out, and still to be put right: 1',
  );
  await page.getByLabel('Kind, line 3').fill('pail');
  await page.getByRole('button', { name: 'Put right' }).click();
  await page.getByRole('button', { name: 'Book all 1' }).click();
  await expect(status).toContainText('3 rows of stock.csv are in the books.');
  await page.getByRole('button', { name: 'Another file' }).click();
  const rows = Array.from({ length: 60 }, (_, n) => `Lime Kiln Foam;jug;5 L;Store;F-${n};;`);
  await choosing.setInputFiles(file(rows));
  await page.getByRole('button', { name: 'Book all 60' }).click();
  await expect(status).toContainText('60 rows of stock.csv are in the books');

  // The table of them behaves: found, sorted, put together, with the keyboard from row to row.
  await page.goto('/stock/containers');
  await page.getByLabel('Search').fill('F-');
  const table = page.getByRole('table');
  await expect(table).toHaveAttribute('aria-rowcount', '61');
  await page.getByRole('button', { name: 'Lot' }).click();
  await expect(page.getByRole('columnheader', { name: 'Lot' })).toHaveAttribute('aria-sort', 'ascending');
  await choose(page, 'Group by', 'product');
  await expect(table.getByRole('row').nth(1)).toContainText('Lime Kiln Foam (60)');
  await table.getByRole('row').nth(1).focus();
  await page.keyboard.press('ArrowDown');
  await expect(table.getByRole('row').nth(2)).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Lime Kiln Foam');
  await page.goBack();
  // Several at once: chosen with the space bar and by tick, moved, and said.
  await page.getByLabel('Search').fill('F-1');
  await table.getByRole('row', { name: /F-10 / }).focus();
  await page.keyboard.press('Space');
  await table.getByRole('row', { name: /F-11 / }).getByRole('checkbox').click();
  await expect(page.getByText('2 chosen')).toBeVisible();
  await choose(page, 'Move them to', 'Bay 2');
  await expect(page.getByRole('status').filter({ hasText: '2 moved to Bay 2.' })).toBeVisible();
  await expect(table.getByRole('row', { name: /F-10 / })).toContainText('Bay 2');
  await page.getByRole('button', { name: /^Choose all/ }).click();
  await expect(page.getByText('11 chosen')).toBeVisible();
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download CSV' }).click();
  expect((await saved).suggestedFilename()).toBe('containers.csv');
});
