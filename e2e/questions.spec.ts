import type { Page } from '@playwright/test';
import { expect, test } from './shop.ts';
import { choose, openAs, pickProduct, takeVessel } from './steps.ts';

const reading = (page: Page, what: string) => page.getByTestId(`reading-${what}`);
const slips = (page: Page) => page.getByRole('region', { name: 'Booking slips' });
const ask = (page: Page, question: string) =>
  choose(page, 'Your question', new RegExp(`^${question.replace('?', '\\?')}`));

async function atTheBench(page: Page): Promise<void> {
  await openAs(page, 'Bram Addy');
  await pickProduct(page, 'Lime Kiln Foam');
}

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 700 }, hasTouch: true, isMobile: true });

  test('a leftover is topped up with the keys of the screen, and the books know what became of it', async ({
    page,
  }) => {
    await atTheBench(page);
    await page.getByRole('button', { name: /pour \d|^book it/i }).tap();
    await expect(slips(page)).toContainText('Batch B-');
    await ask(page, 'There is some left');
    await page.getByLabel('How much is left').tap();
    const keys = page.getByRole('group', { name: 'Keys for How much is left' });
    for (const key of ['3', '5', '0', 'ml', 'Done'])
      await keys.getByRole('button', { name: key, exact: true }).tap();
    await expect(page.getByLabel('How much is left')).toHaveValue('350 ml');
    await expect(page.getByLabel('How strong it is')).toHaveAttribute('placeholder', /by the books/);
    await expect(reading(page, 'water')).toHaveText('369ml');
    await expect(reading(page, 'product')).toHaveText('31ml');
    for (const what of ['water', 'product']) await expect(reading(page, what)).toBeInViewport();
    await page.getByRole('button', { name: /pour 31 ml/i }).tap();
    await expect(slips(page).getByRole('listitem').first()).toContainText('Poured 31 ml');
    await page.goto('/rigs/vessels/1');
    await expect(page.getByText(/By the books it holds B-\d+: 750 ml/)).toBeVisible();
  });

  test('what was poured wrong is put right, with the drain first', async ({ page }) => {
    await atTheBench(page);
    await ask(page, 'I poured wrong');
    await page.getByLabel('Product in it').fill('90');
    await page.getByLabel('Water in it').fill('660');
    await expect(reading(page, 'pourOff')).toHaveText('269ml');
    await expect(reading(page, 'water')).toHaveText('269ml');
    await expect(page.getByText('You have made').first()).toBeVisible();
    await page.getByRole('button', { name: /^Book it, from P-1/ }).tap();
    await expect(slips(page)).toContainText('Poured 90 ml');
    await expect(slips(page)).toContainText('an estimate');
  });
});

test('each question is answered with the keyboard alone', async ({ page }) => {
  await atTheBench(page);
  const pickWithKeys = async (place: number) => {
    await page.getByRole('combobox', { name: 'Your question' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.locator('[role=option]:focus')).toHaveCount(1);
    // The list moves its focus a moment after each key.
    for (let at = 0; at < place; at++) {
      await page.keyboard.press(at === 0 ? 'Home' : 'ArrowDown');
      await expect(page.getByRole('option').nth(at)).toBeFocused();
    }
    await page.keyboard.press('Enter');
    await expect(page.getByRole('option')).toHaveCount(0);
  };
  const type = async (label: string, text: string) => {
    await page.getByLabel(label).focus();
    await page.keyboard.press('Control+a');
    await page.keyboard.type(text);
  };
  await pickWithKeys(2);
  await type('Vehicles', '2');
  await expect(page.getByText(/1.19 L of mix for 2 vehicles, in 2 fills like this one/)).toBeVisible();
  await type('Each takes', '300 ml');
  await expect(reading(page, 'water')).toHaveText(/^56[78]ml$/);

  await pickWithKeys(3);
  await page.getByRole('radio', { name: 'water is in already' }).focus();
  await page.keyboard.press('Space');
  await type('Water already in', '600');
  await expect(reading(page, 'product')).toHaveText('50ml');
  await page.getByRole('radio', { name: 'so much product' }).focus();
  await page.keyboard.press('Space');
  await type('Product at hand', '140 ml');
  await expect(page.getByRole('alert')).toContainText('Use 57.7 ml of it here, or pick a larger vessel.');
  await page.getByRole('button', { name: 'Next vessel' }).focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
  await expect(reading(page, 'water')).toHaveText('1.68L');
  await expect(reading(page, 'product')).toHaveText('140ml');

  await pickWithKeys(5);
  await type('Product in it', '20');
  await type('Water in it', '380');
  await expect(reading(page, 'strength')).toContainText('5 %');
  await expect(page.getByText(/weaker than the label allows/)).toBeVisible();
  await expect(reading(page, 'product')).toHaveText(/1[12](\.\d)?ml/);

  await pickWithKeys(4);
  await page.getByRole('button', { name: 'Next vessel' }).focus();
  await page.keyboard.press('ArrowRight');
  await type('How much is left', '350');
  await type('How strong it is', '1:12');
  await type('How much to make', '750');
  await page.getByLabel('Strength', { exact: true }).focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('1:7');
  await expect(reading(page, 'water')).toHaveText('333ml');
  await expect(reading(page, 'product')).toHaveText(/6[67](\.\d)?ml/);
});

test('two leftovers of one product become one, and never two products', async ({ page }) => {
  await atTheBench(page);
  await takeVessel(page, /black cap/);
  await page.getByRole('button', { name: /pour 39 ml/i }).click();
  await expect(slips(page)).toContainText('Batch B-');
  await ask(page, 'Two into one');
  await choose(page, 'Pour into', /black cap/);
  await page.getByLabel('How much is left in Trigger bottle, black cap').fill('200 ml');
  await choose(page, 'Pour over from', /white cap/);
  await expect(page.getByRole('button', { name: 'Pour them together' })).toHaveCount(0);
  await expect(page.getByRole('alert')).toContainText('this vessel takes 500 ml');
  await page.getByLabel('How much is left in Trigger bottle, white cap').fill('250 ml');
  await expect(page.getByRole('region', { name: 'Amounts' })).toContainText('450 ml, 7.');
  await page.getByRole('button', { name: 'Pour them together' }).click();
  await expect(page.getByRole('status')).toContainText('450 ml in Trigger bottle, black cap, batch B-');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('status')).toHaveCount(0);
  await choose(page, 'Pour into', /Wash bucket/);
  await expect(page.getByText('Nothing else holds Millpond Shampoo.')).toBeVisible();
});

