import { expect, test } from './shop.ts';
import { choose, openAs, openParts, takeVessel } from './steps.ts';

test('a manager adds a product, a container and a vessel, with nonsense typed on the way', async ({
  page,
}) => {
  await openAs(page, 'Hester Quill', '/stock/products/new');
  await page.getByLabel('Label strength').fill('1:2:3');
  await page.getByRole('button', { name: 'Add the product' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Product name' })).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'a ratio has two' })).toBeVisible();
  await expect(page.getByLabel('Label strength')).toHaveValue('1:2:3');
  await page.getByLabel('Product name').fill('lime kiln foam');
  await page.getByLabel('Label strength').fill('1:10');
  await page.getByText('1 part product in 10 parts altogether').click();
  await page.getByRole('button', { name: 'Add the product' }).click();
  await expect(page.getByRole('alert').first()).toContainText('Name is taken');
  await page.getByLabel('Product name').fill('Hedgerow Insect Soak');
  await page.getByRole('button', { name: 'Add the product' }).click();

  await expect(page.getByRole('heading', { name: 'Add a container' })).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Product' })).toContainText('Hedgerow Insect Soak');
  await page.getByLabel('Size').fill('-5 l');
  await page.getByLabel('In it now').fill('plenty');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'below zero' })).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'In it now' })).toBeVisible();
  await page.getByLabel('Size').fill('5 l');
  await page.getByLabel('In it now').fill('6 l');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByRole('alert')).toContainText('more than the container holds');
  await page.getByLabel('In it now').fill('4.5 l');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByRole('heading', { name: /P-\d+ Hedgerow Insect Soak/ })).toBeVisible();
  await expect(page.getByRole('row').nth(1)).toContainText('Counted');
  await page.getByRole('button', { name: 'Open it' }).click();
  await page.getByRole('button', { name: 'Pour from it' }).click();
  await expect(page.getByRole('combobox', { name: 'Product' })).toContainText('Hedgerow Insect Soak');

  await page.goto('/rigs/vessels/new');
  await page.getByLabel('Vessel name').fill('Trigger bottle, red cap');
  await page.getByLabel('Fill limit').fill('2 l');
  await page.getByRole('button', { name: 'Add the vessel' }).click();
  await expect(page.getByRole('alert')).toContainText('Fill limit is over brimful');
  // A size without its unit could be either.
  await page.getByLabel('Fill limit').fill('700');
  await page.getByRole('button', { name: /Save|Add the vessel/ }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Fill limit: 700 of what?' })).toBeVisible();
  await page.getByLabel('Fill limit').fill('700 ml');
  await page.getByRole('button', { name: 'Add the vessel' }).click();
  await expect(page.getByRole('link', { name: /Trigger bottle, red cap/ })).toContainText('700 ml');
});

test('of two managers changing one vessel the second sees both and chooses', async ({
  shop,
  page,
  browser,
}) => {
  const other = await (await browser.newContext({ baseURL: shop.address })).newPage();
  for (const [p, name] of [
    [page, 'white lid'],
    [other, 'blue lid'],
  ] as const) {
    await openAs(p, 'Hester Quill', '/rigs/vessels/1');
    await p.getByLabel('Vessel name').fill(`Trigger bottle, ${name}`);
  }
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('link', { name: /white lid/ })).toBeVisible();
  await other.getByRole('button', { name: 'Save' }).click();
  await expect(other.getByRole('alert')).toContainText('changed this in between');
  await expect(
    other.getByText('Vessel name: theirs Trigger bottle, white lid, yours Trigger bottle, blue lid'),
  ).toBeVisible();
  await other.getByRole('button', { name: 'Keep mine' }).click();
  await expect(other.getByRole('link', { name: /blue lid/ })).toBeVisible();
});

