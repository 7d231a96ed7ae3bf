import { parentPort, workerData } from 'node:worker_threads';
import type { UseByDay } from '#contract/stock.ts';
import { usedOf } from '#core/forecast/forecastOf.ts';
import { type RunOut, runOut, type TooLittle } from '#core/forecast/runOut.ts';

// Foretells off the main thread when each product runs out.

export type RunOutAsked = { use: UseByDay; stock: [productId: number, ul: number][] };
export type RunOutTold = { productId: number; out: RunOut | TooLittle }[];

const { use, stock } = workerData as RunOutAsked;
parentPort?.postMessage(
  stock.map(([productId, ul]) => {
    const used = use.products.find((p) => p.productId === productId)?.used ?? [];
    return { productId, out: runOut(usedOf(use.days, use.open, used), ul, productId) };
  }),
);
