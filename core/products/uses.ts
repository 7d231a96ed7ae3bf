import { type Band, type Basis, placeInBand } from '../strength/band.ts';
import type { Fraction } from '../strength/strength.ts';

// What a product is used for, and how strong it may be there.

export const USE_KINDS = [
  'preWash',
  'foam',
  'shampoo',
  'rinselessWash',
  'waterlessWash',
  'preSoak',
  'dryingAid',
  'clayLubricant',
  'panelWipe',
  'wheel',
  'tyre',
  'arch',
  'engineBay',
  'insectSoak',
  'tar',
  'iron',
  'lime',
  'interior',
  'glass',
  'padCleaning',
  'stock',
  'other',
] as const;
export type UseKind = (typeof USE_KINDS)[number];

export const USE_NAMES: Record<UseKind, string> = {
  preWash: 'Pre-wash',
  foam: 'Foam',
  shampoo: 'Shampoo',
  rinselessWash: 'Rinseless wash',
  waterlessWash: 'Waterless wash',
  preSoak: 'Pre-soak',
  dryingAid: 'Drying aid',
  clayLubricant: 'Clay lubricant',
  panelWipe: 'Panel wipe before coating',
  wheel: 'Wheels',
  tyre: 'Tyres',
  arch: 'Arches',
  engineBay: 'Engine bay',
  insectSoak: 'Insect soak',
  tar: 'Tar spots',
  iron: 'Iron specks',
  lime: 'Lime and cement',
  interior: 'Interior',
  glass: 'Glass',
  padCleaning: 'Pad cleaning',
  stock: 'Stock solution',
  other: 'Other use',
};

/** How a use wets the panel, which decides how much of it stays there. */
export const FILMS = ['trigger', 'pumpSprayer', 'foam', 'gel', 'saturation'] as const;
export type Film = (typeof FILMS)[number];
export const FILM_NAMES: Record<Film, string> = {
  trigger: 'trigger mist',
  pumpSprayer: 'pump sprayer',
  foam: 'foam',
  gel: 'gel',
  saturation: 'heavy soaking',
};

/** How long it works on the panel, in seconds; all known or none of it. */
export type Dwell = {
  readonly shortestS: number;
  readonly fromS: number;
  readonly toS: number;
  readonly longestS: number;
};

/** One kind of use of a product: what holds on the panel there, whatever it is delivered with. */
export type ProductUse = {
  readonly kind: UseKind;
  /** Fractions on the panel; null where there is only the label's band. */
  readonly panelFloor: number | null;
  readonly panelCeiling: number | null;
  readonly film: Film | null;
  readonly dwell: Dwell | null;
  /** Bottle liquid in ml to the square metre, measured for this product; null: as usual for how it is put on. */
  readonly rateMlPerM2: number | null;
};

/** Whole-car pre-washes have a floor of the shop and ceiling on the panel; neutral foams a floor of their own. */
export const PRE_WASH_PANEL = { floor: 0.01, ceiling: 0.05 } as const;
export const NEUTRAL_FOAM_FLOOR = 0.005;

type Ends = { readonly fraction: number; readonly upToFraction?: number | null };
type Entry = Ends & { readonly basis: Basis; readonly use: UseKind };

/** The weakest and the strongest an entry of a label allows: the same, unless it is a range. */
export const endsOf = ({ fraction, upToFraction }: Ends): [least: number, most: number] => [
  fraction,
  upToFraction ?? fraction,
];

/**
 * The label's band for a use: from the weakest to the strongest of its strengths on one basis. Strengths on different
 * bases never make one band.
 *
 * @returns null where the label has none
 */
export function bandOfUse(entries: readonly Entry[], use: UseKind, basis: Basis): Band | null {
  const fractions = entries.filter((e) => e.use === use && e.basis === basis).flatMap(endsOf);
  if (fractions.length === 0) return null;
  return { least: Math.min(...fractions) as Fraction, most: Math.max(...fractions) as Fraction, basis };
}

/** The label strength a fraction is, or else lies nearest to, in proportion; null where there is none. */
export function nearestTo<E extends Ends>(entries: readonly E[], fraction: number): E | null {
  return nearestBy(entries, () => fraction);
}

/** As {@link nearestTo}, where what an entry is held to depends on the entry: in the bottle, or on the panel. */
export function nearestBy<E extends Ends>(entries: readonly E[], heldTo: (entry: E) => number): E | null {
  const off = (e: E) => {
    const [least, most] = endsOf(e);
    const f = heldTo(e);
    return Math.max(0, Math.log(least / f), Math.log(f / most));
  };
  return entries.reduce<E | null>((best, e) => (best === null || off(e) < off(best) ? e : best), null);
}

/** Mixes are poured to within a few hundredths: so close to a label strength, a batch is that strength. */
const SAME_USE = 0.03;

/**
 * The label strengths a mix is as good as: same product at the same strength is the same bottle.
 *
 * @param fraction how strong the mix really is in its vessel
 * @param panel how strong it is on the panel, where a cannon dilutes it; label strengths that hold there are held to it
 */
export const served = <E extends Ends & { readonly basis?: Basis }>(
  entries: readonly E[],
  fraction: number,
  panel = fraction,
): E[] =>
  entries.filter((e) => {
    const [least, most] = endsOf(e);
    const f = e.basis === 'panel' ? panel : fraction;
    return least / f - 1 <= SAME_USE && 1 - most / f <= SAME_USE;
  });

export type PlaceOnPanel = 'underFloor' | 'within' | 'overCeiling';

/**
 * Where a panel strength stands to a use's floor and ceiling; exactly on one is within.
 *
 * @param panel the fraction on the panel, never that in a cannon's bottle
 */
export function placeOnPanel(
  panel: Fraction,
  use: Pick<ProductUse, 'panelFloor' | 'panelCeiling'>,
): PlaceOnPanel {
  const place = placeInBand(panel, {
    least: (use.panelFloor ?? 0) as Fraction,
    most: (use.panelCeiling ?? 1) as Fraction,
  });
  return place === 'under' ? 'underFloor' : place === 'over' ? 'overCeiling' : 'within';
}
