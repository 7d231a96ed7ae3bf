import type { SoilLevel } from '#core/soil/soil.ts';

/** What a mix at the Bench is for: a job, and where it is being done, the run and which of its mixes. */
export type MixedFor = { jobId: number; run: string | null; mix: number | null };

/** The Bench, asked for a recipe at a level, into a vessel, so much of it. */
export function benchAddress(of: {
  recipeId: number;
  soil: SoilLevel;
  vesselId: number | null;
  make: string | null;
  mixedFor: MixedFor | null;
}): string {
  const { recipeId, soil, vesselId, make, mixedFor } = of;
  const asked = new URLSearchParams({ recipe: String(recipeId), soil: String(soil) });
  if (vesselId !== null) asked.set('vessel', String(vesselId));
  if (make !== null) asked.set('make', make);
  if (mixedFor) {
    asked.set('job', String(mixedFor.jobId));
    if (mixedFor.run !== null) asked.set('run', mixedFor.run);
    if (mixedFor.mix !== null) asked.set('mix', String(mixedFor.mix));
  }
  return `/bench?${asked}`;
}

/** What an address of the Bench says it is for. */
export function mixedForIn(params: URLSearchParams): MixedFor | null {
  const whole = (name: string) =>
    /^\d{1,9}$/.test(params.get(name) ?? '') ? Number(params.get(name)) : null;
  const jobId = whole('job');
  return jobId === null ? null : { jobId, run: params.get('run'), mix: whole('mix') };
}
