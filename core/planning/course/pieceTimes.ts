import type { Section } from '../../dwell/acrossVehicle.ts';
import type { SoakPanel } from '../soakOf.ts';

/** Taking off begins so long before it has to. */
const SPARE_S = 30;

export type PieceTimes = {
  readonly layS: number;
  readonly offS: number;
  readonly m2: number;
  /** How long what was laid lies, from the end of laying to when the next is done with it. */
  readonly lies: Lies;
  /** The same of what was laid over it; null where it is laid once. */
  readonly liesAgain: Lies | null;
};
/** In seconds: as long as it is meant to, and at the longest. */
type Lies = { readonly waitS: number; readonly latestS: number };

/** More is laid later than it is meant to by so much of the time at most: it has not begun to dry by then. */
const AGAIN_LATE = 0.1;

/**
 * How long a piece is laid and taken off, and when taking off begins after it is laid: once every panel has worked as long
 * as is recommended, with 30 s to spare where it may not be left so long; never before the shortest useful time. Where more
 * is laid over it, in the same order and as fast, that comes between.
 *
 * @param waitS what the walk across the vehicle waits, in seconds
 * @param by the panels of the soak, by id
 * @param againS how long after it was laid more is laid over it, in seconds; null where it is laid once
 */
export function pieceTimes(
  panels: Section['panels'],
  waitS: number,
  by: ReadonlyMap<string, SoakPanel>,
  againS: number | null,
): PieceTimes {
  const all = panels.map((p) => ({ ...p, of: by.get(p.id) as SoakPanel }));
  const least = (of: (p: (typeof all)[number]) => number) => Math.min(...all.map(of));
  const most = (of: (p: (typeof all)[number]) => number) => Math.max(...all.map(of));
  const slackS = least((p) => p.applyFromS + p.of.rinseByS - p.rinseToS);
  const latestS = waitS + Math.max(0, slackS);
  /** The wait after which every panel has what it needs. */
  const after = (needs: (of: SoakPanel) => number) =>
    waitS - least((p) => Math.max(0, p.rinseFromS - p.applyToS - needs(p.of)));
  const recommended = after((of) => of.fromS);
  const soonest = after((of) => of.shortestS);
  const layS = most((p) => p.applyToS) - least((p) => p.applyFromS);
  const once = { waitS: Math.max(0, soonest, Math.min(recommended, latestS - SPARE_S)), latestS };
  return {
    layS,
    offS: most((p) => p.rinseToS) - least((p) => p.rinseFromS),
    m2: all.reduce((sum, p) => sum + p.of.m2, 0),
    ...(againS === null ? { lies: once, liesAgain: null } : twice(once, layS, againS)),
  };
}

function twice(
  { waitS: onceS, latestS }: Lies,
  layS: number,
  againS: number,
): Pick<PieceTimes, 'lies' | 'liesAgain'> {
  // Nothing comes off before more was laid over it.
  const waitS = Math.max(onceS, againS);
  const lateS = Math.max(0, Math.min(againS * AGAIN_LATE, latestS - waitS));
  return {
    lies: { waitS: againS - layS, latestS: againS - layS + lateS },
    liesAgain: { waitS: waitS - againS, latestS: latestS - againS - lateS },
  };
}
