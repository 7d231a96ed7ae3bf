import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { create } from 'zustand';
import { contentOf, type RecipeRow } from '#contract/recipes.ts';
import type { Recipe } from '#core/recipes/recipe.ts';
import { ApiProblem, post } from '../app/api.ts';
import { queryClient, recipesQuery } from '../state/queries.ts';
import { now } from './useBook.ts';

/** A change to some recipes: how each becomes what it is to be, from whatever it is by then. */
export type Edit = {
  label: string;
  recipeIds: number[];
  apply: (recipe: Recipe, recipeId: number) => Recipe;
};

/** What was done in the book since it was opened here, the last one on top, with what was there before. */
type Step = { label: string; before: { recipeId: number; recipe: Recipe }[] };
type Steps = { steps: Step[]; push: (step: Step) => void; pop: () => void };
const useSteps = create<Steps>()((set) => ({
  steps: [],
  push: (step) => set(({ steps }) => ({ steps: [...steps, step].slice(-MOST_STEPS) })),
  pop: () => set(({ steps }) => ({ steps: steps.slice(0, -1) })),
}));
const MOST_STEPS = 50;

/** Someone else changed a recipe in between: how it is now, how it would be, and what was being done. */
export type Clash = { edit: Edit; current: RecipeRow; mine: Recipe; undoing: boolean };

/**
 * Changes recipes from the book, as drafts, and takes changes back. Nothing is lost where someone else was quicker: what
 * was being done is kept, to be done to their version or to be let go.
 */
export function useEdits() {
  const { steps, push, pop } = useSteps();
  const [clash, setClash] = useState<Clash | null>(null);
  const mutation = useMutation({
    mutationFn: async ({ edit, rows, undoing }: { edit: Edit; rows: RecipeRow[]; undoing: boolean }) => {
      const changes = rows.map((row) => ({
        recipeId: row.id,
        revision: row.revision,
        recipe: edit.apply(contentOf(now(row)), row.id),
      }));
      try {
        const saved = await post<RecipeRow[]>('/recipes/drafts', { changes });
        put(saved);
        if (undoing) pop();
        else {
          push({
            label: edit.label,
            before: rows.map((row) => ({ recipeId: row.id, recipe: contentOf(now(row)) })),
          });
        }
        return saved;
      } catch (error) {
        const current =
          error instanceof ApiProblem && error.problem.code === 'revision.old' ? error.problem.current : null;
        if (!current) throw error;
        const row = current as RecipeRow;
        setClash({ edit, current: row, mine: edit.apply(contentOf(now(row)), row.id), undoing });
        return null;
      }
    },
  });

  const edit = async (wanted: Edit) =>
    mutation.mutateAsync({ edit: wanted, rows: await rowsOf(wanted.recipeIds), undoing: false });

  const last = steps.at(-1) ?? null;
  return {
    edit,
    saving: mutation.isPending,
    error: mutation.error,
    forgetError: mutation.reset,
    last,
    undo: () => {
      if (!last) return;
      const before = new Map(last.before.map((b) => [b.recipeId, b.recipe]));
      const back: Edit = {
        label: last.label,
        recipeIds: [...before.keys()],
        apply: (recipe, id) => before.get(id) ?? recipe,
      };
      void rowsOf(back.recipeIds).then((rows) => mutation.mutate({ edit: back, rows, undoing: true }));
    },
    clash,
    takeTheirs: () => {
      if (clash) put([clash.current]);
      setClash(null);
    },
    keepMine: async () => {
      if (!clash) return;
      const { edit: wanted, undoing } = clash;
      setClash(null);
      await queryClient.refetchQueries(recipesQuery);
      mutation.mutate({ edit: wanted, rows: await rowsOf(wanted.recipeIds), undoing });
    },
  };
}

/** Recipes as they are known here, or asked for where none are yet. */
async function rowsOf(ids: readonly number[]): Promise<RecipeRow[]> {
  const all = await queryClient.ensureQueryData(recipesQuery);
  return all.filter((row) => ids.includes(row.id));
}

/** Puts what was saved where the book reads it, without asking for all of it again. */
function put(saved: readonly RecipeRow[]): void {
  queryClient.setQueryData(recipesQuery.queryKey, (rows) =>
    rows?.map((row) => saved.find((s) => s.id === row.id) ?? row),
  );
}
