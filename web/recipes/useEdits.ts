import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { create } from 'zustand';
import { contentOf, type RecipeRow } from '#contract/recipes.ts';
import type { Recipe } from '#core/recipes/recipe.ts';
import { onTopOf, sameRecipe } from '#core/recipes/same.ts';
import { ApiProblem, post } from '../lib/api.ts';
import { onHandOver } from '../state/handOver.ts';
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
onHandOver(() => useSteps.setState({ steps: [] }));

/** Someone else changed a recipe in between: how it is now, how it would be, and what was being done. */
export type Clash = { edit: Edit; current: RecipeRow; mine: Recipe; undoing: boolean };

type Content = { recipeId: number; recipe: Recipe };
type Change = { edit: Edit; before: Content[]; after: Content[]; undoing: boolean };

/** Changes go to the server one after the other, each on top of what became of the one before. */
let inTurn: Promise<unknown> = Promise.resolve();
/** How many changes of a recipe are still on their way, and what it will be once they are all there. */
const onTheirWay = new Map<number, number>();
const newest = new Map<number, Recipe>();

/**
 * Changes recipes from the book, as drafts, and takes changes back. A change shows at once and is sent in turn. Nothing
 * is lost where someone else was quicker: what was being done is kept, to be done to their version or to be let go.
 */
export function useEdits() {
  const { steps, push, pop } = useSteps();
  const [clash, setClash] = useState<Clash | null>(null);
  const mutation = useMutation({
    mutationFn: async (change: Change) => {
      const { edit, before, after, undoing } = change;
      const rows = queryClient.getQueryData(recipesQuery.queryKey) ?? [];
      const changes = after.map(({ recipeId, recipe }) => ({
        recipeId,
        revision: rows.find((row) => row.id === recipeId)?.revision ?? 0,
        recipe,
      }));
      try {
        settle(await post<RecipeRow[]>('/recipes/drafts', { changes }), change);
      } catch (error) {
        // It was not done after all.
        if (undoing) push({ label: edit.label, before: after });
        else pop();
        settle([], change);
        void queryClient.invalidateQueries(recipesQuery);
        const current =
          error instanceof ApiProblem && error.problem.code === 'revision.old' ? error.problem.current : null;
        if (!current) throw error;
        const row = current as RecipeRow;
        const find = (all: Content[], id: number) => all.find((c) => c.recipeId === id)?.recipe;
        const apply = (recipe: Recipe, id: number) => {
          const [was, wanted] = [find(before, id), find(after, id)];
          return was && wanted ? onTopOf(was, wanted, recipe) : recipe;
        };
        const mine = apply(contentOf(now(row)), row.id);
        setClash({ edit: { ...edit, apply }, current: row, mine, undoing });
      }
    },
  });

  const make = async (edit: Edit, undoing: boolean): Promise<void> => {
    const all = await queryClient.ensureQueryData(recipesQuery);
    const before = all
      .filter((row) => edit.recipeIds.includes(row.id))
      .map((row) => ({ recipeId: row.id, recipe: newest.get(row.id) ?? contentOf(now(row)) }));
    const after = before.map(({ recipeId, recipe }) => ({ recipeId, recipe: edit.apply(recipe, recipeId) }));
    show(after);
    if (undoing) pop();
    else push({ label: edit.label, before });
    inTurn = inTurn
      .then(() => mutation.mutateAsync({ edit, before, after, undoing }))
      // What went wrong stands under the book.
      .catch(() => undefined);
  };

  const last = steps.at(-1) ?? null;
  return {
    edit: (wanted: Edit) => make(wanted, false),
    saving: mutation.isPending,
    error: mutation.error,
    forgetError: mutation.reset,
    last,
    undo: () => {
      if (!last) return;
      const before = new Map(last.before.map((b) => [b.recipeId, b.recipe]));
      const apply = (recipe: Recipe, id: number) => before.get(id) ?? recipe;
      void make({ label: last.label, recipeIds: [...before.keys()], apply }, true);
    },
    clash,
    takeTheirs: () => setClash(null),
    keepMine: async () => {
      if (!clash) return;
      setClash(null);
      await queryClient.refetchQueries(recipesQuery);
      await make(clash.edit, clash.undoing);
    },
  };
}

/** Shows what recipes are to be before the server has said so. */
function show(after: readonly Content[]): void {
  for (const { recipeId, recipe } of after) {
    onTheirWay.set(recipeId, (onTheirWay.get(recipeId) ?? 0) + 1);
    newest.set(recipeId, recipe);
  }
  queryClient.setQueryData(recipesQuery.queryKey, (rows) =>
    rows?.map((row) => {
      const next = after.find((a) => a.recipeId === row.id)?.recipe;
      if (!next) return row;
      const same = row.published !== null && sameRecipe(row.published, next);
      return { ...row, draft: same ? null : { ...now(row), ...next } };
    }),
  );
}

/** Puts what was saved where the book reads it; of a recipe with more changes on their way, only which revision it is. */
function settle(saved: readonly RecipeRow[], { after }: Change): void {
  for (const { recipeId } of after) {
    const left = (onTheirWay.get(recipeId) ?? 1) - 1;
    onTheirWay.set(recipeId, left);
    if (left === 0 || saved.length === 0) newest.delete(recipeId);
  }
  queryClient.setQueryData(recipesQuery.queryKey, (rows) =>
    rows?.map((row) => {
      const done = saved.find((s) => s.id === row.id);
      if (!done) return row;
      return (onTheirWay.get(row.id) ?? 0) > 0 ? { ...row, revision: done.revision } : done;
    }),
  );
}
