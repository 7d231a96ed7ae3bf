import { normalFrom, uniformFrom } from '../mixing/random.ts';
import type { Used } from './weeks.ts';

// Shops made up to hold forecasts against: how much they use is drawn, what they are like is known.

export const SHOP_KINDS = ['steady', 'seasonal', 'lumpy', 'newProduct'] as const;
export type ShopKind = (typeof SHOP_KINDS)[number];

/** How far custom wanders in a week, as a share. */
const CUSTOM_WANDERS = 0.04;

/** As many days as each has been open, with Sundays and a fortnight in summer closed. */
const DAYS: Record<ShopKind, number> = { steady: 400, seasonal: 800, lumpy: 400, newProduct: 120 };

export function simulatedShop(kind: ShopKind, seed: number): Used {
  const uniform = uniformFrom(seed);
  const normal = normalFrom(uniform);
  const jobsADay = 2 + 4 * uniform();
  const eachUl = 20_000 + 60_000 * uniform();
  const ul: number[] = [];
  const open: boolean[] = [];
  let custom = 1;
  for (let day = 0; day < DAYS[kind]; day++) {
    if (day % 7 === 0) custom *= Math.exp(CUSTOM_WANDERS * normal());
    const closed = day % 7 === 6 || (day % 365 >= 200 && day % 365 < 214);
    open.push(!closed);
    const season = kind === 'seasonal' ? 1 + 0.5 * Math.sin((2 * Math.PI * day) / 365) : 1;
    // Lumpy: a pail is let down now and then.
    const jobs =
      kind === 'lumpy' ? Number(uniform() < 0.25) * 6 * custom : poisson(jobsADay * season * custom, uniform);
    const each = eachUl * Math.exp(0.3 * normal());
    ul.push(closed ? 0 : Math.round(jobs * each));
  }
  return { ul, forJobsUl: ul.map(() => 0), open };
}

/** Source: Knuth, multiplying uniforms until they fall under e^-mean. */
function poisson(mean: number, uniform: () => number): number {
  const under = Math.exp(-mean);
  let [n, product] = [0, uniform()];
  while (product > under) {
    n++;
    product *= uniform();
  }
  return n;
}
