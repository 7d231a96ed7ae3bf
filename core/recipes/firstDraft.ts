import type { Dwell } from '../products/uses.ts';
import { SOIL_LEVELS } from '../soil/soil.ts';
import type { Band } from '../strength/band.ts';
import type { Strength } from '../strength/notation.ts';
import { type Fraction, inNotation, NEAT, sameStrength } from '../strength/strength.ts';
import type { CellDwell, MixCell } from './recipe.ts';

/** Parts of water people mix to, in each decade. */
const PARTS = [1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 7, 8];

/** The strength in parts that people would mix to, nearest to a fraction without leaving the range. */
function roundIn(f: number, least: number, most: number): Strength {
  const water = 1 / f - 1;
  const decade = 10 ** Math.floor(Math.log10(Math.max(water, 1e-3)));
  const candidates = [...PARTS.map((p) => p * decade), 10 * decade]
    .map((p) => Number(p.toPrecision(3)))
    .filter((p) => 1 / (p + 1) >= least && 1 / (p + 1) <= most)
    .sort((a, b) => Math.abs(Math.log(a / water)) - Math.abs(Math.log(b / water)));
  return candidates[0] === undefined
    ? inNotation(f as Fraction, 'parts')
    : { notation: 'parts', water: candidates[0] };
}

/**
 * A first draft from a label's band: `lo (hi/lo)^(k/4)` at soil level k, capped by the ceiling on the panel over the draw.
 * A start to be changed, rounded to what people mix where that stays within.
 *
 * @param band the label's band for the use, and how its two ends are written
 * @param onPanel the strengths of the recipe hold on the panel; the band is then the panel's
 * @param ceiling on the panel; null where there is none
 * @param q the draw of the cannon; 1 without one
 * @example band 2 % to 10 %, no cannon: 2 %, 1:32, 1:21, 1:14, 10 %, rounded to 1:30, 1:20 and 1:15
 */
export function firstDraft(
  band: Pick<Band, 'least' | 'most'> & { readonly ends: readonly [least: Strength, most: Strength] },
  onPanel: boolean,
  ceiling: number | null,
  q: number,
  dwell: Dwell | null,
): MixCell[] {
  const cap = Math.min(NEAT, ceiling === null ? NEAT : onPanel ? ceiling : ceiling / q);
  const lowest = Math.min(band.least, cap);
  const highest = Math.min(band.most, cap);
  const time: CellDwell | null = dwell && {
    shortestS: dwell.shortestS,
    fromS: dwell.fromS,
    toS: dwell.toS,
  };
  return SOIL_LEVELS.map((soil) => {
    const f = Math.min(cap, band.least * (band.most / band.least) ** (soil / 4)) as Fraction;
    const [least, most] = band.ends;
    const strength = sameStrength(f, band.least)
      ? least
      : sameStrength(f, band.most)
        ? most
        : roundIn(f, lowest, highest);
    return { soil, kind: 'mix', strength, dwell: time, reason: '' };
  });
}
