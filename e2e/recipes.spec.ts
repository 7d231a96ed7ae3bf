import type { Page } from '@playwright/test';
import { expect, test } from './shop.ts';
import { choose, instead, openAs, openParts, signIn } from './steps.ts';

// The manager's book, and the crew that mixes by it.

const cell = (page: Page, name: string) => page.getByRole('gridcell', { name: new RegExp(`^${name}: `) });
const find = (page: Page, words: string) => page.getByLabel('Search the book').fill(words);

test('a draft is made by keyboard, compared, published, mixed by, and brought back', async ({
  page,
  browser,
  shop,
}) => {
  await openAs(page, 'Hester Quill');
  await page.keyboard.press('e');
  await expect(page.getByRole('heading', { name: 'Recipes' })).toBeVisible();
  await find(page, 'lower');
  const heavy = cell(page, 'Lower sides, heavy');
  await expect(heavy).toContainText('1:25');

  // Across and down by arrows, a step stronger by a key, a strength by typing it.
  await cell(page, 'Lower sides, dust').focus();
  await page.keyboard.press('End');
  await expect(cell(page, 'Lower sides, caked')).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await expect(heavy).toBeFocused();
  await page.keyboard.press('+');
  await expect(heavy).toContainText('1:20');
  await expect(heavy).toContainText('was 1:25');
  await expect(page.getByText('Kept as a draft: Lower sides, heavy')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(heavy).not.toContainText('was');
  await expect(heavy).toContainText('1:25');
  // In a hurry: each step goes on from the one before, and each is taken back.
  await heavy.focus();
  for (const key of ['+', '+', '+', '-']) await page.keyboard.press(key);
  await expect(heavy).toContainText('1:15');
  for (const left of ['1:12', '1:15', '1:20', '1:25']) {
    await page.keyboard.press('Control+z');
    await expect(heavy).toContainText(left);
  }
  await expect(heavy).not.toContainText('was');
  await heavy.focus();
  await page.keyboard.press('1');
  await expect(page.getByLabel('Strength')).toHaveValue('1');
  await page.keyboard.type(':22');
  await expect(page.getByText('4.3 %')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(heavy).toContainText('1:22');
  await expect(heavy).toBeFocused();

  // The crew still mixes by what is published.
  const crew = await (await browser.newContext({ baseURL: shop.address })).newPage();
  await crew.goto('/bench?recipe=1&soil=3');
  await signIn(crew, 'Bram Addy');
  await crew.goto('/bench?recipe=1&soil=3');
  await expect(crew.getByRole('radio', { name: /3 heavy/ })).toBeChecked();
  await expect(crew.getByTestId('reading-product')).toHaveText(/^58 ?ml$/);

  await page.getByRole('link', { name: /Publish 3 drafts/ }).click();
  await expect(
    page.getByText(/Lower sides, heavy: 1:25 to 1:22, \+13 % product, \+£0\.0\d per vehicle/),
  ).toBeVisible();
  await page.getByRole('checkbox', { name: 'Publish Snow foam, all over' }).uncheck();
  await expect(page.getByRole('checkbox', { name: 'Publish Insects, front' })).toBeDisabled();
  await page.getByRole('button', { name: 'Publish Lower sides' }).click();
  await expect(page.getByText('Why is empty.')).toBeVisible();
  await page.getByLabel('Why').fill('A wet week');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: /Publish 2 drafts/ })).toBeVisible();

  // It reaches the Bench at once, is poured by, and stands on the batch with its version.
  await expect(crew.getByTestId('reading-product')).toHaveText(/^66 ?ml$/);
  await crew.getByRole('button', { name: /pour 66 ml/i }).click();
  await crew
    .getByRole('link', { name: /^B-\d+$/ })
    .first()
    .click();
  await expect(crew.getByText('Lower sides, heavy, version 3')).toBeVisible();
  await crew.getByRole('button', { name: 'left a film' }).click();
  await expect(crew.getByText(/left a film, Bram Addy/)).toBeVisible();

  await find(page, 'lower');
  await page.getByRole('link', { name: 'Lower sides', exact: true }).click();
  await expect(page.getByText('A wet week')).toBeVisible();
  await page.getByRole('button', { name: 'Bring it back' }).first().click();
  await expect(page.getByText('A draft.')).toBeVisible();
  await page.getByRole('link', { name: 'Compare and publish' }).click();
  await expect(page.getByText(/Lower sides, heavy: 1:22 to 1:25/)).toBeVisible();
  // What somebody came to publish is ticked, however late the book has heard of it; nobody else's is.
  await expect(page.getByRole('checkbox', { name: 'Publish Lower sides' })).toBeChecked();
  await expect(page.getByRole('checkbox', { checked: true })).toHaveCount(1);
});

