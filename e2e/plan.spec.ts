import type { Page } from '@playwright/test';
import { expect, test } from './shop.ts';
import { choose, openParts, signIn } from './steps.ts';

const steps = (page: Page) => page.getByRole('list', { name: 'Steps' }).getByRole('listitem');
const step = (page: Page, name: string) =>
  steps(page).filter({ has: page.getByRole('heading', { name: new RegExp(`^${name} `) }) });
/** A zone of the drawing by the keyboard: its middle may lie under another. */
async function tap(page: Page, zone: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${zone}: `) }).press('Enter');
}

test('a level and a body are a plan; what is said of it changes it, and one tap leads to the mix', async ({
  page,
}) => {
  await page.goto('/');
  await signIn(page, 'Bram Addy');
  await page.keyboard.press('p');
  await expect(page.getByRole('heading', { level: 1, name: 'Plan' })).toBeVisible();
  await page.getByRole('radio', { name: /1 film/ }).click();
  await expect(page.getByRole('heading', { name: 'Hose wash' })).toBeVisible();
  await expect(steps(page)).toHaveCount(15);
  await expect(step(page, 'Wheels')).toContainText('Sleeper Wheel Gel');
  await page.getByRole('radio', { name: /3 heavy/ }).click();
  await expect(step(page, 'Pre-wash')).toHaveCount(2);
  await expect(step(page, 'Pre-wash').first()).toContainText('Orchard Pre-wash');
  await expect(page.getByText('Not complete.')).toHaveCount(0);

  // A zone that was tapped keeps its level, the rest follow.
  await tap(page, 'bonnet');
  await expect(page.getByRole('button', { name: /^bonnet: 3 heavy; / })).toBeVisible();
  await expect(page.getByRole('button', { name: /^roof: 2 grime, assumed/ })).toBeVisible();
  await choose(page, 'A tap on a zone', /drops insects/);
  await tap(page, 'front');
  await expect(step(page, 'Soak the spots')).toContainText('Windfall Insect Soak');

  await page.getByRole('link', { name: 'Mix it' }).last().click();
  await expect(page.getByTestId('reading-water')).toBeVisible();
  await page.goBack();
  await page.reload();
  await expect(page.getByRole('radio', { name: /3 heavy/ })).toBeChecked();
  await expect(step(page, 'Soak the spots')).toBeVisible();
  await page.getByRole('button', { name: 'Another vehicle' }).click();
  await expect(page.getByRole('radio', { checked: true })).toHaveCount(0);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('a vehicle that can’t be washed as it stands says what would allow it, and a manager’s word is named', async ({
    page,
  }) => {
    await page.goto('/');
    await signIn(page, 'Noor Pell');
    await page.getByRole('link', { name: 'Plan' }).click();
    await page.getByRole('radio', { name: /3 heavy/ }).click();
    await openParts(page, 'Water and place');
    await choose(page, 'Water', 'none');
    await expect(page.getByRole('heading', { name: 'Not as it stands' })).toBeVisible();
    await expect(page.getByRole('alert')).toContainText('Bring it to a bay');
    await page.getByText('A bay is near').click();
    await expect(page.getByRole('heading', { name: 'Not as it stands' })).toBeVisible();
    await choose(page, 'Water', 'a hose');
    await openParts(page, 'Brakes and wheels');
    await choose(page, 'Front brakes', 'carbon-ceramic');
    await expect(step(page, 'Wheels').filter({ hasText: 'in front' })).toContainText('Millpond Shampoo');
    await choose(page, 'A tap on a zone', /drops iron/);
    await tap(page, 'wheels');
    await expect(step(page, 'Iron remover on the wheels').getByRole('alert')).toContainText(
      'Rail iron is held back: Iron remover attacks carbon-ceramic discs',
    );
    await expect(page.getByText('Not complete.')).toBeVisible();
  });
});
