import type { MergeBody, Merged } from '#contract/ledger.ts';
import { resolveMerge } from '#core/booking/resolveMerge.ts';
import { type Contents, fractionIn, volumeUl } from '#core/mixing/contents.ts';
import { type Held, pourPostings } from '#core/stock/postings.ts';
import { inNotation } from '#core/strength/strength.ts';
import { microlitres } from '#core/units/volume.ts';
import type { Queryable } from '../db/books.ts';
import { decidedAgainst } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { shopOf } from '../shop/queries.ts';
import { waterId } from '../ware/queries.ts';
import { differenceOf } from './before.ts';
import { bookDraw, NEW_BATCH } from './book.ts';
import { type HeldGround, heldGround, heldOf, singleAccounts } from './queries.ts';

/** Books two leftovers of one product as one batch in the second vessel; what was no longer there was used. */
export async function bookMerge(
  tx: Queryable,
  body: MergeBody,
  who: Pick<SignedIn, 'personId'>,
  now: Date,
): Promise<Merged> {
  const units = (await shopOf(tx))?.units ?? 'metric';
  const from = await heldGround(tx, body.from.vesselId);
  const into = await heldGround(tx, body.into.vesselId);
  const shown = {
    productUl: microlitres(body.shown.productUl),
    waterUl: microlitres(body.shown.waterUl),
  };
  const resolved = resolveMerge(
    { from: body.from, into: body.into, shown },
    { from: heldOf(from), into: heldOf(into), roomUl: into?.roomUl ?? 0, units },
  );
  if (!resolved.ok) throw decidedAgainst(resolved);
  const { together } = resolved.value;
  const { productId: product, vesselName } = into as HeldGround;
  const { tap, used, waste } = await singleAccounts(tx);
  const water = await waterId(tx);
  const moved = ({ productUl, waterUl }: Contents): Held =>
    new Map([
      [product, productUl],
      [water, waterUl],
    ]);
  const fraction = fractionIn(together);
  const batch = await bookDraw(tx, {
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
      mix: { productUl: microlitres(0), waterUl: microlitres(0) },
      product,
      water,
      accounts: { container: NEW_BATCH, batch: NEW_BATCH, tap, used, waste },
      before: [
        { ground: into as HeldGround, kept: resolved.value.into },
        { ground: from as HeldGround, kept: resolved.value.from },
      ].map(({ ground, kept }) => ({
        account: ground.batchAccount,
        kept: moved(kept),
        pouredOff: new Map(),
        used: moved(differenceOf(heldOf(ground)?.contents ?? kept, kept)),
      })),
    }),
  });
  return { ...batch, totalUl: volumeUl(together), fraction, vesselName };
}
