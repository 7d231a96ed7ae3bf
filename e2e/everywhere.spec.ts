import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from '@playwright/test';
import { expect, killable, test } from './shop.ts';
import { pickProduct, signIn } from './steps.ts';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
/** The sheet of a count that is under way. */
const COUNT = 'a count';
const VIEWS = [
  '/yard',
  '/clocks/new?recipe=2&soil=2',
  '/bench',
  '/stock',
  '/c/P-1',
  '/stock/products/2',
  '/stock/receive',
  '/stock/delivery',
  '/stock/movements',
  '/stock/lots/LK-2207',
  '/stock/containers',
  '/stock/counts',
  COUNT,
  '/stock/trail',
  '/stock/costs',
  '/stock/import',
  '/b/B-1',
  '/rigs',
  '/rigs/vessels/1',
  '/rigs/measures/2',
  '/rigs/vessels/4',
  '/rigs/vessels/4/measure',
  '/rigs/devices/3',
  '/rigs/lines/2',
  '/rigs/lines/2/verify',
  '/rigs/lines/2/change',
  '/recipes',
  '/recipes/1',
  '/recipes/1/change',
  '/recipes/publish',
  '/recipes/costs',
  '/recipes/trials',
  '/crew',
  '/crew/2',
  '/shop',
];

const CLOCK = 'everywhereclock1';
/** Seen once more while a clock runs above them. */
const WHILE_ONE_RUNS = ['/bench', '/recipes', '/yard', `/clocks/${CLOCK}`];

async function startClock(page: Page): Promise<void> {
  const data = {
    key: CLOCK,
    placeId: 3,
    vehicle: 'a hearse with a name as long as anyone types',
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
  data.vehicle = data.vehicle.slice(0, 40);
  const answer = await page.request.post('/api/clocks', { data, headers: { 'Idempotency-Key': CLOCK } });
  expect(answer.status()).toBe(201);
}

async function startCount(page: Page): Promise<string> {
  const data = { placeId: 2, blind: true };
  const headers = { 'Idempotency-Key': 'everywherecount1' };
  const { id } = await (await page.request.post('/api/counts', { data, headers })).json();
  const reading = { kind: 'weight', grossG: 12_000, tareG: 900, source: 'typed' };
  const line = { containerId: 1, reading };
  await page.request.post(`/api/counts/${id}/lines`, {
    data: line,
    headers: { 'Idempotency-Key': 'everywherecount2' },
  });
  await page.request.post(`/api/counts/${id}/comparisons`, {
    data: {},
    headers: { 'Idempotency-Key': 'everywherecount3' },
  });
  return `/stock/counts/${id}`;
}

type Violation = { id: string; nodes: { html: string }[] };

/** @param rules those to look for: in another theme only what its colours can break */
async function violations(page: Page, rules: readonly string[]): Promise<string[]> {
  await page.evaluate(axe);
  const found = await page.evaluate(async (runOnly) => {
    const { axe } = window as unknown as {
      axe: { run: (at: Document, options: object) => Promise<{ violations: Violation[] }> };
    };
    const run = await axe.run(document, { runOnly, resultTypes: ['violations'] });
    return run.violations;
  }, rules);
  return found.map((v: Violation) => `${page.url()} ${v.id}: ${v.nodes[0]?.html}`);
}

for (const theme of ['light', 'dark', 'glare'] as const) {
  test(`every view is accessible in the ${theme} theme, and nothing is wider than the screen`, async ({
    page,
  }) => {
    await page.addInitScript((chosen) => {
      localStorage.setItem(
        'kettle-device',
        JSON.stringify({ state: { theme: chosen, jumps: true }, version: 0 }),
      );
    }, theme);
    await page.goto('/');
    await expect(page.getByRole('button', { name: /Hester/ })).toBeVisible();
    const rules = theme === 'light' ? ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'] : ['color-contrast'];
    const faults = await violations(page, rules);
    await signIn(page, 'Hester Quill');
    await pickProduct(page, 'Lime Kiln Foam');
    for (const view of [...VIEWS, ...WHILE_ONE_RUNS]) {
      if (view === WHILE_ONE_RUNS[0]) await startClock(page);
      await page.goto(view === COUNT ? await startCount(page) : view);
      await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
      faults.push(...(await violations(page, rules)));
      for (const width of theme === 'light' ? [390, 1024, 1600] : [390]) {
        await page.setViewportSize({ width, height: 800 });
        // What is drawn to the room there is needs a moment to be drawn anew.
        const wide = await page.evaluate(async () => {
          const over = () => document.documentElement.scrollWidth - window.innerWidth;
          for (let i = 0; i < 40 && over() > 0; i++) await new Promise((next) => setTimeout(next, 50));
          return over();
        });
        if (wide > 0) faults.push(`${view} is ${wide} px too wide at ${width}`);
      }
    }
    expect(faults).toEqual([]);
  });
}

test('keys jump to places, find anything and tell themselves', async ({ page }) => {
  await page.goto('/');
  await signIn(page, 'Bram Addy');
  await expect(page.getByRole('combobox', { name: 'Product' })).toBeVisible();
  await page.keyboard.press('r');
  await expect(page.getByRole('heading', { name: 'Rigs' })).toBeVisible();
  await page.keyboard.press('/');
  await expect(page.getByLabel('What to find')).toBeFocused();
  await page.keyboard.type('p-4');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'P-4 Siding All-purpose' })).toBeVisible();
  await page.keyboard.press('?');
  await page.getByLabel('One letter jumps to a place').uncheck();
  await page.keyboard.press('Escape');
  await page.keyboard.press('b');
  await expect(page.getByRole('heading', { name: 'P-4 Siding All-purpose' })).toBeVisible();
});

killable(
  'a wrong PIN says how many tries are left, and the wait holds through a restart',
  async ({ shop, page }) => {
    await page.goto('/');
    await page.getByRole('button', { name: /Wilf/ }).click();
    for (let i = 0; i < 5; i++) {
      await page.getByLabel('PIN, four digits').fill('0000');
      await expect(page.getByLabel('PIN, four digits')).toHaveValue('');
      await expect(page.getByLabel('PIN, four digits')).toBeEnabled();
    }
    await expect(page.getByRole('alert')).toContainText(/wait|minute/i);
    const port = shop.port;
    await shop.end();
    await shop.start(port);
    await page.getByLabel('PIN, four digits').fill('7788');
    await expect(page.getByRole('alert')).toContainText(/wait|minute/i);
    await expect(page.getByRole('navigation', { name: 'Places' })).toHaveCount(0);
  },
);
