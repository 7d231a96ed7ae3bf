import { equivalentFraction } from '../mixing/solveFor.ts';
import { costOfFill, costPerWorkingLitre, newestPrice } from '../planning/cost.ts';
import { USE_KINDS, type UseKind } from '../products/uses.ts';
import type { Body } from '../soil/bodies.ts';
import type { SoilLevel } from '../soil/soil.ts';
import type { Fraction } from '../strength/strength.ts';
import { cellAt, type Recipe } from './recipe.ts';
import { inBook, judgedAt, type RecipeBook, takes } from './vehicleCost.ts';

type Row = { readonly id: number; readonly published: Recipe | null; readonly draft: Recipe | null };

/** What one way to do a job costs a vehicle, at working strength. */
export type CostLine = {
  key: string;
  recipeId: number | null;
  name: string;
  productName: string;
  /** How strong in the vessel: 1 for what is ready to use. */
  fraction: Fraction;
  mixUl: number;
  productUl: number;
  /** In minor units, not rounded; null where its container has no price. */
  minorPerVehicle: number | null;
  minorPerLitre: number | null;
};

/** Recipes that do the same job, side by side. */
export type CostGroup = { use: UseKind; lines: CostLine[] };

/**
 * What each recipe costs a vehicle at a soil level, by use and the cheapest first. A product that took over from another
 * stands beside what the other would have cost for the same work.
 */
export function costGroups(rows: readonly Row[], book: RecipeBook, soil: SoilLevel, body: Body): CostGroup[] {
  const lines = rows.flatMap((row) => {
    const recipe = row.published ?? row.draft;
    return recipe ? linesOf(row.id, recipe, book, soil, body).map((line) => ({ use: recipe.use, line })) : [];
  });
  return USE_KINDS.map((use) => ({
    use,
    lines: lines
      .filter((l) => l.use === use)
      .map((l) => l.line)
      .sort((a, b) => (a.minorPerVehicle ?? Infinity) - (b.minorPerVehicle ?? Infinity)),
  })).filter((group) => group.lines.length > 0);
}

function linesOf(id: number, recipe: Recipe, book: RecipeBook, soil: SoilLevel, body: Body): CostLine[] {
  const of = inBook(recipe, book);
  const cell = cellAt(recipe, soil);
  const mix = of && takes(recipe, of, body);
  const judged = of && cell?.kind === 'mix' ? judgedAt(cell, recipe, of) : null;
  if (!of || !mix || !judged?.ok) return [];
  const line = (
    key: string,
    recipeId: number | null,
    name: string,
    productId: number,
    fraction: Fraction,
  ) => {
    const product = book.products.get(productId);
    const price = newestPrice(productId, book.containers);
    const productUl = Math.round(mix.ul * fraction);
    return {
      key,
      recipeId,
      name,
      productName: product?.name ?? '',
      fraction,
      mixUl: mix.ul,
      productUl,
      minorPerVehicle: price && costOfFill(price, productUl),
      minorPerLitre: price && costPerWorkingLitre(price, fraction),
    };
  };
  const { bottle } = judged.value;
  const own = line(String(id), id, recipe.name, recipe.productId, bottle);
  const { replaces } = of.product.record;
  const old = replaces && book.products.get(replaces.productId);
  // 1 part of it does the work of k parts of the old: the old one would have been k times as strong.
  const was = replaces && old ? equivalentFraction(bottle, 1 / replaces.k) : null;
  if (!replaces || !old || !was?.ok) return [own];
  return [own, line(`${id} old`, null, `The same work with ${old.name}`, old.id, was.value)];
}
