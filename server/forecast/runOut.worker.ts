import { parentPort, workerData } from 'node:worker_threads';
import type { UseByDay } from '#contract/stock.ts';
import type { Booked } from '#core/forecast/booked.ts';
import { usedOf } from '#core/forecast/forecastOf.ts';
import { type RunOut, runOut, type TooLittle } from '#core/forecast/runOut.ts';

// Foretells off the main thread when each product runs out.

export type RunOutAsked = {
  use: UseByDay;
  stock: [productId: number, ul: number][];
  booked: [productId: number, booked: Booked | null][];
};
export type RunOutTold = { productId: number; out: RunOut | TooLittle }[];

const { use, stock, booked } = workerData as RunOutAsked;
const bookedOf = new Map(booked);
parentPort?.postMessage(
  stock.map(([productId, ul]) => {
    const used = use.products.find((p) => p.productId === productId)?.used ?? [];
    return {
      productId,
      out: runOut(usedOf(use.days, use.open, used), ul, productId, {
        booked: bookedOf.get(productId) ?? null,
      }),
    };
  }),
);