test('a hyper-concentrate is let down from its stock solution, both stages in view', async ({ page }) => {
  await atTheBench(page);
  await ask(page, 'Let down hyper-concentrate');
  await page.getByLabel('Strength', { exact: true }).fill('1:9');
  // An empty one is offered; the one chosen instead has to be emptied first.
  await choose(page, 'Vessel', /white cap/);
  await page.getByRole('button', { name: 'It is rinsed' }).click();
  await expect(reading(page, 'water')).toHaveText('676ml');
  await expect(reading(page, 'product')).toHaveText('74ml');
  await expect(page.getByRole('region', { name: 'Amounts' })).toContainText('the stock solution is 1:4');
  await page.getByRole('button', { name: /Winter film, like Turntable Alkaline Foam 1:10/ }).click();
  await expect(page.getByLabel('Strength', { exact: true })).toHaveValue(/^1:7\.\d+$/);
  await page.getByLabel('Strength', { exact: true }).fill('1:9');
  await page.getByRole('checkbox', { name: /I have read this/ }).check();
  await page.getByRole('button', { name: /pour from B-/i }).click();
  await expect(page.getByRole('status')).toContainText('750 ml in Trigger bottle, white cap, batch B-');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('status')).toHaveCount(0);
});

test('a mix is kept, found again, poured again, and shown in other units without touching the books', async ({
  page,
}) => {
  await atTheBench(page);
  await page.getByRole('button', { name: 'Keep this mix' }).click();
  await page.getByRole('button', { name: /pour 58 ml/i }).click();
  await expect(slips(page)).toContainText('Poured 58 ml');
  await pickProduct(page, 'Orchard Pre-wash');
  await page.getByRole('button', { name: /By product, no recipe/ }).click();
  const kept = page.getByRole('region', { name: 'Mixes you keep' });
  await kept.getByRole('button', { name: /^Lime Kiln Foam 1:12/ }).click();
  await expect(kept).toHaveCount(0);
  await expect(reading(page, 'product')).toHaveText('58ml');
  await pickProduct(page, 'Orchard Pre-wash');
  await slips(page).getByRole('button', { name: 'Again' }).click();
  await expect(page.getByLabel('Strength', { exact: true })).toHaveValue('1:12');
  await page.getByRole('button', { name: /Bram Addy/ }).click();
  await page.getByRole('menuitemradio', { name: 'US units' }).click();
  await page.keyboard.press('Escape');
  await expect(reading(page, 'water')).toHaveText(/US fl oz/);
  await expect(page.getByRole('combobox', { name: 'Pour from' })).toContainText(/\d gal \d+ US fl oz left/);
});

test('the ladder is stepped and dragged, everything follows, and the spread is told in words', async ({
  page,
}) => {
  await atTheBench(page);
  const ladder = page.getByRole('slider', { name: 'Strength ladder' });
  const strength = page.getByLabel('Strength', { exact: true });
  await ladder.focus();
  await page.keyboard.press('ArrowUp');
  await expect(strength).toHaveValue('1:8');
  await page.keyboard.press('ArrowUp');
  await expect(strength).toHaveValue('1:5');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('radio', { name: /Everyday/ })).toBeChecked();

  await expect(page.getByText(/Usually between/)).toBeVisible();
  const box = await ladder.boundingBox();
  if (!box) throw new Error('no ladder');
  await page.mouse.move(box.x + 80, box.y + 100);
  await page.mouse.down();
  await page.mouse.move(box.x + 80, box.y + box.height / 2);
  await page.mouse.up();
  await expect(strength).toHaveValue(/^1:(4|5)\d$/);
  await expect(page.getByText(/Usually between/)).toBeVisible();

  await strength.fill('1:12');
  const words = page.getByText(/Usually between/);
  await expect(words).toContainText('7.2 and 8.3 %');
  await choose(page, 'Measure with', 'Free pour');
  await expect(reading(page, 'product')).toHaveText('57.7ml');
  await expect(words).not.toContainText('7.2 and 8.3 %');
  await page.getByRole('button', { name: 'What would help' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'a better free pour' })).toBeVisible();
  await page.getByRole('button', { name: 'Next measure' }).click();
  await expect(page.getByRole('combobox', { name: 'Measure with' })).toContainText(/over|short|exact/);
});
