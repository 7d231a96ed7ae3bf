import type { DiluteStockBody, Merged } from '#contract/ledger.ts';
import { resolveDiluteStock } from '#core/booking/resolveDiluteStock.ts';
import { EMPTY, volumeUl } from '#core/mixing/contents.ts';
import { measuresFor } from '#core/mixing/ownMeasures.ts';
import { pourPostings } from '#core/stock/postings.ts';
import { inNotation } from '#core/strength/strength.ts';
import type { Queryable } from '../../db/books.ts';
import { measures } from '../../equipment/queries.ts';
import { decided, missing } from '../../http/problems.ts';
import type { SignedIn } from '../../http/signedIn.ts';
import { allUsed, movedOf } from './before.ts';
import { bookBatch, NEW_BATCH } from './book.ts';
import { fillContext, heldInVessel } from './fillContext.ts';

/** Books a mix made from a stock solution: product and water of it move on together, and water is added. */
export async function bookDilutedStock(
  tx: Queryable,
  body: DiluteStockBody,
  who: Pick<SignedIn, 'personId' | 'role'>,
  now: Date,
): Promise<Merged> {
  const stock = await heldInVessel(tx, body.stockVesselId);
  const ids = stock && { productId: stock.held.productId, vesselId: body.vesselId };
  const fill = ids ? await fillContext(tx, ids, who, now) : null;
  const { taken, waterUl, overall } = decided(
    resolveDiluteStock(
      { ...body, acknowledged: body.acknowledged === true },
      {
        stock: stock?.held ?? null,
        fill: fill?.facts ?? null,
        measures: measuresFor(await measures(tx), null),
      },
    ),
  );
  if (!stock || !fill) throw missing('vessel');
  const { water, accounts, earlier, useByDays, facts } = fill;
  const product = facts.product.id;
  const batch = await bookBatch(tx, {
    kind: 'transfer',
    personId: who.personId,
    now,
    containerId: null,
    placeId: null,
    productId: product,
    vesselId: body.vesselId,
    strength: inNotation(overall, 'percent'),
    fraction: overall,
    measured: body.measured,
    estimate: body.measured.length === 0,
    useByDays,
    postings: pourPostings({
      mix: { ...EMPTY, waterUl },
      product,
      water,
      accounts: { ...accounts, container: NEW_BATCH, batch: NEW_BATCH },
      before: [
        ...allUsed(earlier),
        {
          account: stock.account,
          kept: movedOf(product, water, taken),
          pouredOff: new Map(),
          used: new Map(),
        },
      ],
    }),
  });
  return { ...batch, totalUl: volumeUl(taken) + waterUl, fraction: overall, vesselName: facts.vessel.name };
}