test('the table of levels is one stop for Tab, and field after field for whoever types in it', async ({
  page,
}) => {
  await openAs(page, 'Hester Quill', '/recipes/1/change');
  const strength = (level: string) => page.getByLabel(`Strength at ${level}`, { exact: true });
  const dwell = (level: string) => page.getByLabel(`Dwell at ${level}`, { exact: true });
  await strength('dust').focus();
  await page.keyboard.press('Tab');
  await expect(page.locator('summary').filter({ hasText: 'What soil and where' })).toBeFocused();
  await page.keyboard.press('Shift+Tab');
  await page.keyboard.press('Shift+Tab');
  await expect(page.getByRole('button', { name: 'Draft all levels from the label' })).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(strength('dust')).toBeFocused();
  // Arrows go from field to field, and within what stands in one.
  await page.keyboard.press('ArrowDown');
  await expect(strength('film')).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(dwell('film')).toBeFocused();
  await page.keyboard.press('End');
  await page.keyboard.press('ArrowLeft');
  await expect(dwell('film')).toBeFocused();
  // Once something is typed Tab goes on to the next field.
  await strength('film').fill('');
  await page.keyboard.type('1:45');
  await page.keyboard.press('Tab');
  await expect(dwell('film')).toBeFocused();
  await page.keyboard.press('Shift+Tab');
  await expect(strength('film')).toHaveValue('1:45');
  await expect(strength('film')).toBeFocused();

  // What is wrong first is where the cursor is put, a list as well.
  await page.goto('/recipes/new');
  await page.getByRole('button', { name: 'Keep as a draft' }).click();
  await expect(page.getByRole('combobox', { name: 'Product' })).toBeFocused();
  await choose(page, 'Product', /Lime Kiln Foam/);
  await page.getByRole('button', { name: 'Keep as a draft' }).click();
  await expect(page.getByRole('combobox', { name: 'Vessel' })).toBeFocused();
});

test('over the ceiling needs a reason that stays; nonsense names its field and loses nothing', async ({
  page,
}) => {
  await openAs(page, 'Hester Quill', '/recipes?find=lower');
  await cell(page, 'Lower sides, caked').focus();
  await page.keyboard.press('Enter');
  const strength = page.getByLabel('Strength');
  await strength.fill('plenty');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Strength: "plenty" is not a strength.')).toBeVisible();
  await strength.fill('1:10');
  await expect(page.getByText('Over 5 % on the panel.')).toBeVisible();
  await expect(page.getByText('Stronger than its label.')).toBeVisible();
  await page.getByLabel('Dwell', { exact: true }).fill('6-3');
  await expect(page.getByText('Dwell from 6 min is longer than to 3 min.')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(strength).toHaveValue('1:10');
  await page.getByLabel('Dwell', { exact: true }).fill('2-3');
  await page.getByLabel('Reason, stays to be seen').fill('Slurry off the quarry road');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'Lower sides, caked')).toContainText(
    'over the ceiling: Slurry off the quarry road',
  );

  // A whole product one step weaker, and back in one go.
  await find(page, 'siding');
  await expect(cell(page, 'Engine bay, dust')).toContainText('5 %');
  // What its label holds where it is, is named.
  await page.getByRole('button', { name: 'Siding All-purpose: one step stronger' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Tyres:' })).toContainText(
    'Tyres: dust, film, grime, heavy, caked as strong as it may be, and left so.',
  );
  await expect(cell(page, 'Tyres, grime')).not.toContainText('was');
  await expect(cell(page, 'Arches, sprayed, caked')).toContainText('was 1:5');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cell(page, 'Arches, sprayed, caked')).not.toContainText('was');

  // A reload finds the draft where it was left.
  await page.goto('/recipes?find=lower&drafts=yes');
  await expect(cell(page, 'Lower sides, caked')).toContainText('1:10');
});

test('two managers at once: the second sees both, and chooses', async ({ page, browser, shop }) => {
  await openAs(page, 'Hester Quill', '/crew');
  await page.goto('/recipes?find=tyres');
  const other = await (await browser.newContext({ baseURL: shop.address })).newPage();
  await openAs(other, 'Hester Quill', '/recipes?find=tyres');
  await expect(cell(other, 'Tyres, heavy')).toContainText('1:5');
  // The second hears nothing of the first: their book stays as it was.
  const hears = await instead(other, '**/api/recipes', (route) =>
    route.request().method() === 'GET' ? route.abort() : route.continue(),
  );
  await cell(page, 'Tyres, heavy').focus();
  await page.keyboard.press('-');
  await expect(cell(page, 'Tyres, heavy')).toContainText('1:6');
  await cell(other, 'Tyres, heavy').focus();
  await other.keyboard.press('+');
  const dialog = other.getByRole('dialog', { name: 'Someone else was quicker' });
  await expect(dialog).toContainText('Tyres, heavy: 1:6 to 1:4');
  await hears();
  await dialog.getByRole('button', { name: 'Keep mine' }).click();
  await expect(cell(other, 'Tyres, heavy')).toContainText('1:4');
  await expect(cell(page, 'Tyres, heavy')).toContainText('1:4');
});

