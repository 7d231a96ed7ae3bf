import type { Recipe, RecipeCell } from './recipe.ts';

/** An object in words, its keys in one order whatever order it came in. */
const plain = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) =>
    v && typeof v === 'object' && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => a.localeCompare(b)))
      : typeof v === 'string'
        ? v.trim()
        : v,
  );

/** Whether two cells say the same. */
export const sameCell = (a: RecipeCell, b: RecipeCell): boolean => plain(a) === plain(b);

/** Everything a recipe says. */
const SAYS = [
  'name',
  'productId',
  'use',
  'vesselId',
  'dialId',
  'machineId',
  'onPanel',
  'soilKinds',
  'zones',
  'film',
  'rateMlPerM2',
  'agitation',
  'rinse',
  'direction',
  'cautions',
  'cleanCheck',
  'notes',
  'cells',
] as const satisfies (keyof Recipe)[];

/** Whether two recipes say the same, whatever else is noted with either. */
export const sameRecipe = (a: Recipe, b: Recipe): boolean =>
  SAYS.every((key) => plain(a[key]) === plain(b[key]));

/**
 * What one person changed, done to what another has made of it meanwhile: each fact and each soil level that was changed
 * is as the one wants it, everything else as the other left it.
 */
export function onTopOf(before: Recipe, after: Recipe, theirs: Recipe): Recipe {
  const changed = SAYS.filter((key) => key !== 'cells' && plain(before[key]) !== plain(after[key]));
  const facts = Object.fromEntries(changed.map((key) => [key, after[key]])) as Partial<Recipe>;
  const cells = theirs.cells.map((cell) => {
    const [was, wanted] = [before, after].map((r) => r.cells.find((c) => c.soil === cell.soil));
    return was && wanted && !sameCell(was, wanted) ? wanted : cell;
  });
  return { ...theirs, ...facts, cells };
}
