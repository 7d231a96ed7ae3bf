import { chromium } from '@playwright/test';
import { CHROMIUM } from '../e2e/chromium.ts';
import { signIn } from '../e2e/steps.ts';
import type { Books } from '../server/db/books.ts';

export type BookTimes = { firstRowMs: number; scrollMs: number; keyMs: number };

const HESTER = 1;

/**
 * How long the book takes with so many recipes: from asking for the page to its first row, the work of a scroll, and the
 * work of a key that moves on in the grid. Percentiles of many.
 */
export async function bookTimes(address: string, books: Books, recipes: number): Promise<BookTimes> {
  await fill(books, recipes);
  const browser = await chromium.launch(CHROMIUM);
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: address });
    await page.addInitScript('globalThis.__name = (f) => f');
    await page.goto('/');
    await signIn(page, 'Hester Quill');
    const firstRows: number[] = [];
    for (let i = 0; i < 9; i++) {
      await page.goto('/crew');
      await page.getByRole('heading', { level: 1 }).waitFor();
      const start = performance.now();
      await page.goto('/recipes');
      await page.getByRole('gridcell').first().waitFor();
      firstRows.push(performance.now() - start);
    }
    await page.waitForTimeout(800);
    const { scrollMs, keyMs } = await page.evaluate(async () => {
      const p95 = (taken: number[]) => taken.sort((a, b) => a - b)[Math.floor(taken.length * 0.95)] ?? 0;
      const frame = () => new Promise((next) => requestAnimationFrame(next));
      const scrolls: number[] = [];
      const most = document.documentElement.scrollHeight - window.innerHeight;
      for (let i = 0; i < 160; i++) {
        const start = performance.now();
        window.scrollTo(0, (most * i) / 160);
        window.dispatchEvent(new Event('scroll'));
        document.body.getBoundingClientRect();
        scrolls.push(performance.now() - start);
        await frame();
      }
      window.scrollTo(0, 0);
      await new Promise((next) => setTimeout(next, 400));
      const keys: number[] = [];
      document.querySelector<HTMLElement>('[role="gridcell"]')?.focus();
      for (let i = 0; i < 160; i++) {
        const key = ['ArrowRight', 'ArrowDown', 'ArrowLeft', 'ArrowDown'][i % 4] ?? 'ArrowRight';
        const start = performance.now();
        document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
        document.body.getBoundingClientRect();
        keys.push(performance.now() - start);
        await frame();
      }
      return { scrollMs: p95(scrolls), keyMs: p95(keys) };
    });
    return { firstRowMs: firstRows.sort((a, b) => a - b)[4] ?? 0, scrollMs, keyMs };
  } finally {
    await browser.close();
  }
}

/** Leaves just so many recipes in use, copies of the demo's own. */
async function fill(books: Books, recipes: number): Promise<void> {
  await books.transaction(async (tx) => {
    await tx.rows('UPDATE recipe SET retired_at = now()');
    await tx.rows(
      `WITH fresh AS (INSERT INTO recipe (retired_at) SELECT NULL FROM generate_series(1, $1) RETURNING id),
       told AS (SELECT v.*, row_number() OVER (ORDER BY v.id) - 1 AS at, count(*) OVER () AS n FROM recipe_version v
         WHERE v.number = 1 AND v.published_at IS NOT NULL AND v.recipe_id <= 24),
       numbered AS (SELECT id, row_number() OVER (ORDER BY id) - 1 AS at FROM fresh),
       made AS (INSERT INTO recipe_version (recipe_id, number, name, product_id, use_kind, vessel_id, dial_id, machine_id, on_panel,
           facts, saved_at, saved_by, published_at, published_by, why)
         SELECT f.id, 1, t.name || ' ' || f.id, t.product_id, t.use_kind, t.vessel_id, t.dial_id, t.machine_id, t.on_panel, t.facts,
           t.saved_at, $2, t.published_at, $2, t.why
         FROM numbered f JOIN told t ON t.at = f.at % t.n RETURNING id, name)
       INSERT INTO recipe_cell (version_id, soil, strength, fraction, dwell, instead, reason)
       SELECT m.id, c.soil, c.strength, c.fraction, c.dwell, c.instead, c.reason
       FROM made m JOIN told t ON m.name LIKE t.name || ' %' AND m.name ~ (' [0-9]+$')
         AND regexp_replace(m.name, ' [0-9]+$', '') = t.name
       JOIN recipe_cell c ON c.version_id = t.id`,
      [recipes, HESTER],
    );
    await tx.rows('ANALYZE recipe, recipe_version, recipe_cell');
  });
}
