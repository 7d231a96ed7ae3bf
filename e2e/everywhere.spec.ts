import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from '@playwright/test';
import { expect, killable, test } from './shop.ts';
import { instead, openAs, pickProduct, signIn, startClock, staysHere } from './steps.ts';

// The tours are as long as the rest of the file: they are walked side by side.
test.describe.configure({ mode: 'parallel' });

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
/** The sheet of a count that is under way. */
const COUNT = 'a count';
const VIEWS = [
  '/yard',
  '/plan',
  '/plan/day',
  '/plan?job=6',
  '/clocks/new?recipe=2&soil=2',
  '/run',
  '/run/learned',
  '/run/laid?product=1',
  '/vehicles/1',
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
  '/stock/run-out',
  '/review',
  '/stock/orders',
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
  '/opening/equipment',
  '/opening/products',
  '/opening/recipes',
  '/opening/file',
  '/crew',
  '/crew/2',
  '/shop',
];

const CLOCK = 'everywhereclock1';
/** Seen once more while a clock runs above them. */
const WHILE_ONE_RUNS = ['/bench', '/recipes', '/yard', `/clocks/${CLOCK}`];

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

const ALL_RULES = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'];

/** What axe finds: all rules in the light theme, and in the others what their colours can break. */
async function violations(page: Page): Promise<string[]> {
  await page.evaluate(axe);
  const found = await page.evaluate(async (allRules) => {
    const { axe } = window as unknown as {
      axe: { run: (at: Document, options: object) => Promise<{ violations: Violation[] }> };
    };
    const root = document.documentElement;
    // What comes from the books is there once nothing has been drawn for a while.
    await new Promise<void>((quiet) => {
      let later = setTimeout(quiet, 250);
      new MutationObserver(() => {
        clearTimeout(later);
        later = setTimeout(quiet, 250);
      }).observe(document.body, { subtree: true, childList: true });
    });
    const all: (Violation & { theme: string })[] = [];
    for (const theme of ['light', 'dark', 'glare']) {
      root.dataset.theme = theme;
      const runOnly = theme === 'light' ? allRules : ['color-contrast'];
      const { violations } = await axe.run(document, { runOnly, resultTypes: ['violations'] });
      all.push(...violations.map((v) => ({ ...v, theme })));
    }
    root.dataset.theme = 'light';
    return all;
  }, ALL_RULES);
  return found.map((v) => `${page.url()} ${v.theme} ${v.id}: ${v.nodes[0]?.html}`);
}

/** On phones from the smallest on, on a tablet and on a wide screen. */
async function tooWide(page: Page, view: string): Promise<string[]> {
  const faults: string[] = [];
  for (const width of [320, 390, 1024, 1600]) {
    await page.setViewportSize({ width, height: 800 });
    // What is drawn to the room there is needs a moment to be drawn anew.
    const wide = await page.evaluate(async () => {
      const over = () => document.documentElement.scrollWidth - window.innerWidth;
      for (let i = 0; i < 40 && over() > 0; i++) await new Promise((next) => setTimeout(next, 50));
      return over();
    });
    if (wide > 0) faults.push(`${view} is ${wide} px too wide at ${width}`);
  }
  return faults;
}

const TOURS = [
  ['first', VIEWS.slice(0, 20)],
  ['other', VIEWS.slice(20)],
  ['clocked', WHILE_ONE_RUNS],
] as const;

for (const [which, views] of TOURS) {
  test(`every ${which} view is accessible in each theme, and nothing is wider than the screen`, async ({
    page,
  }) => {
    await page.addInitScript(() => {
      localStorage.setItem(
        'kettle-device',
        JSON.stringify({ state: { theme: 'light', jumps: true }, version: 0 }),
      );
    });
    await page.goto('/');
    await expect(page.getByRole('button', { name: /Hester/ })).toBeVisible();
    const faults = await violations(page);
    await page.getByRole('button', { name: /Hester/ }).click();
    await expect(page.getByLabel('PIN, four digits')).toBeVisible();
    faults.push(...(await tooWide(page, 'the PIN page')));
    await openAs(page, 'Hester Quill');
    await pickProduct(page, 'Lime Kiln Foam');
    if (which === 'clocked') await startClock(page, CLOCK);
    for (const view of views) {
      await page.goto(view === COUNT ? await startCount(page) : view);
      await page.getByRole('heading', { level: 1 }).first().waitFor({ state: 'attached' });
      await staysHere(page);
      faults.push(...(await violations(page)));
      faults.push(...(await tooWide(page, view)));
    }
    expect(faults).toEqual([]);
  });
}

