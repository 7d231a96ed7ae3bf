import { expect, killable, test } from './shop.ts';
import { choose, openAs, openParts, pickProduct, takeVessel } from './steps.ts';

test('a manager enters an acid with its sheet and signs someone off, who gives a word and pours; its label is printed', async ({
  page,
  joins,
}) => {
  await openAs(page, 'Hester Quill', '/stock/products/new');
  await page.getByLabel('Product name').fill('Quarry Rinse Acid');
  await choose(page, 'Family', 'Lime and cement remover');
  await openParts(page, 'To mix it', 'By its safety data sheet');
  await expect(page.getByRole('checkbox', { name: 'Only people signed off' })).toBeChecked();
  await expect(page.getByRole('radio', { name: 'Acid: usual, check the sheet' })).toBeChecked();
  await page.getByRole('radio', { name: 'Acid: yes' }).check();
  await page.getByLabel('Label strength').fill('1:20-1:10');
  await expect(
    page.getByText('1 part product plus 20 parts water, up to 1 part product plus 10'),
  ).toBeVisible();
  await openParts(page, 'What it is', 'On the panel');
  await page.getByLabel('pH neat').fill('fourteen');
  await page.getByLabel('A mix keeps').fill('14.5');
  await page.getByLabel('Ceiling').fill('140%');
  await page.getByLabel('Shortest').fill('2 min');
  // What is wrong comes to sight wherever it stands.
  await openParts(page, 'What it is', 'On the panel');
  await expect(page.getByLabel('pH neat')).toBeHidden();
  await page.getByRole('button', { name: 'Add the product' }).click();
  for (const words of ['pH neat', 'A mix keeps is not a whole number', 'Ceiling', 'Dwell from is missing']) {
    await expect(page.getByRole('alert').filter({ hasText: words })).toBeVisible();
  }
  await expect(page.getByLabel('pH neat')).toHaveValue('fourteen');
  await page.getByLabel('pH neat').fill('1.4');
  await page.getByLabel('A mix keeps').fill('14');
  await page.getByLabel('Ceiling').fill('12 %');
  await page.getByLabel('Shortest').fill('');
  await page.getByRole('button', { name: 'Add the product' }).click();
  await page.getByLabel('It is already open').check();
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByRole('heading', { name: /P-\d+ Quarry Rinse Acid/ })).toBeVisible();
  await page.getByRole('link', { name: 'Stock' }).click();
  await page.getByRole('link', { name: 'Quarry Rinse Acid', exact: true }).first().click();
  await expect(page.getByText('up to 12 %')).toBeVisible();
  await expect(page.getByText('1:20 to 1:10, 4.8 % to 9.1 %')).toBeVisible();

  await page.getByLabel('Safety data sheet file').setInputFiles({
    name: 'quarry rinse acid.pdf',
    mimeType: 'application/pdf',
    buffer: Buffer.from('not a sheet'),
  });
  await expect(page.getByRole('alert')).toContainText('not a PDF, PNG or JPEG file');
  await page.getByLabel('Safety data sheet file').setInputFiles({
    name: 'quarry rinse acid.pdf',
    mimeType: 'application/pdf',
    buffer: Buffer.from('%PDF-1.4 made up'),
  });
  const sheet = page.getByRole('link', { name: 'Safety data sheet' });
  const opened = await page.request.get((await sheet.getAttribute('href')) ?? '');
  expect([opened.status(), opened.headers()['content-type'], await opened.text()]).toEqual([
    200,
    'application/pdf',
    '%PDF-1.4 made up',
  ]);

  const noor = await joins('Noor Pell');
  await pickProduct(noor, 'Quarry Rinse Acid');
  await expect(noor.getByRole('radio', { name: 'Everyday, at least 1:20' })).toBeChecked();
  await noor.getByRole('radio', { name: 'Everyday, at most 1:10' }).click();
  await expect(noor.getByLabel('Strength', { exact: true })).toHaveValue('1:10');
  await expect(noor.getByRole('alert').first()).toContainText('only mixed by people signed off for it');
  await expect(noor.getByRole('button', { name: 'Pour', exact: true })).toHaveCount(0);

  await page.getByRole('link', { name: 'Crew' }).click();
  await page.getByRole('link', { name: 'Noor Pell' }).click();
  const line = page.getByRole('listitem').filter({ hasText: 'Quarry Rinse Acid' });
  await line.getByRole('button', { name: 'Sign off' }).click();
  await expect(line).toContainText(/until .*4 May 2027, by Hester Quill/);

  await expect(noor.getByRole('alert').filter({ hasText: 'signed off' })).toHaveCount(0);
  // Every bottle that suits it is in use: one is chosen, emptied and rinsed.
  await takeVessel(noor, /black cap/);
  await noor.getByRole('button', { name: 'Read the cautions first' }).click();
  const word = noor.getByRole('checkbox', { name: 'I have read this and have on what it asks for' });
  await expect(word).toBeFocused();
  await noor.keyboard.press('Space');
  await expect(word).toBeChecked();
  await noor.getByRole('button', { name: /pour [\d.]+ ml/i }).click();
  const slip = noor.getByRole('region', { name: 'Booking slips' }).getByRole('listitem').first();
  await expect(slip).toContainText('of Quarry Rinse Acid');
  await expect(slip).toContainText('good until 18 May');
  // The word was for that pour alone.
  await noor.getByRole('button', { name: 'Pour another' }).click();
  await expect(word).not.toBeChecked();

  await slip.getByRole('button', { name: 'Label' }).click();
  const label = noor.getByRole('dialog');
  await expect(label.getByRole('img', { name: /^Label of B-\d+, as it comes out/ })).toBeVisible();
  await choose(noor, 'Size', /62 x 29/);
  await label.getByRole('button', { name: 'Print it' }).click();
  await expect(label).toContainText('Printed.');
  await label.getByRole('button', { name: 'Close' }).click();
  await noor.getByRole('link', { name: 'Rigs' }).click();
  const printed = noor.getByRole('region', { name: 'Labels' }).getByRole('listitem');
  // One by itself when it was poured, one by hand.
  await expect(printed).toHaveCount(2);
  await expect(printed.first()).toContainText('Quarry Rinse Acid');
  await noor.goto(`/b/${await printed.first().locator('strong').textContent()}`);
  await expect(noor.getByRole('heading', { name: /Quarry Rinse Acid/ })).toBeVisible();
  await expect(noor.getByText('18 May', { exact: true })).toBeVisible();
  await expect(noor.getByText('lime', { exact: false }).first()).toBeVisible();
});

