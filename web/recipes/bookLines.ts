import type { RecipeRow } from '#contract/recipes.ts';
import { zonesOfUse } from '#core/planning/vehicleLiquid.ts';
import type { Family } from '#core/products/family.ts';
import { USE_NAMES } from '#core/products/uses.ts';
import type { SoilKind } from '#core/soil/soil.ts';
import type { Zone } from '#core/soil/zones.ts';
import { t } from '../lib/speech.ts';
import { type BookFacts, now } from './useBook.ts';

/** What the book is narrowed to; null: everything. */
export type BookFilter = {
  text: string;
  soil: SoilKind | null;
  family: Family | null;
  zone: Zone | null;
  draftsOnly: boolean;
};

export const SORTS = ['product', 'name', 'use', 'changed'] as const;
export type BookSort = (typeof SORTS)[number];

/** A line of the book: a recipe, or the product whose uses follow. */
export type BookLine =
  | { kind: 'product'; productId: number; name: string; rows: RecipeRow[] }
  | { kind: 'recipe'; row: RecipeRow };

/** The recipes that are left by a filter. A recipe that names no soil is for any, one that names no zone for its use's. */
export function filterBook(
  rows: readonly RecipeRow[],
  { products }: Pick<BookFacts, 'products'>,
  { text, soil, family, zone, draftsOnly }: BookFilter,
): RecipeRow[] {
  const wanted = text.trim().toLowerCase();
  return rows.filter((row) => {
    const recipe = now(row);
    const product = products.get(recipe.productId);
    const zones = recipe.zones.length > 0 ? recipe.zones : zonesOfUse(recipe.use);
    const words = `${recipe.name} ${product?.name} ${t(USE_NAMES[recipe.use])} ${row.code}`.toLowerCase();
    return (
      (soil === null || recipe.soilKinds.length === 0 || recipe.soilKinds.includes(soil)) &&
      (family === null || product?.record.family === family) &&
      (zone === null || zones.includes(zone)) &&
      (!draftsOnly || row.draft !== null) &&
      (wanted === '' || words.includes(wanted))
    );
  });
}

/** The book's lines in an order; by product, each product is named once above its uses. */
export function linesOf(
  rows: readonly RecipeRow[],
  { products }: Pick<BookFacts, 'products'>,
  sort: BookSort,
): BookLine[] {
  const productOf = (row: RecipeRow) => products.get(now(row).productId)?.name ?? '';
  const key: Record<BookSort, (row: RecipeRow) => string> = {
    product: productOf,
    name: (row) => now(row).name,
    use: (row) => t(USE_NAMES[now(row).use]),
    changed: (row) => now(row).savedAt,
  };
  const of = key[sort];
  const way = sort === 'changed' ? -1 : 1;
  const sorted = [...rows].sort(
    (a, b) => way * of(a).localeCompare(of(b)) || now(a).name.localeCompare(now(b).name),
  );
  if (sort !== 'product') return sorted.map((row) => ({ kind: 'recipe', row }));
  const lines: BookLine[] = [];
  let under: RecipeRow[] = [];
  for (const [i, row] of sorted.entries()) {
    const { productId } = now(row);
    const above = sorted[i - 1];
    if (!above || now(above).productId !== productId) {
      under = [];
      lines.push({ kind: 'product', productId, name: productOf(row), rows: under });
    }
    under.push(row);
    lines.push({ kind: 'recipe', row });
  }
  return lines;
}
