// Retakes docs/screenshots from the demo shop: every main view, on the day all browser tests happen on.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { CHROMIUM } from '../e2e/chromium.ts';
import { MORNING, RunningShop } from '../e2e/runningShop.ts';
import { choose, mixBy, pickProduct, signIn } from '../e2e/steps.ts';
import { ROOT } from './sources.ts';

type Shot = {
  name: string;
  width?: number;
  height?: number;
  theme?: string;
  who?: string;
  view: (page: Page) => Promise<unknown>;
};

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const RAIL_IRON = 17;

/** Starts a clock that was laid some minutes ago, by what stands in the recipe of a number. */
async function laid(
  page: Page,
  recipeId: number,
  soil: number,
  more: { ago: number; [field: string]: unknown },
) {
  const { ago, ...rest } = more;
  const row = await (await page.request.get(`/api/recipes/${recipeId}`)).json();
  const key = `shot${String(recipeId).padStart(8, '0')}${String(ago).padStart(8, '0')}`;
  const data = {
    key,
    placeId: 3,
    vehicle: '',
    body: 'hatchback',
    colour: 'mid',
    material: 'steel',
    zones: ['glass', 'roof', 'bonnet', 'uppers', 'lowers', 'front', 'rear'],
    shelter: 'open',
    start: { kind: 'rinsed', waterC: 15 },
    laid: { kind: 'recipe', versionId: row.published.versionId, soil },
    batchId: null,
    again: true,
    occurredAt: new Date(Date.parse(MORNING) - ago * 1_000).toISOString(),
    ...rest,
  };
  const answer = await page.request.post('/api/clocks', { data, headers: { 'Idempotency-Key': key } });
  if (answer.status() !== 201) throw new Error(await answer.text());
  return key;
}
const station = (page: Page, act: string) => page.request.post('/api/weather/acts', { data: { act } });

/** A pickup from the quarry: heavy, lime on its sides, insects in front. */
async function planned(page: Page) {
  await page.goto('/plan');
  await page.getByLabel('Vehicle or plate').fill('Quarry pickup 4');
  await page.getByRole('radio', { name: /3 heavy/ }).click();
  await choose(page, 'Body', 'pickup');
  for (const [spots, zone] of [
    [/drops insects/, 'front'],
    [/drops lime/, 'lower sides'],
  ] as const) {
    await choose(page, 'A tap on a zone', spots);
    await page.getByRole('button', { name: new RegExp(`^${zone}: `) }).press('Enter');
  }
  // When each step begins is worked out beside the page.
  await page.getByRole('region', { name: 'The course' }).getByText('Lime and cement').waitFor();
  await page.evaluate(() => window.scrollTo(0, 0));
}

