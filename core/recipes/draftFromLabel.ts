import { labelFor } from '../mixing/labelFor.ts';
import { isSuction } from '../products/record.ts';
import { type LabelEnd, labelEnds } from '../strength/labelStrength.ts';
import type { Strength } from '../strength/notation.ts';
import { firstDraft } from './firstDraft.ts';
import type { MixCell, Recipe } from './recipe.ts';
import { type RecipeProduct, type RecipeVessel, standardsOf } from './standards.ts';

/** A product with its label's strengths as they are written, ends and all. */
export type LabelledProduct = Omit<RecipeProduct, 'labelEntries'> & {
  readonly labelEntries: readonly (RecipeProduct['labelEntries'][number] & {
    readonly strength: Strength;
    readonly upTo: Strength | null;
    readonly upToFraction: number | null;
  })[];
};

/** How a recipe is set up, before it says how strong. */
export type RecipeSetting = Pick<Recipe, 'use' | 'dialId' | 'machineId' | 'onPanel'>;

/**
 * A first draft of all levels from the label of a product, for a use in a vessel, by {@link firstDraft}.
 *
 * @returns null where the label has no strength for the use
 */
export function draftFromLabel(
  setting: RecipeSetting,
  product: LabelledProduct,
  vessel: RecipeVessel | null,
): MixCell[] | null {
  const { use } = setting;
  const panel = vessel !== null && isSuction(vessel.kind) && setting.onPanel;
  const meant = labelFor(
    product.labelEntries.filter((e) => e.use === use),
    vessel?.kind ?? null,
  );
  const entries: LabelEnd<LabelledProduct['labelEntries'][number]>[] = labelEnds(meant)
    .filter((e) => (e.basis === 'panel') === panel)
    .sort((a, b) => a.fraction - b.fraction);
  const [weakest, strongest] = [entries[0], entries.at(-1)];
  const standards = vessel && standardsOf(setting, product, vessel);
  const band = standards?.bands.find((b) => (b.basis === 'panel') === panel);
  if (!weakest || !strongest || !band) return null;
  const known = product.uses.find((u) => u.kind === use) ?? null;
  return firstDraft(
    { least: band.least, most: band.most, ends: [weakest.strength, strongest.strength] },
    panel,
    known?.panelCeiling ?? null,
    standards?.q ?? 1,
    known?.dwell ?? null,
  );
}