test('a page that can’t be fetched says so, keeps the frame and the clocks, and is fetched again', async ({
  page,
}) => {
  await openAs(page, 'Hester Quill');
  await startClock(page, CLOCK);
  const clocks = page.getByRole('complementary', { name: 'Clocks' });
  const places = page.getByRole('navigation', { name: 'Places' });
  const fetchable = await instead(page, '**/assets/*.js', (route) => route.abort());
  await places.getByRole('link', { name: 'Crew' }).click();
  await expect(page.getByRole('alert')).toContainText('could not be fetched');
  await expect(clocks).toBeVisible();
  await places.getByRole('link', { name: 'Bench' }).click();
  await expect(page.getByRole('combobox', { name: 'Product' })).toBeVisible();
  await places.getByRole('link', { name: 'Crew' }).click();
  await expect(page.getByRole('alert')).toBeVisible();
  await fetchable();
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('heading', { name: 'Crew' })).toBeVisible();
});

test('a page whose books can’t be had says so, and is there once they can', async ({ page, context }) => {
  await page.goto('/stock');
  await signIn(page, 'Bram Addy');
  const open = (id: number) => page.locator(`a[href="/stock/containers/${id}"]`).first().click();
  await open(1);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('P-1 ');
  await page.goBack();
  await context.setOffline(true);
  await open(3);
  await expect(page.getByRole('alert')).toContainText("can't be reached");
  await context.setOffline(false);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('P-3 ');
  await page.goBack();
  const reached = await instead(page, '**/api/containers/5', (route) => route.abort());
  await open(5);
  await expect(page.getByRole('alert')).toContainText("can't be reached");
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Stock');
  await reached();
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('P-5 ');
  await page.goto('/stock/containers/999999');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('It is not there');
});

test('a key is heard from the moment the places are drawn', async ({ page }) => {
  await page.addInitScript(() => {
    new MutationObserver((_, drawn) => {
      if (!document.querySelector('nav[aria-label="Places"]')) return;
      drawn.disconnect();
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'r', bubbles: true }));
    }).observe(document, { childList: true, subtree: true });
  });
  await openAs(page, 'Bram Addy');
  await expect(page.getByRole('heading', { name: 'Rigs' })).toBeVisible();
});

test('keys jump to places, find anything and tell themselves', async ({ page }) => {
  await openAs(page, 'Bram Addy');
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

test('a page is named in the tab, its heading has the focus after a link, and Tab skips to it', async ({
  page,
}) => {
  await openAs(page, 'Hester Quill');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Crew' }).click();
  const heading = page.getByRole('heading', { name: 'Crew', level: 1 });
  await expect(heading).toBeFocused();
  await expect(page).toHaveTitle('Crew – Kettle Mix');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Bench' }).click();
  await expect(page.getByRole('heading', { name: 'Bench', level: 1 })).toBeFocused();
  await page.goto('/rigs');
  await expect(page.getByRole('heading', { name: 'Rigs', level: 1 })).toBeVisible();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toBeFocused();
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

test('the demo is shown around in six stops, left at any point and not offered again', async ({ page }) => {
  await openAs(page, 'Bram Addy', '/yard');
  await page.getByRole('button', { name: 'Look around in two minutes' }).click();
  const tour = page.getByRole('complementary', { name: 'Tour' });
  for (const [heading, words] of [
    ['Yard', '1 of 6'],
    [null, 'water first, then product'],
    ['Start a clock', 'the window follows'],
  ] as const) {
    await expect(tour).toContainText(words);
    if (heading) await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
    await tour.getByRole('button', { name: 'Next' }).click();
  }
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Crew' }).click();
  await tour.getByRole('link', { name: 'Go there' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Recipes' })).toBeVisible();
  await page.reload();
  await expect(tour).toContainText('4 of 6');
  await tour.getByRole('button', { name: 'Leave the tour' }).click();
  await page.goto('/yard');
  await expect(page.getByRole('heading', { level: 1, name: 'Yard' })).toBeVisible();
  await expect(tour).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Look around' })).toHaveCount(0);
});

test('in the system’s own colours bands, marks and levels are still drawn', async ({ page }) => {
  await page.emulateMedia({ forcedColors: 'active' });
  await openAs(page, 'Bram Addy');
  await startClock(page, CLOCK);
  await page.goto('/yard');
  const band = page.getByRole('region', { name: 'Bays' }).locator('.bg-ink').first();
  await expect(band).toBeVisible();
  const drawn = () => band.evaluate((el) => getComputedStyle(el).backgroundColor);
  const paper = await page.evaluate(() => getComputedStyle(document.documentElement).backgroundColor);
  expect(await drawn()).not.toBe(paper);
  expect(await drawn()).not.toBe('rgba(0, 0, 0, 0)');
});