const shots: Shot[] = [
  {
    name: 'bench',
    view: async (page) => {
      await mixBy(page, /Lower sides/, /2 grime/);
      await page.getByText(/Usually/).waitFor();
    },
  },
  { name: 'bench-phone', ...PHONE, view: (page) => mixBy(page, /Snow foam, all over/, /3 heavy/) },
  { name: 'plan', view: planned },
  {
    name: 'day',
    view: async (page) => {
      await page.goto('/plan/day');
      await page.getByRole('region', { name: 'Bay 1' }).waitFor();
    },
  },
  { name: 'plan-phone', ...PHONE, view: planned },
  {
    name: 'recipes',
    who: 'Hester Quill',
    view: async (page) => {
      await page.goto('/recipes');
      await page.getByRole('gridcell').first().waitFor();
      await page.mouse.wheel(0, 980);
      await page.getByText('3 of the last 8 left a film').waitFor();
      await page.getByRole('gridcell', { name: /^Lower sides, heavy: / }).focus();
    },
  },
  {
    name: 'recipe',
    who: 'Hester Quill',
    view: async (page) => {
      await page.goto('/recipes/1');
      await page.getByText('Version 2').waitFor();
    },
  },
  {
    name: 'bench-cannon-dark',
    theme: 'dark',
    view: async (page) => {
      await pickProduct(page, 'Lime Kiln Foam');
      await choose(page, 'Vessel', /Cannon bottle, bay 2/);
      await page.getByRole('radio', { name: 'on the panel' }).click();
      await page.getByLabel('Strength', { exact: true }).fill('1%');
      await page.getByText(/Usually on the panel/).waitFor();
    },
  },
  {
    name: 'first-aid-phone',
    width: 390,
    height: 700,
    view: async (page) => {
      await pickProduct(page, 'Lime Splash Remover');
      await page.getByRole('button', { name: /First aid/ }).click();
    },
  },
  {
    name: 'run-out',
    view: async (page) => {
      await page.goto('/stock/run-out');
      await page.getByText('How far to trust it').first().click();
      await page.getByRole('img', { name: /What will be left/ }).waitFor();
    },
  },
  {
    name: 'count-phone',
    ...PHONE,
    who: 'Odo Marsh',
    view: async (page) => {
      const book = (path: string, data: object) =>
        page.request.post(`/api/counts${path}`, {
          data,
          headers: { 'Idempotency-Key': `shotcount${path.replace(/\W/g, '-')}` },
        });
      const { id } = await (await book('', { placeId: 2, blind: true })).json();
      const weighed = { kind: 'weight', grossG: 17_950, tareG: 995, source: 'simulated' };
      await book(`/${id}/lines`, { containerId: 1, reading: weighed });
      await page.goto(`/stock/counts/${id}`);
      await page.getByRole('button', { name: /^P-5 / }).click();
      await page.getByRole('button', { name: 'Put P-5 on the scale' }).click();
      await page.waitForTimeout(4_000);
    },
  },
  { name: 'shelf', view: (page) => page.getByRole('link', { name: 'Stock' }).click() },
  {
    name: 'product',
    who: 'Hester Quill',
    view: async (page) => {
      await page.goto('/stock/products/2');
      await page.getByText('A working litre for foam').waitFor();
    },
  },
  { name: 'rigs', view: (page) => page.goto('/rigs') },
  {
    name: 'review',
    height: 1100,
    who: 'Odo Marsh',
    view: async (page) => {
      await page.goto('/review');
      await page.getByText(/gives \d+ % more than is booked/).waitFor();
      await page.getByRole('img', { name: /How much more than booked/ }).waitFor();
      await page.getByRole('region', { name: 'Where it went' }).scrollIntoViewIfNeeded();
      await page.evaluate(() =>
        document.querySelector('section[aria-label="Where it went"]')?.scrollIntoView({ block: 'start' }),
      );
    },
  },
  { name: 'shop', who: 'Hester Quill', view: (page) => page.goto('/shop') },
  // Last: what runs is seen in every place.
  {
    name: 'run-phone',
    ...PHONE,
    who: 'Bram Addy',
    view: async (page) => {
      await page.goto('/run');
      await page.getByRole('link', { name: 'Driving school, blue' }).click();
      await page.getByRole('button', { name: 'Begin it, step by step' }).click();
      const step = page.getByRole('region', { name: 'Now' }).getByRole('heading', { level: 2 });
      await step.waitFor();
      for (let n = 0; n < 60 && (await step.textContent()) !== 'Pre-wash, then foam over it'; n++) {
        const before = await page.getByRole('main').textContent();
        await page
          .getByRole('button', { name: /^(Begin|Done|Clean|It is mixed)$/ })
          .first()
          .click();
        await page.waitForFunction((was) => document.querySelector('main')?.textContent !== was, before);
      }
      await page.getByRole('button', { name: 'Begin', exact: true }).click();
      await page.getByRole('button', { name: 'Done', exact: true }).waitFor();
    },
  },
  {
    name: 'yard',
    view: async (page) => {
      await station(page, 'asItComes');
      await laid(page, 2, 2, { ago: 200, vehicle: 'electric taxi', colour: 'silver' });
      await laid(page, RAIL_IRON, 2, {
        ago: 150,
        placeId: 4,
        vehicle: 'quarry pickup',
        body: 'pickup',
        zones: ['wheels'],
      });
      await laid(page, 2, 2, {
        ago: 90,
        placeId: 4,
        vehicle: 'quarry pickup',
        body: 'pickup',
        colour: 'dark',
      });
      await page.goto('/yard');
      await page.getByRole('timer').nth(2).waitFor();
      await page.getByText(/hatchback in the open/).waitFor();
    },
  },
  {
    name: 'clock-phone',
    ...PHONE,
    view: async (page) => {
      await station(page, 'sunOut');
      const key = await laid(page, 2, 2, {
        ago: 161,
        vehicle: 'hearse',
        body: 'hearse',
        colour: 'black',
        placeId: 5,
      });
      await page.goto(`/clocks/${key}`);
      await page.getByRole('region', { name: 'The clock' }).getByText('until it has to be rinsed').waitFor();
    },
  },
];

const folder = join(ROOT, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
const wanted = process.argv.slice(2);
const shop = await new RunningShop(['--demo', '--now', MORNING]).start();
const browser = await chromium.launch(CHROMIUM);
try {
  for (const { name, theme = 'light', who = 'Bram Addy', view, ...size } of shots) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    const context = await browser.newContext({
      baseURL: shop.address,
      viewport: { ...DESK, ...size },
      locale: 'en-GB',
      reducedMotion: 'reduce',
    });
    await context.addInitScript((chosen) => {
      localStorage.setItem(
        'kettle-device',
        JSON.stringify({ state: { theme: chosen, jumps: true, printEach: false }, version: 0 }),
      );
    }, theme);
    const page = await context.newPage();
    await page.goto('/');
    if (who) await signIn(page, who);
    await view(page);
    await page.evaluate(() => document.fonts.ready);
    await page.waitForTimeout(400);
    await page.screenshot({ path: join(folder, `${name}.png`) });
    await context.close();
    console.log(`docs/screenshots/${name}.png`);
  }
} finally {
  await browser.close();
  await shop.clear();
}
