import { accept, type Outcome, refuse } from '../outcome.ts';
import { UNIT_UL } from '../units/units.ts';
import type { Draw } from './draw.ts';
import { type Repeated, repeatedMean } from './repeated.ts';

/** Where the flow was measured: everything that leaves the nozzle, or the water that goes in. */
export const FLOW_VARIANTS = ['outlet', 'inlet'] as const;
export type FlowVariant = (typeof FLOW_VARIANTS)[number];

/** One draining: so much left the bottle in so long. */
export type DrainRun = { readonly drainedUl: number; readonly seconds: number };

export type DrainSetup = {
  readonly variant: FlowVariant;
  /** In ml to the minute, with the cannon fitted. */
  readonly flowMlPerMin: number;
  /** Relative standard uncertainties of the flow and of the volume, the same in every run. */
  readonly flowU: number;
  readonly volumeU: number;
  /** What the bottle holds at most. */
  readonly bottleUl: number;
};

/** The least that can be timed by hand: the two presses are a few tenths of a second each. */
export const SHORTEST_S = 3;
const LONGEST_S = 3_600;

/**
 * The draw of one draining. Outlet flow Q known: `q = V_b / (Q t)`; inlet water flow Q_w known:
 * `q = V_b / (V_b + Q_w t)`.
 *
 * @returns a refusal for no time, more than the bottle holds, no flow, or a draw over 100 %
 * @example 0.8 L in 95 s at 6.4 L/min: 7.8947 % by the outlet, 7.3171 % by the inlet
 */
export function drainDraw(
  { drainedUl, seconds }: DrainRun,
  { variant, flowMlPerMin, bottleUl }: Pick<DrainSetup, 'variant' | 'flowMlPerMin' | 'bottleUl'>,
): Outcome<number> {
  if (!(seconds >= SHORTEST_S && seconds <= LONGEST_S)) {
    return refuse('drain.seconds', { leastS: SHORTEST_S });
  }
  if (!(drainedUl > 0)) {
    return refuse('drain.nothing', {});
  }
  if (drainedUl > bottleUl) {
    return refuse('drain.overBottle', { drainedUl, bottleUl });
  }
  if (!(flowMlPerMin > 0 && flowMlPerMin <= 100_000)) {
    return refuse('drain.flow', {});
  }
  const through = ((flowMlPerMin * UNIT_UL.ml) / 60) * seconds;
  const q = variant === 'outlet' ? drainedUl / through : drainedUl / (drainedUl + through);
  if (q > 1) {
    return refuse('drain.overWhole', {});
  }
  return accept(q);
}

/** The draw by several drainings, those left out not among them. */
export function calibrateDraw(runs: readonly DrainRun[], setup: DrainSetup): Outcome<Repeated> {
  const draws: number[] = [];
  for (const run of runs) {
    const q = drainDraw(run, setup);
    if (!q.ok) return q;
    draws.push(q.value);
  }
  if (draws.length === 0) {
    return refuse('drain.noRuns', {});
  }
  return accept(repeatedMean(draws, [setup.flowU, setup.volumeU]));
}

/** A calibration as the draw that is used from then on. */
export const drawOf = ({ mean, u, interval }: Repeated): Draw => ({
  q: mean,
  known: interval ? 'measured' : 'oneRun',
  u,
  from: interval?.from ?? null,
  to: interval?.to ?? null,
});

/** Relative standard uncertainty of a volume read to half a graduation. */
export const readingU = (ul: number, stepUl: number): number => stepUl / 2 / ul;

/** Two presses of a stopwatch, and a bucket's fill line. */
const HAND_S = 0.3;
const BUCKET_LINE = 0.02;
/** What a flow meter is usually good for. */
export const FLOW_METER_U = 0.015;

/** A flow by filling a bucket: ml to the minute, and how well it is known. */
export function bucketFlow(ul: number, seconds: number): Outcome<{ mlPerMin: number; u: number }> {
  if (!(seconds >= SHORTEST_S && seconds <= LONGEST_S)) {
    return refuse('flow.seconds', { leastS: SHORTEST_S });
  }
  return accept({ mlPerMin: (ul / UNIT_UL.ml / seconds) * 60, u: Math.hypot(BUCKET_LINE, HAND_S / seconds) });
}
