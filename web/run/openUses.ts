import type { Vessel } from '#contract/equipment.ts';
import type { RunHere } from './useRun.ts';

/** A mix that was taken and of which nobody has said yet how much was used. */
export type Open = {
  mix: number;
  batchId: number;
  batch: string;
  vessel: Vessel;
  heldUl: number;
  plannedUl: number;
  product: string;
};

/** The bottles of a run that are still to be asked about, each once. */
export function openUses({ run, stand, uses }: RunHere, vessels: readonly Vessel[]): Open[] {
  const told = new Set([...run.uses, ...uses].map((u) => u.batchId));
  const byBatch = new Map<number, Open>();
  for (const [mix, { batchId, batch }] of stand.taken) {
    const vessel = vessels.find((v) => v.holds?.batchId === batchId);
    const of = run.plan.mixes[mix];
    if (!of || !vessel?.holds || told.has(batchId)) continue;
    const before = byBatch.get(batchId);
    const plannedUl = Math.min(vessel.holds.ul, of.mixUl + (before?.plannedUl ?? 0));
    byBatch.set(batchId, {
      mix,
      batchId,
      batch,
      vessel,
      heldUl: vessel.holds.ul,
      plannedUl,
      product: of.laid.product,
    });
  }
  return [...byBatch.values()];
}
