import type { PourBody, Slip } from '#contract/ledger.ts';
import { solveMix } from '#core/mixing/solveMix.ts';
import { checkStock, pourPostings } from '#core/stock/postings.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { microlitres } from '#core/units/volume.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem, refusalProblem } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { bookDraw, NEW_BATCH, type PourGround, pourGround } from './queries.ts';

/** Works the mix out again, checks that it can be poured as things stand, and books it. */
export async function bookPour(
  tx: Queryable,
  body: PourBody,
  who: Pick<SignedIn, 'personId' | 'name'>,
  now: Date,
): Promise<Slip> {
  const ground = await pourGround(tx, body);
  if (!ground) throw gone('Product, vessel or container', '', 'is not there any more');
  checkWare(ground, body);

  const fraction = fractionOf(body.strength);
  if (!fraction.ok) throw refusalProblem(fraction, '/strength');
  const { state, brimfulUl, fillLimitUl, smallestUl, units: show } = ground;
  const mix = solveMix({
    state,
    fraction: fraction.value,
    vessel: { brimfulUl, fillLimitUl, smallestUl },
    totalUl: microlitres(body.totalUl),
    show,
  });
  if (!mix.ok) throw refusalProblem(mix, mix.code.startsWith('total.') ? '/totalUl' : '/strength');
  const { waterUl, productUl } = mix.value;
  if (waterUl !== body.shown.waterUl || productUl !== body.shown.productUl) {
    throw new HttpProblem(409, 'mix.changed', 'The amounts shown are not the ones this mix needs.', {
      remedy: `Look again: ${formatVolume(waterUl, show)} water, then ${formatVolume(productUl, show)} product.`,
    });
  }
  const left = checkStock(ground.heldUl, productUl, ground.containerCode, show);
  if (!left.ok) throw refusalProblem(left, '/containerId', 409);

  const { containerAccount: container, tap, used, waterId: water, earlier } = ground;
  const { movementId, batchCode } = await bookDraw(tx, {
    personId: who.personId,
    now,
    containerId: body.containerId,
    placeId: ground.placeId,
    productId: body.productId,
    vesselId: body.vesselId,
    strength: body.strength,
    fraction: fraction.value,
    postings: pourPostings({
      mix: mix.value,
      product: body.productId,
      water,
      accounts: { container, batch: NEW_BATCH, tap, used },
      earlier: earlier && {
        batch: earlier.batch,
        leftover: new Map(earlier.held.map((h) => [h.product, h.ul])),
      },
    }),
  });
  return {
    movementId,
    batchCode,
    productName: ground.productName,
    productUl,
    waterUl,
    containerCode: ground.containerCode,
    containerKind: ground.containerKind,
    leftUl: left.value,
    vesselName: ground.vesselName,
    personName: who.name,
    at: now.toISOString(),
  };
}

function checkWare(ground: PourGround, { productId }: PourBody): void {
  if (ground.productRetired) throw gone('Product', '/productId', 'has been retired');
  if (ground.vesselRetired) throw gone('Vessel', '/vesselId', 'has been retired');
  if (ground.containerRetired) throw gone('Container', '/containerId', 'has been put away');
  if (ground.containerProductId !== productId) {
    throw gone('Container', '/containerId', `${ground.containerCode} holds a different product`);
  }
  if (!ground.opened) throw gone('Container', '/containerId', `${ground.containerCode} is not open yet`);
}

function gone(field: string, pointer: string, why: string): HttpProblem {
  const message = why.startsWith('P-') ? `${field}: ${why}.` : `${field} ${why}.`;
  const remedy = 'Choose another from the list.';
  return new HttpProblem(409, 'ware.unusable', message, { remedy, errors: [{ pointer, message, remedy }] });
}
