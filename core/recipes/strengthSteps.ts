import type { Strength } from '../strength/notation.ts';
import { type Fraction, fractionOf, inNotation } from '../strength/strength.ts';
import type { MixCell, RecipeCell } from './recipe.ts';

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
        if (strength.water < 0.5) return stronger ? strength : { notation: 'parts', water: 0.5 };
        if (strength.water <= 1 && stronger) return { notation: 'parts', water: 0 };
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
  return f.ok && f.value >= 1e-6 ? next : strength;
}

/**
 * Every level of a recipe one step weaker or stronger: each takes the strength of the level beside it. The level at the
 * end goes on by the proportion it had to its neighbour, but not past the label's edge or the limits given.
 *
 * @param edge how weak or strong the level at the end may get, a fraction on the recipe's own basis
 * @example 1:40, 1:30, 1:20, 1:15, 1:10 one step weaker, edge 1:50: 1:50, 1:40, 1:30, 1:20, 1:15
 */
export function shiftLevels(
  cells: readonly RecipeCell[],
  way: 'weaker' | 'stronger',
  edge: { readonly least: Fraction; readonly most: Fraction },
): RecipeCell[] {
  const mixes = cells.filter((c): c is MixCell => c.kind === 'mix');
  const strengthOf = (c: MixCell) => c.strength;
  const shifted = new Map<number, Strength>();
  for (const [i, cell] of mixes.entries()) {
    const beside = mixes[way === 'weaker' ? i - 1 : i + 1];
    const last = mixes[way === 'weaker' ? i + 1 : i - 1];
    shifted.set(cell.soil, beside ? strengthOf(beside) : beyond(cell, last, way, edge));
  }
  return cells.map((c) => (c.kind === 'mix' ? { ...c, strength: shifted.get(c.soil) ?? c.strength } : c));
}

function beyond(
  cell: MixCell,
  neighbour: MixCell | undefined,
  way: 'weaker' | 'stronger',
  { least, most }: { readonly least: Fraction; readonly most: Fraction },
): Strength {
  const f = fractionOf(cell.strength);
  if (!f.ok) return cell.strength;
  // At the edge already, or past it for a reason of its own: it stays where it is.
  if (way === 'weaker' ? f.value <= least * (1 + 1e-9) : f.value >= most * (1 - 1e-9)) return cell.strength;
  const n = neighbour ? fractionOf(neighbour.strength) : null;
  const same = !n?.ok || Math.abs(n.value / f.value - 1) < 0.02;
  // Alone, or level with its neighbour: there is no proportion to go on by.
  const next = same ? stepStrength(cell.strength, way) : along(f.value, n.value, cell.strength);
  const g = fractionOf(next);
  if (!g.ok) return cell.strength;
  if (way === 'weaker' && g.value < least) return at(least, cell.strength);
  if (way === 'stronger' && g.value > most) return at(most, cell.strength);
  return next;
}

/** As far again from `neighbour` past `f`, at a figure people mix to, in the notation it is written in. */
function along(f: number, neighbour: number, as: Strength): Strength {
  const wanted = Math.min(1, (f * f) / neighbour);
  let next = as;
  const way = neighbour > f ? 'weaker' : 'stronger';
  for (let i = 0; i < 24; i++) {
    const step = stepStrength(next, way);
    const [a, b] = [fractionOf(next), fractionOf(step)];
    if (!a.ok || !b.ok || a.value === b.value) break;
    if (Math.abs(Math.log(b.value / wanted)) >= Math.abs(Math.log(a.value / wanted)) && i > 0) break;
    next = step;
  }
  return next;
}

/** A fraction in the notation a strength is written in. */
function at(f: Fraction, as: Strength): Strength {
  switch (as.notation) {
    case 'dose':
      return inNotation(f, as.reading);
    case 'grams':
      return inNotation(f, 'grams', as.gPerMl);
    default:
      return inNotation(f, as.notation);
  }
}
