import type { SoilLevel } from '../soil/soil.ts';
import type { Strength } from '../strength/notation.ts';
import { type Fraction, fractionOf } from '../strength/strength.ts';
import type { RecipeCell } from './recipe.ts';

/** The figures people mix to, in each decade. */
const FIGURES = [1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 7, 8, 10];

/** The next figure up or down from one, on the scale people mix to. */
function nextFigure(from: number, up: boolean): number {
  const decade = 10 ** Math.floor(Math.log10(from * (1 + 1e-9)));
  const near = [decade / 10, decade, decade * 10].flatMap((d) =>
    FIGURES.map((f) => Number((f * d).toPrecision(3))),
  );
  const next = up ? near.find((n) => n > from * (1 + 1e-6)) : near.findLast((n) => n < from * (1 - 1e-6));
  return next ?? from;
}

/**
 * A step stronger or weaker in the notation it is written in, along the figures people mix to.
 *
 * @returns the same strength where the step would leave neat or one in a million
 * @example stepStrength({ notation: 'parts', water: 40 }, 'stronger') // 1:30
 */
export function stepStrength(strength: Strength, way: 'weaker' | 'stronger'): Strength {
  const stronger = way === 'stronger';
  const next = ((): Strength => {
    switch (strength.notation) {
      case 'parts':
        // Under 1:1 there is half as much water as product, and neat.
        if (strength.water < 0.5) return { notation: 'parts', water: stronger ? 0 : 0.5 };
        if (strength.water < 1 || (strength.water === 1 && stronger))
          return { notation: 'parts', water: stronger ? (strength.water > 0.5 ? 0.5 : 0) : 1 };
        return { notation: 'parts', water: nextFigure(strength.water, !stronger) };
      case 'inTotal':
        return { notation: 'inTotal', total: Math.max(1, nextFigure(strength.total, !stronger)) };
      case 'percent':
        return { notation: 'percent', percent: Math.min(100, nextFigure(strength.percent, stronger)) };
      case 'dose': {
        const dose = { ...strength.dose, amount: nextFigure(strength.dose.amount, stronger) };
        return { ...strength, dose };
      }
      case 'grams':
        return { ...strength, gramsPerL: nextFigure(strength.gramsPerL, stronger) };
    }
  })();
  const f = fractionOf(next);
  const was = fractionOf(strength);
  return f.ok && f.value >= 1e-6 && !(was.ok && was.value === f.value) ? next : strength;
}

/**
 * Every level of a recipe one step of its own weaker or stronger. A step back undoes it, but for levels at a limit: one that
 * lies within the limits and would leave them stays, and is named. One that lies outside for a reason of its own goes along.
 *
 * @param limits the weakest and the strongest, fractions on the recipe's own basis
 * @example 1:40, 1:30, 1:20, 1:15, 1:10 weaker, within 1:60 and 1:5: 1:50, 1:40, 1:25, 1:20, 1:12
 */
export function stepLevels(
  cells: readonly RecipeCell[],
  way: 'weaker' | 'stronger',
  { least, most }: { readonly least: Fraction; readonly most: Fraction },
): { readonly cells: RecipeCell[]; readonly atLimit: readonly SoilLevel[] } {
  const outside = (strength: Strength) => {
    const f = fractionOf(strength);
    return !f.ok || f.value < least * (1 - 1e-9) || f.value > most * (1 + 1e-9);
  };
  const atLimit: SoilLevel[] = [];
  const stepped = cells.map((cell) => {
    if (cell.kind === 'not') return cell;
    const strength = stepStrength(cell.strength, way);
    if (strength !== cell.strength && (!outside(strength) || outside(cell.strength)))
      return { ...cell, strength };
    atLimit.push(cell.soil);
    return cell;
  });
  return { cells: stepped, atLimit };
}