test('a vessel is retired and brought back, a person leaves and returns', async ({ page }) => {
  await openAs(page, 'Hester Quill', '/rigs/vessels/2');
  await page.getByRole('button', { name: 'Retire it' }).click();
  await page.getByRole('button', { name: 'Retire it anyway' }).click();
  await expect(page.getByText('Retired: nothing can be mixed in it.')).toBeVisible();
  await page.goto('/rigs');
  await expect(page.getByRole('region', { name: 'Vessels' }).getByText('Out of use (1)')).toBeVisible();
  await page.goto('/rigs/vessels/2');
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await page.goto('/rigs');
  await expect(page.getByRole('link', { name: /black cap/ })).toBeVisible();

  await page.goto('/crew');
  await page.getByRole('link', { name: 'Wilf Tarrant' }).click();
  await page.getByLabel('New PIN').fill('12');
  await page.getByLabel('Has left the shop').check();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toContainText('PIN is not four digits');
  await page.getByLabel('New PIN').fill('');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('has left; their name stays in the books')).toBeVisible();
});

test('what recipes need is not retired without a word, and a member of the crew leads to what they poured', async ({
  page,
}) => {
  await openAs(page, 'Hester Quill', '/stock');
  await page.getByRole('table').getByRole('link', { name: 'Orchard Pre-wash' }).click();
  await page.getByRole('button', { name: 'Retire it' }).click();
  await expect(page.getByText('Recipes need it:')).toBeVisible();
  await expect(page.getByRole('banner').or(page.locator('main > header'))).toContainText('Lower sides');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('button', { name: 'Retire it', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Retire it' }).click();
  await page.getByRole('button', { name: 'Retire it anyway' }).click();
  await expect(page.getByRole('button', { name: 'Bring it back' })).toBeVisible();

  await page.goto('/crew');
  await page.getByRole('link', { name: 'Noor Pell' }).click();
  await page.getByRole('link', { name: 'What they poured' }).click();
  await expect(page.getByRole('combobox', { name: 'Who' })).toHaveText('Noor Pell');
  await expect(page.getByRole('combobox', { name: 'Period' })).toHaveText('this month');
});

test('a technician sees the shelf and the crew, and none of the manager’s doors', async ({ page }) => {
  await openAs(page, 'Noor Pell', '/stock');
  await expect(page.getByRole('heading', { name: 'Store' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Add a product' })).toHaveCount(0);
  await page.goto('/crew');
  await expect(page.getByText('Hester Quill')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Add someone' })).toHaveCount(0);
  await page.goto('/stock/receive');
  await choose(page, 'Product', 'Signal Glass');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByRole('alert')).toContainText(
    'This is for a lead; you are signed in as a technician.',
  );
});

test('a pump head is counted into a cylinder, and the Bench measures with what it gives', async ({
  page,
}) => {
  // The cylinders to count into come late, behind the page itself.
  await page.route('**/api/measures', async (route) => {
    await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  await openAs(page, 'Hester Quill', '/rigs/measures/new');
  await page.getByLabel('Measure name').fill('pump on P-1');
  await choose(page, 'Kind', 'Pump head');
  const counting = page.getByRole('region', { name: 'Find out what one gives' });
  await counting.getByLabel('How many').fill('1');
  await counting.getByLabel('In the cylinder').fill('41 ml');
  await expect(counting.getByRole('alert')).toContainText('whole number from 2 to 200');
  await counting.getByLabel('How many').fill('10');
  await choose(page, 'Read in', '250 ml cylinder');
  await expect(counting).toContainText('One gives 4.1 ml, known to 2.4 %');
  await counting.getByRole('button', { name: 'Use it' }).click();
  await expect(page.getByLabel('Holds')).toHaveValue('4.1 ml');
  await page.getByRole('button', { name: 'Add the measure' }).click();
  await expect(page.getByRole('link', { name: /pump on P-1/ })).toContainText('4.1 ml');

  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await choose(page, 'Product', /Lime Kiln Foam/);
  await choose(page, 'Measure with', /^pump on P-1/);
  await expect(page.getByTestId('reading-product')).toHaveText('57.4ml');
  await expect(page.getByRole('region', { name: 'Amounts' })).toContainText('14 x pump on P-1');
});

test('what a product is made of is entered from its sheet, unknown until then', async ({ page }) => {
  await openAs(page, 'Hester Quill', '/stock/products/new');
  await page.getByLabel('Product name').fill('Quarry Acid Wash');
  await choose(page, 'Family', 'Something else');
  await page.getByLabel('Label strength').fill('30 g/l');
  await openParts(page, 'What it is', 'By its safety data sheet');
  await page.getByLabel('Density').fill('heavy');
  await page.getByRole('button', { name: 'Add the product' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'is not a number' })).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'density is not known' })).toBeVisible();
  await page.getByLabel('Density').fill('1.2');
  await page.getByRole('radio', { name: 'Fluoride: no', exact: true }).check();
  await page.getByRole('button', { name: 'Add the product' }).click();
  await expect(page.getByRole('heading', { name: 'Add a container' })).toBeVisible();
  await page.getByLabel('Price').fill('dear');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByRole('alert')).toContainText('Price');
  await page.getByLabel('Price').fill('24.50');
  await page.getByLabel('It is already open').check();
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('£24.50').first()).toBeVisible();

  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await choose(page, 'Product', /Branch Line Iron Remover/);
  await takeVessel(page, /white cap/);
  await page.getByRole('checkbox', { name: /I have read this/ }).check();
  await page.getByRole('button', { name: /pour 750 ml/i }).click();
  await choose(page, 'Product', /Quarry Acid Wash/);
  await expect(page.getByRole('alert')).toContainText(
    'Nobody has entered whether Quarry Acid Wash holds acid',
  );
  await expect(page.getByRole('alert')).toContainText('on the page of Quarry Acid Wash');
  await expect(page.getByRole('button', { name: /^Pour/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'It is rinsed' }).click();
  // The word given for the iron remover was for that alone.
  await page.getByRole('checkbox', { name: /I have read this/ }).check();
  await expect(page.getByRole('button', { name: /pour 19 ml/i })).toBeEnabled();
  await expect(page.getByRole('region', { name: 'Ladder' })).toContainText('of product');

  await page.getByRole('link', { name: 'Stock' }).click();
  await page.getByRole('link', { name: 'Quarry Acid Wash', exact: true }).click();
  await expect(page.getByText('Not known, so treated as there')).toBeVisible();
  await page.getByRole('link', { name: 'Change it' }).click();
  await openParts(page, 'By its safety data sheet');
  const [acid, fluoride] = [
    page.getByRole('radio', { name: 'Acid: not known' }),
    page.getByRole('radio', { name: 'Fluoride: no', exact: true }),
  ];
  await expect(fluoride).toBeChecked();
  await expect(acid).toBeChecked();
  // One stop for Tab: arrows go from question to question and from answer to answer.
  await acid.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(fluoride).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('radio', { name: 'Fluoride: yes', exact: true })).toBeChecked();
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('First aid')).toBeFocused();
});

test('what is mixed and in circulation is listed by whom, and topped up from there', async ({ page }) => {
  await openAs(page, 'Noor Pell');
  await page.getByRole('link', { name: 'Stock' }).click();
  const batches = page.getByRole('region', { name: 'Mixed and in circulation' });
  const bottle = batches.getByRole('listitem').filter({ hasText: 'Trigger bottle, white cap' });
  await expect(bottle).toContainText('Lime Kiln Foam, 7.7 %');
  await expect(bottle).toContainText(/Serves light soil\. Good until .*Noor Pell/);
  await expect(bottle).toContainText('750 ml');
  await bottle.getByRole('button', { name: 'Top it up' }).click();
  await expect(page.getByRole('combobox', { name: 'Your question' })).toContainText('There is some left');
  await expect(page.getByLabel('Strength', { exact: true })).toHaveValue('1:12');
  await page.getByLabel('How much is left').fill('500');
  await expect(page.getByTestId('reading-water')).toHaveText('231ml');
});