test('spill and first aid opens at what is on the screen, from everywhere', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 700 });
  await openAs(page, 'Bram Addy');
  const card = page.getByRole('dialog', { name: 'Spill and first aid' });
  const opens = async (path: string, product: string | RegExp) => {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
    await page.getByRole('button', { name: /first aid/i }).click();
    // What to do stands before any choice, with whom to call.
    await expect(card.getByRole('link', { name: /Emergency 112/ })).toHaveAttribute('href', 'tel:112');
    for (const what of ['In the eyes', 'On the skin', 'Breathed in', 'Swallowed', 'Spilt']) {
      await expect(card.getByRole('term').filter({ hasText: what })).toBeVisible();
    }
    await expect(card.getByRole('combobox')).toContainText(product);
    await page.keyboard.press('Escape');
    await expect(card).toHaveCount(0);
  };
  await pickProduct(page, 'Clinker Hyper');
  await opens('/bench', 'Clinker Hyper');
  await opens('/bench?recipe=1', 'Orchard Pre-wash');
  await opens('/c/P-1', 'Lime Kiln Foam');
  await opens('/b/B-1', /\w/);
  await opens('/stock/products/7', 'Clinker Hyper');
  await opens('/clocks/new?recipe=2&soil=2', 'Lime Kiln Foam');
  for (const path of ['/stock', '/rigs', '/crew', '/shop', '/yard']) await opens(path, 'Which product?');
  await page.goto('/stock/products/7');
  await page.getByRole('button', { name: /first aid/i }).click();
  await expect(card.getByRole('link', { name: 'Safety data sheet' })).toHaveAttribute(
    'href',
    /\/api\/products\/7\/sheets\/\d+/,
  );
});

killable('first aid needs no PIN and no connection', async ({ page, shop }) => {
  await page.goto('/');
  await expect(page.getByRole('button', { name: /Hester/ })).toBeVisible();
  const card = page.getByRole('dialog', { name: 'Spill and first aid' });
  const button = page.getByRole('button', { name: 'Spill, first aid' });
  await button.click();
  await choose(page, 'Which product', 'Lime Splash Remover');
  const sheet = await card.getByRole('link', { name: 'Safety data sheet' }).getAttribute('href');
  expect((await page.request.get(sheet ?? '')).status()).toBe(200);
  await page.keyboard.press('Escape');
  await shop.end();
  await button.click();
  await choose(page, 'Which product', 'Branch Line Iron Remover');
  await expect(card).toContainText('Keep it away from everything else that is spilt: gas.');
  await expect(card.getByRole('link', { name: /Poison help/ })).toBeVisible();
});

test('the shop’s water doses a soap, and softened water is chosen for one mix', async ({ page }) => {
  await openAs(page, 'Hester Quill', '/shop');
  await openParts(page, 'Water');
  await page.getByLabel('Hardness of the water').fill('12 oz');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toContainText('"oz" is not a unit of hardness');
  await page.getByLabel('Hardness of the water').fill('210 ppm');
  await page.getByRole('button', { name: 'Save' }).click();
  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await pickProduct(page, 'Millpond Shampoo');
  await choose(page, 'Vessel', /Wash bucket/);
  await page.getByRole('radio', { name: /Our water, 210 ppm/ }).click();
  await expect(page.getByLabel('Strength', { exact: true })).toHaveValue('32.8 ml made up to 20 L');
  await expect(page.getByRole('region', { name: 'Amounts' })).toContainText('cm deep');
  await choose(page, 'Water', 'softened');
  await expect(page.getByRole('radio', { name: /Softened water/ })).toBeVisible();
});
