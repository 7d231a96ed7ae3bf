import { parentPort, workerData } from 'node:worker_threads';
import type { Assessment } from '#core/planning/assessment.ts';
import { type PlanShop, planWash } from '#core/planning/planWash.ts';

// Plans off the main thread what is on the list, for what each job takes of every product.

export type NeedsAsked = { shop: PlanShop; jobs: { ahead: number; said: Assessment }[] };
export type NeedsTold = { unplanned: number; need: [productId: number, ahead: number, ul: number][] };

const { shop, jobs } = workerData as NeedsAsked;
const told: NeedsTold = { unplanned: 0, need: [] };
for (const { ahead, said } of jobs) {
  const plan = planWash(said, shop);
  if (!plan.ok) told.unplanned++;
  else
    for (const { chosen, productUl } of plan.mixes) told.need.push([chosen.of.product.id, ahead, productUl]);
}
parentPort?.postMessage(told);
