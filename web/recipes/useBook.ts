import { useMemo } from 'react';
import type { Container, Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { RecipeRow, RecipeVersion } from '#contract/recipes.ts';
import type { Device } from '#contract/rigs.ts';
import type { OutcomeKind } from '#core/recipes/outcomes.ts';
import type { InBook as InBookOf, RecipeBook } from '#core/recipes/vehicleCost.ts';
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
import { useAsked } from '../state/useAsked.ts';

/** The book, with all that its recipes stand on. */
export type Book = {
  rows: RecipeRow[];
  facts: BookFacts;
};

/** What recipes name by number, whether in use or retired. */
export type BookFacts = RecipeBook<Product, Vessel> & {
  machines: ReadonlyMap<number, Device>;
  containers: Container[];
  /** What was noted at a recipe's soil level at the strength it has now, newest first. */
  noted: (recipeId: number, soil: SoilLevel) => readonly OutcomeKind[];
};

export type InBook = InBookOf<Product, Vessel>;

/** A recipe as it is being worked on, else as it is published. */
export const now = (row: RecipeRow): RecipeVersion => (row.draft ?? row.published) as RecipeVersion;

const NONE: OutcomeKind[] = [];

/** The book. */
export function useBook(): Book {
  const [rows] = useAsked(recipesQuery);
  const facts = useBookFacts();
  return useMemo(() => ({ rows, facts }), [rows, facts]);
}

/** What recipes stand on; a recipe may still name what was retired since. */
export const BOOK_FACTS = [
  productsQuery,
  vesselsQuery,
  devicesQuery,
  containersQuery,
  recipeOutcomesQuery,
  retiredQuery<Product>('products'),
  retiredQuery<Vessel>('vessels'),
] as const;

/** What the book is read from. */
export const BOOK = [recipesQuery, ...BOOK_FACTS] as const;

/** What recipes stand on, without the recipes. */
export function useBookFacts(): BookFacts {
  const [products, vessels, devices, containers, outcomes, oldProducts, oldVessels] = useAsked(...BOOK_FACTS);
  return useMemo(() => {
    const noted = new Map(outcomes.map((o) => [`${o.recipeId} ${o.soil}`, o.kinds]));
    return {
      products: byId([...oldProducts, ...products]),
      vessels: byId([...oldVessels, ...vessels]),
      machines: byId(devices),
      containers,
      noted: (recipeId: number, soil: SoilLevel) => noted.get(`${recipeId} ${soil}`) ?? NONE,
    };
  }, [products, vessels, devices, containers, outcomes, oldProducts, oldVessels]);
}

const byId = <R extends { id: number }>(rows: readonly R[]): Map<number, R> =>
  new Map(rows.map((row) => [row.id, row]));
