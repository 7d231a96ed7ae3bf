import type { Section } from '../../dwell/acrossVehicle.ts';
import type { SoakPanel } from '../soaks.ts';

/** Taking off begins so long before it has to. */
const SPARE_S = 30;

export type PieceTimes = {
  readonly layS: number;
  readonly offS: number;
  readonly m2: number;
  /** From the end of laying to the begin of taking off: when it is meant to be, and at the latest. */
  readonly beginS: number;
  readonly latestS: number;
};

/**
 * How long a piece is laid and taken off, and when taking off begins after it is laid: once every panel has worked as long
 * as is recommended, with 30 s to spare where it may not be left so long; never before the shortest useful time.
 *
 * @param waitS what the walk across the vehicle waits, in seconds
 * @param by the panels of the soak, by id
 */
export function pieceTimes(
  panels: Section['panels'],
  waitS: number,
  by: ReadonlyMap<string, SoakPanel>,
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
  return {
    layS: most((p) => p.applyToS) - least((p) => p.applyFromS),
    offS: most((p) => p.rinseToS) - least((p) => p.rinseFromS),
    m2: all.reduce((sum, p) => sum + p.of.m2, 0),
    beginS: Math.max(0, soonest, Math.min(recommended, latestS - SPARE_S)),
    latestS,
  };
}
