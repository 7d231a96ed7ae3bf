import { backtest } from '#core/forecast/backtest.ts';
import { forecasts } from '#core/forecast/forecastOf.ts';
import { SHOP_KINDS, simulatedShop } from '#core/forecast/simulatedShops.ts';
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
  }));
  const start = performance.now();
  forecasts(asked);
  const took = performance.now() - start;
  say('run-out of 60 products / 20 s', (took / BUDGET_MS).toFixed(3), `${took.toFixed(0)} ms`);
}
