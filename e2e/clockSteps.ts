import { expect, type Page } from '@playwright/test';
import { choose } from './steps.ts';

/** Starts a clock as the page asks for it. */
export async function start(
  page: Page,
  what: string,
  more: { bay?: string; vehicle?: string; colour?: string } = {},
) {
  await page.goto('/clocks/new');
  await choose(page, 'What goes on', new RegExp(`^${what}`));
  if (more.bay) await choose(page, 'Bay', more.bay);
  if (more.colour) await choose(page, 'Colour', more.colour);
  if (more.vehicle) await page.getByRole('textbox', { name: 'Vehicle' }).fill(more.vehicle);
  await page.getByText('just rinsed').click();
  await page.getByRole('button', { name: /start the clock/ }).click();
  await expect(page).toHaveURL(/\/clocks\/[a-z0-9]{32}/);
}

/** Says that it is rinsed. Before the shortest useful time that is asked about once; on a slow machine it is over by now. */
export async function rinse(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Rinsed' }).click();
  const sure = page.getByRole('button', { name: 'Yes, it is rinsed' });
  await expect(sure.or(page.getByRole('heading', { name: 'How did it go?' })).first()).toBeVisible();
  if ((await sure.count()) > 0) await sure.click();
}
