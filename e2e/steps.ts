import { type BrowserContext, expect, type Page, type Route } from '@playwright/test';
import { demoPins } from '../demo/people.ts';

/** Signs a member of the demo's crew in with the PIN on the page. */
export async function signIn(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await page.getByLabel('PIN, four digits').fill(demoPins.get(name) ?? '');
  const places = page.getByRole('navigation', { name: 'Places' });
  await expect(places).toBeVisible();
  // Who opens the shop is in the Yard; most of what is done here is done at the Bench.
  if (new URL(page.url()).pathname === '/yard') await places.getByRole('link', { name: 'Bench' }).click();
}

/**
 * Opens a page for somebody who has signed in on this device before: for all that is not about signing in, which takes two
 * more pages.
 */
export async function openAs(page: Page, name: string, at = '/bench'): Promise<void> {
  const names: { id: number; name: string }[] = await (await page.request.get('/api/sessions/names')).json();
  const data = { personId: names.find((n) => n.name === name)?.id, pin: demoPins.get(name) };
  const headers = { 'Idempotency-Key': `openas${crypto.randomUUID()}` };
  const answer = await page.request.post('/api/sessions', { data, headers });
  expect(answer.ok(), await answer.text()).toBe(true);
  await page.goto(at);
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
}

/** Whoever looks at many pages and presses nothing is locked out after a while; this one is still here. */
export async function staysHere(page: Page): Promise<void> {
  await page.keyboard.press('Shift');
  await expect(page.getByLabel(/^PIN, /)).toHaveCount(0);
}

/**
 * Answers in the shop's place, until told to leave it. The route itself stays: what a page asks for just as its last route
 * is taken off is never answered by the browser.
 */
export async function instead(
  of: Page | BrowserContext,
  address: string,
  does: (route: Route) => Promise<void>,
): Promise<() => Promise<unknown>> {
  let on = true;
  const underWay: Promise<void>[] = [];
  await of.route(address, (route) => {
    if (!on) return route.fallback();
    const done = does(route);
    underWay.push(done);
    return done;
  });
  return () => {
    on = false;
    return Promise.all(underWay);
  };
}

/** Chooses from one of the shop's own lists. */
export async function choose(page: Page, label: string, option: string | RegExp): Promise<void> {
  await page.getByRole('combobox', { name: label }).click();
  await page.getByRole('option', { name: option }).click();
}

/** Mixes by a recipe of the book, at a soil level. */
export async function mixBy(page: Page, recipe: RegExp, soil: RegExp): Promise<void> {
  await page.getByRole('button', { name: recipe }).click();
  await page.getByRole('radio', { name: soil }).click();
}

export const pickProduct = (page: Page, name: string) => choose(page, 'Product', new RegExp(name));

/** Chooses a vessel; one that is full of something else is emptied and rinsed first, as the Bench asks. */
export async function takeVessel(page: Page, name: RegExp): Promise<void> {
  await choose(page, 'Vessel', name);
  await expect(page.getByRole('combobox', { name: 'Vessel' })).toContainText(name);
  const rinsed = page.getByRole('button', { name: 'It is rinsed' });
  const pour = page.getByRole('button', { name: /pour|book it|read the cautions/i }).first();
  await expect(rinsed.or(pour).first()).toBeVisible();
  if ((await rinsed.count()) > 0) await rinsed.click();
  await expect(rinsed).toHaveCount(0);
}

/** Opens parts of a long form that are shut to a line. */
export async function openParts(page: Page, ...names: string[]): Promise<void> {
  for (const name of names) await page.locator('summary').filter({ hasText: name }).click();
}

/** A hearse with a name as long as anyone types stands soaking, under the key given. */
export async function startClock(page: Page, key: string, placeId = 3): Promise<void> {
  const data = {
    key,
    placeId,
    vehicle: 'a hearse with a name as long as anyone types'.slice(0, 40),
    body: 'hearse',
    colour: 'black',
    material: 'steel',
    zones: ['uppers', 'lowers', 'rear'],
    shelter: 'shade',
    start: { kind: 'rinsed', waterC: 15 },
    laid: { kind: 'product', productId: 2, use: 'foam', vesselId: 1, dialId: null, machineId: null },
    batchId: null,
    again: false,
  };
  const answer = await page.request.post('/api/clocks', { data, headers: { 'Idempotency-Key': key } });
  expect(answer.status()).toBe(201);
}

/** Signs in on a device that keeps the program from then on. */
export async function signInToKeep(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await signIn(page, name);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.reload();
}
