import type { Run } from '#contract/runs.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { benchAddress } from '../bench/mix/benchAddress.ts';

/** Where a mix of a run is made; from there one comes back. */
export function benchPath(run: Run, at: number, units: UnitSystem): string {
  const mix = run.plan.mixes[at];
  if (!mix) return '/bench';
  return benchAddress({
    recipeId: mix.laid.recipeId,
    soil: mix.laid.soil,
    vesselId: mix.vesselId,
    make: mix.makeUl === null ? null : formatVolume(mix.makeUl, units),
    mixedFor: { jobId: run.jobId, run: run.key, mix: at },
  });
}
