import { useMemo } from 'react';
import type { Container, Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { RecipeRow, RecipeVersion } from '#contract/recipes.ts';
import type { Device } from '#contract/rigs.ts';
import type { OutcomeKind } from '#core/recipes/outcomes.ts';
import type { Grounded as GroundedIn, RecipeBook } from '#core/recipes/vehicleCost.ts';
import type { SoilLevel } from '#core/soil/soil.ts';
import {
  containersQuery,
  devicesQuery,
  productsQuery,
  recipeOutcomesQuery,
  recipesQuery,
  retiredQuery,
  vesselsQuery,
} from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';

/** The book, with all that its recipes stand on. */
export type Book = {
  rows: RecipeRow[];
  ground: BookGround;
};

/** What recipes name by number, whether in use or retired. */
export type BookGround = RecipeBook<Product, Vessel> & {
  machines: ReadonlyMap<number, Device>;
  containers: Container[];
  /** What was noted at a recipe's soil level at the strength it has now, newest first. */
  noted: (recipeId: number, soil: SoilLevel) => readonly OutcomeKind[];
};

export type Grounded = GroundedIn<Product, Vessel>;

/** A recipe as it is being worked on, else as it is published. */
export const now = (row: RecipeRow): RecipeVersion => (row.draft ?? row.published) as RecipeVersion;

const NONE: OutcomeKind[] = [];

/** The book, or why it could not be had; both null while it is on its way. */
export function useBook(): { book: Book | null; error: Error | null } {
  const recipes = useQuery(recipesQuery);
  const { ground, error } = useBookGround();
  const book = useMemo(
    () => (recipes.data && ground ? { rows: recipes.data, ground } : null),
    [recipes.data, ground],
  );
  return { book, error: recipes.error ?? error };
}

/** What recipes stand on, without the recipes. */
export function useBookGround(): { ground: BookGround | null; error: Error | null } {
  const products = useQuery(productsQuery);
  const vessels = useQuery(vesselsQuery);
  const devices = useQuery(devicesQuery);
  const containers = useQuery(containersQuery);
  const outcomes = useQuery(recipeOutcomesQuery);
  // A recipe may still name what was retired since.
  const oldProducts = useQuery(retiredQuery<Product>('products'));
  const oldVessels = useQuery(retiredQuery<Vessel>('vessels'));
  const ground = useMemo(() => {
    if (!products.data || !vessels.data || !devices.data || !containers.data || !outcomes.data) return null;
    if (!oldProducts.data || !oldVessels.data) return null;
    const noted = new Map(outcomes.data.map((o) => [`${o.recipeId} ${o.soil}`, o.kinds]));
    return {
      products: byId([...oldProducts.data, ...products.data]),
      vessels: byId([...oldVessels.data, ...vessels.data]),
      machines: byId(devices.data),
      containers: containers.data,
      noted: (recipeId: number, soil: SoilLevel) => noted.get(`${recipeId} ${soil}`) ?? NONE,
    };
  }, [
    products.data,
    vessels.data,
    devices.data,
    containers.data,
    outcomes.data,
    oldProducts.data,
    oldVessels.data,
  ]);
  const all = [products, vessels, devices, containers, outcomes, oldProducts, oldVessels];
  return { ground, error: all.find((q) => q.error)?.error ?? null };
}

const byId = <R extends { id: number }>(rows: readonly R[]): Map<number, R> =>
  new Map(rows.map((row) => [row.id, row]));
