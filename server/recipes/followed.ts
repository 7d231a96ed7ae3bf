import type { PourBody } from '#contract/ledger.ts';
import { deliveryOf } from '#core/products/record.ts';
import { cellAt } from '#core/recipes/recipe.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { formatStrength } from '#core/strength/formatStrength.ts';
import { fractionOf } from '#core/strength/strength.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem } from '../http/problems.ts';
import { vessels } from '../ware/queries.ts';
import { versionOf } from './queries.ts';

const LEAVE = 'Or leave the recipe: the batch then says so.';
/** A bottle worked out from the panel and back again is off by rounding only. */
const SAME = 1e-6;

/**
 * Refuses a pour that says it follows a recipe and does not: one never published, one that was changed or retired since,
 * another product, another strength, or a vessel that delivers it another way.
 *
 * @param q the draw it reaches the panel at; 1 without a cannon
 */
export async function refuseUnfollowed(
  tx: Queryable,
  by: NonNullable<PourBody['recipe']>,
  { productId, vesselId }: Pick<PourBody, 'productId' | 'vesselId'>,
  fraction: number,
  q: number,
): Promise<void> {
  const found = await versionOf(tx, by.versionId);
  if (!found) throw no('recipe.unknown', 'There is no such recipe.', 'Choose one from the list.');
  const { version, recipe, newest } = found;
  if (!version.publishedAt) {
    throw no(
      'recipe.unpublished',
      `${version.name} is a draft: it is not published yet.`,
      'Have a manager publish it, or choose one that is.',
    );
  }
  if (by.left) return;
  if (recipe.retired)
    throw no('recipe.retired', `${version.name} has been retired.`, `Choose another. ${LEAVE}`);
  const now = recipe.published ?? version;
  const cell = cellAt(now, by.soil);
  const soil = SOIL_NAMES[by.soil];
  if (!newest) {
    const says = cell?.kind === 'mix' ? `At ${soil} it says ${formatStrength(cell.strength)} now.` : '';
    throw no(
      'recipe.changed',
      `${now.name} has been changed in between. ${says}`.trim(),
      `Look again. ${LEAVE}`,
    );
  }
  if (cell?.kind !== 'mix') {
    const instead = cell?.instead ? ` Instead: ${cell.instead}` : '';
    throw no(
      'recipe.notForThis',
      `${now.name} is not for ${soil}.${instead}`,
      `Choose another level. ${LEAVE}`,
    );
  }
  const f = fractionOf(cell.strength);
  const meant = f.ok ? (now.onPanel ? f.value / q : f.value) : 0;
  const wrong =
    now.productId !== productId
      ? 'names another product'
      : Math.abs(fraction / meant - 1) > SAME
        ? `says ${formatStrength(cell.strength)}${now.onPanel ? ' on the panel' : ''} at ${soil}`
        : (await sameDelivery(tx, now.vesselId, vesselId))
          ? null
          : 'is put on another way than from this vessel';
  if (wrong) throw no('recipe.notFollowed', `${now.name} ${wrong}.`, `Look again. ${LEAVE}`);
}

async function sameDelivery(tx: Queryable, meantId: number, vesselId: number): Promise<boolean> {
  if (meantId === vesselId) return true;
  const [meant] = await vessels(tx, { id: meantId });
  const [vessel] = await vessels(tx, { id: vesselId });
  return meant !== undefined && vessel !== undefined && deliveryOf(meant.kind) === deliveryOf(vessel.kind);
}

function no(code: string, message: string, remedy: string): HttpProblem {
  return new HttpProblem(409, code, message, { remedy, errors: [{ pointer: '/recipe', message, remedy }] });
}
