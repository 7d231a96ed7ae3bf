import { mkdirSync } from 'node:fs';
import { backtest } from '#core/forecast/backtest.ts';
import { forecasts, usedOf } from '#core/forecast/forecastOf.ts';
import { SHOP_KINDS, simulatedShop } from '#core/forecast/simulatedShops.ts';
import { loadDemo } from '../demo/loadDemo.ts';
import { loadYear } from '../demo/loadYear.ts';
import { Books } from '../server/db/books.ts';
import { useByDay as usedByDay } from '../server/ledger/reading/useByDay.ts';
import { say } from './benchSay.ts';

const SHOPS = 30;
const PRODUCTS = 60;
const BUDGET_MS = 20_000;

/** How well run-out was foretold in made-up shops, and how long 60 products take. */
export function forecastTimes(): void {
  for (const kind of SHOP_KINDS) {
    let [right, of, loss, plainLoss] = [0, 0, 0, 0];
    for (let seed = 1; seed <= SHOPS; seed++) {
      const test = backtest(simulatedShop(kind, seed), seed);
      [right, of] = [right + test.right, of + test.of];
      [loss, plainLoss] = [loss + test.loss, plainLoss + test.plainLoss];
    }
    say(
      `${kind}: missed by / the last 28 days miss by`,
      (loss / plainLoss).toFixed(2),
      `in the band ${right} of ${of} times, ${Math.round((100 * right) / of)} %`,
    );
  }
  const asked = Array.from({ length: PRODUCTS }, (_, i) => ({
    productId: i + 1,
    stockUl: 20_000_000,
    used: simulatedShop('seasonal', i + 1),
    booked: null,
  }));
  const start = performance.now();
  forecasts(asked);
  const took = performance.now() - start;
  say('run-out of 60 products / 20 s', (took / BUDGET_MS).toFixed(3), `${took.toFixed(0)} ms`);
}

/** How well run-out would have been foretold over the demo's year, of all its products together. */
export async function demoForecasts(folder: string, now: Date): Promise<void> {
  mkdirSync(folder);
  const books = await Books.open(folder, now);
  await loadDemo(books, now);
  await books.transaction((tx) => loadYear(tx, now));
  const { days, open, products } = await usedByDay(books, now);
  await books.close();
  const tests = products
    .map(({ productId, used }) => backtest(usedOf(days, open, used), productId))
    .filter((t) => t.of > 0);
  const sum = (what: (test: (typeof tests)[number]) => number) =>
    tests.reduce((all, test) => all + what(test), 0);
  const [right, of] = [sum((t) => t.right), sum((t) => t.of)];
  // A product counts by how often it was foretold, not by how much is used of it.
  const apart = sum((t) => (t.of * t.loss) / t.plainLoss) / of;
  say(
    'the demo’s year: missed by / the last 28 days miss by',
    apart.toFixed(2),
    `in the band ${right} of ${of} times, ${Math.round((100 * right) / of)} %, of ${tests.length} products`,
  );
}
