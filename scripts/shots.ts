// Retakes docs/screenshots from the demo shop: every main view, on the day all browser tests happen on.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { CHROMIUM } from '../e2e/chromium.ts';
import { MORNING, RunningShop } from '../e2e/runningShop.ts';
import { choose, pickProduct, signIn } from '../e2e/steps.ts';
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

const shots: Shot[] = [
  { name: 'sign-in', who: '', view: (page) => page.getByRole('button', { name: /Bram Addy/ }).click() },
  { name: 'bench', view: (page) => pickProduct(page, 'Lime Kiln Foam') },
  { name: 'bench-phone', ...PHONE, view: (page) => pickProduct(page, 'Lime Kiln Foam') },
  {
    name: 'bench-cannon-dark',
    theme: 'dark',
    view: async (page) => {
      await pickProduct(page, 'Lime Kiln Foam');
      await choose(page, 'Vessel', /Cannon bottle, bay 2/);
      await page.getByRole('radio', { name: 'on the panel' }).click();
      await page.getByLabel('Strength', { exact: true }).fill('1%');
      await page.getByText(/19 in 20 fills land on the panel/).waitFor();
    },
  },
  {
    name: 'bench-leftover-phone',
    ...PHONE,
    view: async (page) => {
      await pickProduct(page, 'Lime Kiln Foam');
      await choose(page, 'Your question', /There is some left/);
      await page.getByLabel('How much is left').fill('350 ml');
    },
  },
  {
    name: 'bench-poured-wrong',
    view: async (page) => {
      await pickProduct(page, 'Lime Kiln Foam');
      await choose(page, 'Your question', /I poured wrong/);
      await page.getByLabel('Product in it').fill('90');
      await page.getByLabel('Water in it').fill('610');
    },
  },
  {
    name: 'bench-stock-solution',
    view: async (page) => {
      await choose(page, 'Your question', /Let down hyper-concentrate/);
      await page.getByLabel('Strength', { exact: true }).fill('1:9');
    },
  },
  {
    name: 'bench-acid',
    view: async (page) => {
      await pickProduct(page, 'Lime Splash Remover');
      await page.getByRole('checkbox', { name: /I have read/ }).check();
      await page.getByRole('button', { name: /^Pour/ }).scrollIntoViewIfNeeded();
    },
  },
  {
    name: 'label',
    view: async (page) => {
      await page.goto('/b/B-70');
      await page.getByRole('button', { name: 'Print its label' }).click();
      await page.getByRole('img', { name: /as it comes out/ }).waitFor({ timeout: 30_000 });
    },
  },
  {
    name: 'batch',
    view: async (page) => {
      await page.goto('/b/B-69');
      await page.waitForFunction(() => document.querySelector<HTMLImageElement>('main img')?.naturalWidth);
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
  { name: 'shelf', view: (page) => page.getByRole('link', { name: 'Stock' }).click() },
  { name: 'container', view: (page) => page.goto('/c/P-1') },
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
    name: 'cannon',
    who: 'Odo Marsh',
    view: async (page) => {
      await page.goto('/rigs/vessels/4');
      await page.getByRole('img', { name: 'Draw over time' }).waitFor();
    },
  },
  {
    name: 'measure-draw-phone',
    ...PHONE,
    who: 'Odo Marsh',
    view: async (page) => {
      await page.goto('/rigs/vessels/4/measure');
      await page.getByLabel('Time to fill, seconds').fill('94');
      for (const [i, seconds] of ['94', '97', '95'].entries()) {
        await page.getByRole('button', { name: 'Type a run instead' }).click();
        await page.getByLabel(`Seconds of run ${i + 1}`).fill(seconds);
      }
      await page.getByRole('timer').last().scrollIntoViewIfNeeded();
      await page.evaluate(() => window.scrollBy(0, 420));
    },
  },
  {
    name: 'dispenser-line',
    who: 'Odo Marsh',
    view: async (page) => {
      await page.goto('/rigs/lines/2');
      await page.getByRole('img', { name: /Parts of water/ }).waitFor();
    },
  },
  { name: 'shop', who: 'Hester Quill', view: (page) => page.goto('/shop') },
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
