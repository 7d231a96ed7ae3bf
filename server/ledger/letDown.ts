import type { LetDownBody, Merged } from '#contract/ledger.ts';
import { resolveLetDown } from '#core/booking/resolveLetDown.ts';
import { volumeUl } from '#core/mixing/contents.ts';
import { pourPostings } from '#core/stock/postings.ts';
import { inNotation } from '#core/strength/strength.ts';
import { microlitres } from '#core/units/volume.ts';
import type { Queryable } from '../db/books.ts';
import { decidedAgainst, missing } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { products } from '../products/queries.ts';
import { vessels, waterId } from '../ware/queries.ts';
import { allUsed } from './before.ts';
import { bookDraw, NEW_BATCH } from './book.ts';
import { fillFacts } from './fillFacts.ts';
import { measuredParts } from './pour.ts';
import { type HeldGround, heldGround, heldOf, inVessel, singleAccounts } from './queries.ts';

/** Books a mix made from a stock solution: product and water of it move on together, and water is added. */
export async function bookLetDown(
  tx: Queryable,
  body: LetDownBody,
  who: Pick<SignedIn, 'personId' | 'role'>,
  now: Date,
): Promise<Merged> {
  const stock = await heldGround(tx, body.stockVesselId);
  const [vessel] = await vessels(tx, { id: body.vesselId });
  if (!vessel || vessel.retired) throw missing('vessel');
  const [product] = stock ? await products(tx, { id: stock.productId }) : [];
  const resolved = resolveLetDown(
    {
      ...body,
      acknowledged: body.acknowledged === true,
      measured: await measuredParts(tx, body.measured),
    },
    { stock: heldOf(stock), fill: product ? await fillFacts(tx, product, vessel, who, now) : null },
  );
  if (!resolved.ok) throw decidedAgainst(resolved);
  const { taken, waterUl, overall } = resolved.value;
  const { batchAccount, productId } = stock as HeldGround;
  const { tap, used, waste } = await singleAccounts(tx);
  const water = await waterId(tx);
  const batch = await bookDraw(tx, {
    kind: 'transfer',
    personId: who.personId,
    now,
    containerId: null,
    placeId: null,
    productId,
    vesselId: body.vesselId,
    strength: inNotation(overall, 'percent'),
    fraction: overall,
    measured: body.measured,
    estimate: body.measured.length === 0,
    useByDays: product?.record.useByDays ?? null,
    postings: pourPostings({
      mix: { productUl: microlitres(0), waterUl },
      product: productId,
      water,
      accounts: { container: NEW_BATCH, batch: NEW_BATCH, tap, used, waste },
      before: [
        ...allUsed({ earlier: await inVessel(tx, body.vesselId) }),
        {
          account: batchAccount,
          kept: new Map([
            [productId, taken.productUl],
            [water, taken.waterUl],
          ]),
          pouredOff: new Map(),
          used: new Map(),
        },
      ],
    }),
  });
  return { ...batch, totalUl: volumeUl(taken) + waterUl, fraction: overall, vesselName: vessel.name };
}