test('a recipe is written from a label’s first draft, and a step is taken from what was noted', async ({
  page,
}) => {
  await openAs(page, 'Hester Quill', '/recipes/new');
  await page.getByRole('button', { name: 'Keep as a draft' }).click();
  await expect(page.getByText('Product is missing.')).toBeVisible();
  await expect(
    page.getByText('Recipe name is missing').or(page.getByText('Recipe name is empty')),
  ).toBeVisible();
  await choose(page, 'Product', 'Orchard Pre-wash');
  await choose(page, 'Vessel', 'Pump sprayer, bay 1');
  await expect(page.getByLabel('Strength at dust')).toHaveValue('1:50');
  await expect(page.getByLabel('Strength at caked')).toHaveValue('1:20');
  await page.getByLabel('Recipe name').fill('Rear doors');
  await openParts(page, 'How it is done');
  await page.getByLabel('Rate, ml per m²').fill('lots');
  await page.getByRole('button', { name: 'Keep as a draft' }).click();
  await expect(page.getByText(/Type ml to the square metre/)).toBeVisible();
  await page.getByLabel('Rate, ml per m²').fill('50');
  await page.getByRole('button', { name: 'Keep as a draft' }).click();
  await expect(page.getByRole('heading', { name: 'Rear doors' })).toBeVisible();
  await expect(page.getByText('It was never published: the crew does not see it.')).toBeVisible();

  await page.goto('/recipes/1');
  await page.getByRole('button', { name: 'Draft 1:25' }).click();
  await expect(page.getByText('It is in the draft.')).toBeVisible();
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 700 }, hasTouch: true });

  test('use and soil, and all else follows; one tap leaves the recipe', async ({ page }) => {
    await openAs(page, 'Bram Addy');
    await page.getByRole('button', { name: /Snow foam, all over/ }).click();
    // How dirty it is is looked at, never assumed.
    await expect(page.getByText('Choose how dirty it is.')).toBeVisible();
    await expect(page.getByRole('radio', { checked: true })).toHaveCount(0);
    await page.getByRole('radio', { name: /3 heavy/ }).click();
    await expect(page.getByTestId('reading-water')).toHaveText(/^772 ?ml$/);
    await expect(page.getByTestId('reading-product')).toHaveText(/^128 ?ml$/);
    await expect(page.getByText('Dial at half')).toBeVisible();
    await page.keyboard.press('ArrowDown');
    await expect(page.getByRole('radio', { name: /4 caked/ })).toBeChecked();
    await expect(page.getByTestId('reading-product')).toHaveText(/^150 ?ml$/);
    await page.getByRole('button', { name: 'Leave the recipe' }).click();
    await expect(page.getByText('Left Snow foam, all over, caked.')).toBeVisible();
    await page.getByLabel('Strength', { exact: true }).fill('1:8');
    await expect(page.getByTestId('reading-product')).toHaveText(/^100 ?ml$/);
    await page.getByRole('button', { name: /pour 100 ml/i }).click();
    await page
      .getByRole('link', { name: /^B-\d+$/ })
      .first()
      .click();
    await expect(page.getByText(/left Snow foam, all over, caked, version 1/)).toBeVisible();
  });

  test('a card’s code leads to the recipe; one that is no longer published says what would work', async ({
    page,
  }) => {
    await openAs(page, 'Bram Addy', '/r/R-1');
    await page.getByRole('link', { name: 'Mix it' }).click();
    await page.getByRole('radio', { name: /2 grime/ }).click();
    await expect(page.getByTestId('reading-product')).toHaveText(/^37 ?ml$/);
    await page.goto('/r/R-99');
    await expect(page.getByText(/drafts are seen by managers alone/)).toBeVisible();
    await page.goto('/bench?recipe=99');
    await expect(page.getByText('This recipe is not published, or no longer.')).toBeVisible();
    await expect(page.getByRole('combobox', { name: 'Product' })).toBeVisible();
    // What lies outside its label says why, where it is mixed.
    await page.goto('/bench?recipe=R-4&soil=3');
    await expect(page.getByText('Quarry clay does not move at 1:10.')).toBeVisible();
  });

  test('a side-by-side test: the soil before, and what came of it', async ({ page }) => {
    await openAs(page, 'Bram Addy', '/recipes/trials');
    await page.getByRole('button', { name: 'Apply them' }).click();
    await expect(page.getByText(/Left half: Strength is empty/)).toBeVisible();
    for (const [side, strength] of [
      ['left', '1:10'],
      ['right', '1:12'],
    ] as const) {
      await choose(page, `Product, ${side}`, 'Lime Kiln Foam');
      await page.getByLabel(`Strength, ${side}`).fill(strength);
    }
    await page.getByRole('button', { name: 'Apply them' }).click();
    const now = page.getByRole('region', { name: 'On the panel now' });
    await expect(now.getByText('Bonnet, grime')).toBeVisible();
    await now.getByRole('combobox', { name: 'Cleaner' }).first().click();
    await page.getByRole('option', { name: 'left came cleaner' }).click();
    await now.getByLabel('Note').first().fill('Held on the sill');
    await now.getByRole('button', { name: 'Save the result' }).first().click();
    await expect(page.getByRole('region', { name: 'Results' }).getByText('Held on the sill')).toBeVisible();
  });
});
