import { chromium } from '@playwright/test';
import { laidOn } from '#core/dwell/application.ts';
import { laidAs } from '#core/dwell/laidProduct.ts';
import { usualSoil, type VehicleAsked, vehicleWindow } from '#core/dwell/vehicleWindow.ts';
import { workingWindow } from '#core/dwell/workingWindow.ts';
import { BODY, ZONES } from '#core/soil/zones.ts';
import { CHROMIUM } from '../e2e/chromium.ts';
import { signIn } from '../e2e/steps.ts';
import type { Books } from '../server/db/books.ts';

const DWELL = { shortestS: 60, fromS: 240, toS: 360 };
const TIMING = { ...DWELL, longestS: 360 };
const WEATHER = { airC: 20, humidity: 0.55, windMs: 1.5, sky: 'bright' } as const;
const START = { kind: 'rinsed', waterC: 15 } as const;

const p95 = (taken: number[]): number => taken.sort((a, b) => a - b)[Math.floor(taken.length * 0.95)] ?? 0;
const timed = (times: number, work: () => unknown): number =>
  p95(
    Array.from({ length: times }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }),
  );

/** What a window costs, and the search for how a camper with all its zones is done; milliseconds, 95th percentile. */
export function dwellTimes(): { windowMs: number; searchMs: number } {
  const laid = laidOn('foam', 35, 0.09, 'uppers');
  const windowMs = timed(200, () =>
    workingWindow({
      panel: { colour: 'mid', material: 'steel' },
      start: START,
      layers: [{ atS: 0, laid, timing: TIMING }],
      outlook: [{ fromS: 0, weather: WEATHER }],
      edgeShare: 0.6,
    }),
  );
  const as = laidAs({ film: 'foam', rateMlPerM2: 35, dwell: DWELL }, null, 'cannonBottle', 0.09);
  const camper: VehicleAsked = {
    body: 'camper',
    colour: 'mid',
    material: 'plastic',
    start: START,
    zones: ZONES.filter((z) => z !== 'interior').map((zone) => ({ zone, soil: usualSoil(zone, 2), as })),
    outlook: [{ fromS: 0, weather: WEATHER }],
    edgeShare: 0.6,
    factor: 1,
    direction: 'any',
  };
  return { windowMs, searchMs: timed(40, () => vehicleWindow(camper)) };
}

type Cost = { share: number; layouts: number };

/** What so many clocks cost the page that shows them all: share of a core, and layouts a second, over ten seconds. */
export async function clocksRunning(
  address: string,
  books: Books,
  clocks: number,
): Promise<Cost & { unseen: Cost }> {
  await books.transaction(async (tx) => {
    const as = laidAs({ film: 'foam', rateMlPerM2: 35, dwell: DWELL }, null, 'cannonBottle', 0.09);
    const layer = {
      at: '',
      kind: 'first',
      productId: 2,
      name: 'Foam',
      as,
      bottle: 0.1,
      neverLonger: false,
      personName: 'Bram Addy',
    };
    await tx.rows(
      `INSERT INTO clock (key, place_id, vehicle, body, colour, material, zones, start, layers, started_at, started_by)
       SELECT 'benchclock' || lpad(n::text, 10, '0'), 3 + n % 3, 'vehicle ' || n, 'hatchback', 'mid', 'steel', $2, $3,
         jsonb_build_array($4::jsonb || jsonb_build_object('at', to_char(at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"'))), at, 3
       FROM (SELECT n, $5::timestamptz - n * interval '3 seconds' AS at FROM generate_series(1, $1) n) of`,
      [
        clocks,
        JSON.stringify(BODY),
        JSON.stringify(START),
        JSON.stringify(layer),
        new Date('2026-05-04T08:30:00Z'),
      ],
    );
  });
  const browser = await chromium.launch(CHROMIUM);
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: address });
    await page.goto('/');
    await signIn(page, 'Bram Addy');
    await page.goto('/yard');
    if (clocks > 0) await page.getByRole('timer').first().waitFor();
    else await page.getByRole('heading', { level: 1 }).waitFor();
    await page.waitForTimeout(4_000);
    const cdp = await page.context().newCDPSession(page);
    await cdp.send('Performance.enable');
    const read = async () =>
      new Map((await cdp.send('Performance.getMetrics')).metrics.map((m) => [m.name, m.value]));
    const over = async (seconds: number) => {
      const before = await read();
      await page.waitForTimeout(seconds * 1_000);
      const after = await read();
      const grew = (name: string) => (after.get(name) ?? 0) - (before.get(name) ?? 0);
      return { share: grew('TaskDuration') / grew('Timestamp'), layouts: grew('LayoutCount') / seconds };
    };
    const seen = await over(10);
    // Down where none of them is on the screen.
    await page.setViewportSize({ width: 1280, height: 130 });
    await page.evaluate(() => window.scrollTo(0, document.documentElement.scrollHeight));
    await page.waitForTimeout(1_500);
    return { ...seen, unseen: await over(5) };
  } finally {
    await browser.close();
    await books.rows(
      'UPDATE clock SET ended_at = started_at, ended_by = 3, end_kind = $1 WHERE ended_at IS NULL',
      ['cancelled'],
    );
  }
}
