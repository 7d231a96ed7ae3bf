import type { RecipeVersion } from '#contract/recipes.ts';
import { recipesQuery } from './queries.ts';
import { useQuery } from './useQuery.ts';

/** The published recipes that something is needed for, by name. */
export function useNeededBy(needs: (version: RecipeVersion) => boolean): string[] {
  const { data: recipes = [] } = useQuery(recipesQuery);
  return recipes.flatMap(({ published }) => (published && needs(published) ? [published.name] : []));
}
