import type { RunPlan, RunStep } from './runPlan.ts';
import type { RunStand } from './runState.ts';

/** What was used out of one bottle for a run: product in microlitres, and its cost in minor units. */
export type UsedOf = {
  /** Null where it came straight out of a container. */
  readonly batchId: number | null;
  readonly productId: number;
  readonly productUl: number;
  readonly minor: number;
};
export type UsedByStep = { readonly productUl: number; readonly minor: number };

/**
 * What each step used. What was used out of a bottle is known for the bottle: where several steps are done with it, it is shared
 * out as they were planned.
 *
 * @returns by step, for those of which something is known; together as much as the bottles that are of the plan
 */
export function usedBySteps(
  { mixes, steps }: Pick<RunPlan, 'mixes' | 'steps'>,
  { taken }: Pick<RunStand, 'taken'>,
  uses: readonly UsedOf[],
): Map<string, UsedByStep> {
  const by = new Map<string, UsedByStep>();
  for (const { batchId, productId, productUl, minor } of uses) {
    const of = new Set(
      mixes.flatMap(({ ownBottle, laid }, i) => {
        const isIt =
          batchId === null ? ownBottle && laid.productId === productId : taken.get(i)?.batchId === batchId;
        return isIt ? [i] : [];
      }),
    );
    const own = steps.filter((s) => s.mix !== null && of.has(s.mix));
    const all = own.reduce((sum, s) => sum + weight(s), 0);
    for (const step of own) {
      const share = all > 0 ? weight(step) / all : 1 / own.length;
      const before = by.get(step.id) ?? { productUl: 0, minor: 0 };
      by.set(step.id, {
        productUl: before.productUl + share * productUl,
        minor: before.minor + share * minor,
      });
    }
  }
  return by;
}

const weight = ({ mixUl }: RunStep): number => mixUl ?? 0;
