import type { VesselKind } from '../mixing/outlines.ts';
import { accept, at, type Outcome, refuse } from '../outcome.ts';
import { deliveryOf } from '../products/record.ts';
import type { SoilLevel } from '../soil/soil.ts';
import { type Fraction, fractionOf } from '../strength/strength.ts';
import { cellAt, type MixCell, type Recipe } from './recipe.ts';

/** What a mix says it is made by: a version of a recipe at a soil level, or that it was left on the way. */
export type FollowRequest = { readonly soil: SoilLevel; readonly left: boolean };

type Version = Recipe & { readonly versionId: number };

/** A recipe as it is known when a mix by it is booked. */
export type FollowFacts = {
  /** The version it is mixed by. */
  readonly version: Version & { readonly publishedAt: string | null };
  /** The version that is published now; null where none is. */
  readonly published: Version | null;
  readonly retired: boolean;
  /** The kind of vessel the recipe names. */
  readonly vesselKind: VesselKind;
};

/** What is really mixed: of which product, how strong in the vessel, and what of that reaches the panel. */
export type ReallyMixed = {
  readonly productId: number;
  readonly fraction: Fraction;
  readonly vesselKind: VesselKind;
  /** What a cannon or a gun draws; 1 where the vessel delivers what is in it as it is. */
  readonly q: number;
};

/** A bottle worked out from the panel and back again is off by rounding only. */
const SAME = 1e-6;

/** What a recipe says for a soil level, where it may be mixed at all. */
export function mixAt({ name, cells }: Pick<Recipe, 'name' | 'cells'>, soil: SoilLevel): Outcome<MixCell> {
  const cell = cellAt({ cells }, soil);
  if (cell?.kind === 'mix') return accept(cell);
  return refuse('recipe.notForThis', { recipe: name, soil, instead: cell?.instead ?? '' });
}

/**
 * Whether a mix that says it follows a recipe does: the recipe is published and was not changed or retired since, and it
 * names this product at this strength, put on the way this vessel does. One that was left on the way is only named.
 *
 * @returns a refusal at `/recipe`
 */
export function mayFollow(
  asked: FollowRequest,
  facts: FollowFacts | null,
  mixed: ReallyMixed,
): Outcome<null> {
  const no: typeof refuse = (code, facts) => at('/recipe', refuse(code, facts));
  if (!facts) return no('recipe.unknown', {});
  const { version, published, retired, vesselKind } = facts;
  if (!version.publishedAt || !published) {
    return no('recipe.unpublished', { recipe: version.name });
  }
  if (asked.left) return accept(null);
  if (retired) return no('recipe.retired', { recipe: version.name });
  const cell = mixAt(published, asked.soil);
  const { soil } = asked;
  if (published.versionId !== version.versionId) {
    const strength = cell.ok ? cell.value.strength : null;
    return no('recipe.changed', { recipe: published.name, soil, strength });
  }
  if (!cell.ok) return at('/recipe', cell);
  const f = fractionOf(cell.value.strength);
  const meant = f.ok ? (published.onPanel ? f.value / mixed.q : f.value) : 0;
  const wrong =
    published.productId !== mixed.productId
      ? 'product'
      : Math.abs(mixed.fraction / meant - 1) > SAME
        ? published.onPanel
          ? 'panel'
          : 'bottle'
        : deliveryOf(vesselKind) === deliveryOf(mixed.vesselKind)
          ? null
          : 'delivery';
  if (wrong)
    return no('recipe.notFollowed', { recipe: published.name, soil, wrong, strength: cell.value.strength });
  return accept(null);
}
