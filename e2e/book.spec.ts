import { expect, test } from './shop.ts';
import { choose, openAs, openParts } from './steps.ts';

// The book as it is read, printed and held to the shop's own figures.

test('a ceiling of the shop’s own reaches the book at once, and nonsense in its settings names its field', async ({
  page,
}) => {
  await openAs(page, 'Hester Quill', '/shop');
  await openParts(page, 'Limits on the panel', 'How long mixes keep');
  const ceiling = page.getByLabel('Pre-wash ceiling');
  await ceiling.fill('much');
  await page.getByLabel('Rinseless wash').fill('long');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Pre-wash ceiling: "much" is not a strength.')).toBeVisible();
  await expect(page.getByText(/Rinseless wash keeps: "long" is not a number/)).toBeVisible();
  await page.getByLabel('Rinseless wash').fill('14');
  await ceiling.fill('0.5 %');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Pre-wash floor is over the pre-wash ceiling.')).toBeVisible();
  await ceiling.fill('4 %');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.goto('/recipes?find=lower');
  await expect(page.getByRole('gridcell', { name: 'Lower sides, caked' })).toContainText(
    'over the ceiling, needs a reason',
  );
  await expect(page.getByRole('gridcell', { name: 'Lower sides, heavy' })).not.toContainText(
    'over the ceiling',
  );

  // Somebody types the weather where no station is asked.
  await page.goto('/shop');
  await expect(page.getByText('from the simulated station', { exact: false })).toBeVisible();
  await openParts(page, 'Weather');
  await choose(page, 'Where the weather is from', 'Someone looks and types it');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Nobody has typed it in the last six hours.')).toBeVisible();
  await page.getByLabel('Air', { exact: true }).fill('hot');
  await page.getByLabel('Humidity').fill('140');
  await page.getByLabel('Wind', { exact: true }).fill('breezy');
  await page.getByRole('button', { name: 'Keep the weather' }).click();
  await expect(page.getByText('Humidity is not between 5 and 100 %.')).toBeVisible();
  await expect(page.getByText('Wind is not a speed of the wind.')).toBeVisible();
  await page.getByLabel('Air', { exact: true }).fill('14 C');
  await page.getByLabel('Humidity').fill('60');
  await page.getByLabel('Wind', { exact: true }).fill('7.2 km/h');
  await page.getByRole('button', { name: 'Keep the weather' }).click();
  await expect(page.getByText('14 °C, 60 % humidity, wind 2 m/s, overcast')).toBeVisible();
});

test('a technician reads the book and changes nothing; on paper every recipe is there', async ({ page }) => {
  await openAs(page, 'Bram Addy');
  await page.getByRole('link', { name: 'Recipes' }).click();
  await expect(page.getByRole('heading', { name: 'Recipes' })).toBeVisible();
  await expect(page.getByRole('link', { name: /Publish|Write a recipe/ })).toHaveCount(0);
  const first = page.getByRole('gridcell').first();
  await first.focus();
  const before = await first.textContent();
  for (const key of ['+', '-', 'Delete', 'Enter', '5']) await page.keyboard.press(key);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  expect(await first.textContent()).toBe(before);

  const recipes = page.getByRole('rowheader').filter({ has: page.getByRole('link') });
  const onScreen = await recipes.count();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('link', { name: 'Strip before polish' })).toBeVisible();
  await expect.poll(() => recipes.count()).toBeGreaterThan(onScreen);
  await expect(page.getByRole('gridcell', { name: /, dust: / })).toHaveCount(26);
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeHidden();

  await page.emulateMedia({ media: 'screen' });
  await page.goto('/recipes/publish');
  await expect(page.getByText('A manager publishes recipes. Ask yours to.')).toBeVisible();
  await page.goto('/recipes/1/change');
  await expect(page.getByText('A manager writes recipes.', { exact: false })).toBeVisible();
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 700 }, hasTouch: true });

  test('the places of the desk are under who is signed in, and the book reads level by level', async ({
    page,
  }) => {
    await openAs(page, 'Hester Quill');
    await page.getByRole('button', { name: /Hester/ }).click();
    await page.getByRole('menuitem', { name: 'Recipes' }).click();
    await page.getByLabel('Search the book').fill('lower');
    await choose(page, 'Zone', 'rear');
    await expect(page.getByRole('gridcell', { name: 'Lower sides, caked' })).toContainText('1:20');
    await choose(page, 'Zone', 'roof');
    await expect(page.getByText('No recipe matches. Remove a filter.')).toBeVisible();
    await page.getByRole('button', { name: /Hester/ }).click();
    await page.getByRole('menuitem', { name: 'Shop' }).click();
    await expect(page.getByRole('heading', { name: 'Limepit Lane Detail Yard' })).toBeVisible();
    await page.getByRole('button', { name: /Hester/ }).click();
    await page.getByRole('menuitem', { name: 'Crew' }).click();
    await expect(page.getByRole('heading', { name: 'Crew' })).toBeVisible();
  });
});
