import type { MergeBody, Merged } from '#contract/ledger.ts';
import { contentsIn } from '#core/booking/heldIn.ts';
import { resolveMerge } from '#core/booking/resolveMerge.ts';
import { EMPTY, fractionIn, minus, volumeUl } from '#core/mixing/contents.ts';
import { pourPostings } from '#core/stock/postings.ts';
import { inNotation } from '#core/strength/strength.ts';
import { microlitres } from '#core/units/volume.ts';
import type { Queryable } from '../../db/books.ts';
import { waterId } from '../../equipment/queries.ts';
import { decided, missing } from '../../http/problems.ts';
import type { SignedIn } from '../../http/signedIn.ts';
import { movedOf } from './before.ts';
import { bookBatch, NEW_BATCH } from './book.ts';
import { heldInVessel } from './fillContext.ts';
import { singleAccounts } from './queries.ts';

/** Books two leftovers of one product as one batch in the second vessel; what was no longer there was used. */
export async function bookMerge(
  tx: Queryable,
  body: MergeBody,
  who: Pick<SignedIn, 'personId'>,
  now: Date,
): Promise<Merged> {
  const from = await heldInVessel(tx, body.from.vesselId);
  const into = await heldInVessel(tx, body.into.vesselId);
  const shown = {
    productUl: microlitres(body.shown.productUl),
    waterUl: microlitres(body.shown.waterUl),
  };
  const { together, ...kept } = decided(
    resolveMerge(
      { ...body, shown },
      { from: from?.held ?? null, into: into?.held ?? null, roomUl: into?.roomUl ?? 0 },
    ),
  );
  if (!from || !into) throw missing('vessel');
  const { productId: product, vesselName } = into.held;
  const water = await waterId(tx);
  const fraction = fractionIn(together);
  const batch = await bookBatch(tx, {
    kind: 'transfer',
    personId: who.personId,
    now,
    containerId: null,
    placeId: null,
    productId: product,
    vesselId: body.into.vesselId,
    strength: inNotation(fraction, 'percent'),
    fraction,
    measured: [],
    estimate: false,
    useByDays: null,
    postings: pourPostings({
      mix: EMPTY,
      product,
      water,
      accounts: { ...(await singleAccounts(tx)), container: NEW_BATCH, batch: NEW_BATCH },
      before: [
        { side: into, kept: kept.into },
        { side: from, kept: kept.from },
      ].map(({ side, kept }) => ({
        account: side.account,
        kept: movedOf(product, water, kept),
        pouredOff: new Map(),
        used: movedOf(product, water, minus(contentsIn(side.held), kept)),
      })),
    }),
  });
  return { ...batch, totalUl: volumeUl(together), fraction, vesselName };
}
