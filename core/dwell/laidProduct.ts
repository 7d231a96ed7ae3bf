import type { VesselKind } from '../mixing/outlines.ts';
import { ML_PER_M2, usualRate } from '../planning/vehicleLiquid.ts';
import { deliveryOf } from '../products/record.ts';
import type { Dwell, Film, ProductUse } from '../products/uses.ts';
import type { CellDwell } from '../recipes/recipe.ts';
import { usualFilm } from './application.ts';
import type { Rates } from './remedies.ts';
import { RATES } from './remedies.ts';

/** How something is laid, and how long it may stay. */
export type LaidAs = {
  readonly film: Film;
  /** Bottle liquid in ml to the square metre. */
  readonly rateMlPerM2: number;
  /** The draw; 1 for what is not drawn. */
  readonly q: number;
  readonly timing: Dwell;
};

const TWO_HOURS_S = 7_200;
/** Nobody says how long: it works at once, and only drying ends it. */
export const UNTIMED: Dwell = { shortestS: 0, fromS: 0, toS: TWO_HOURS_S, longestS: TWO_HOURS_S };

/** Rinse water: nothing to wait for, but it leaves spots where it dries. */
export const RINSE_WATER: LaidAs = { film: 'saturation', rateMlPerM2: 1_000, q: 1, timing: UNTIMED };

/**
 * How a use is laid: what the recipe says, else the product, else what is usual for how it is put on. What comes from a
 * bucket soaks the panel.
 *
 * @param told the recipe's own film, rate and times; null where nobody mixes by one
 * @param q the draw, where a cannon or a gun dilutes it
 */
export function laidAs(
  told: {
    readonly film: Film | null;
    readonly rateMlPerM2: number | null;
    readonly dwell: CellDwell | null;
  } | null,
  use: Pick<ProductUse, 'film' | 'dwell' | 'rateMlPerM2'> | null,
  vessel: VesselKind,
  q: number,
): LaidAs {
  const delivery = deliveryOf(vessel);
  const film = told?.film ?? use?.film ?? usualFilm(delivery) ?? 'saturation';
  const rateMlPerM2 =
    told?.rateMlPerM2 ?? use?.rateMlPerM2 ?? usualRate(delivery, film) ?? ML_PER_M2.saturation;
  const dwell = told?.dwell ?? use?.dwell ?? null;
  if (!dwell) return { film, rateMlPerM2, q, timing: UNTIMED };
  const { shortestS, fromS, toS } = dwell;
  return {
    film,
    rateMlPerM2,
    q,
    timing: { shortestS, fromS, toS, longestS: Math.max(toS, use?.dwell?.longestS ?? 0) },
  };
}

/** How fast a person lays it, and rinses. */
export const ratesOf = (film: Film): Rates => ({
  apply: film === 'foam' ? RATES.foam : RATES.sprayer,
  rinse: RATES.rinse,
});
