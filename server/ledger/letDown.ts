import type { LetDownBody, Merged } from '#contract/ledger.ts';
import { contentsOf, fractionIn, volumeUl } from '#core/mixing/contents.ts';
import { asMeasured, isMeasurable, planPours } from '#core/mixing/planPour.ts';
import { refuse } from '#core/outcome.ts';
import { checkStock, type Held, pourPostings } from '#core/stock/postings.ts';
import { type Fraction, fractionOf, inNotation } from '#core/strength/strength.ts';
import { microlitres } from '#core/units/volume.ts';
import { refuseHeldBatch } from '../containers/lotHolds.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem, missing, refusalProblem } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { isSignedOff } from '../people/signOffs.ts';
import { openNotes } from '../products/notes.ts';
import { products } from '../products/queries.ts';
import { shopOf } from '../shop/queries.ts';
import { vessels, waterId } from '../ware/queries.ts';
import { allUsed } from './before.ts';
import { bookDraw, NEW_BATCH } from './book.ts';
import { refuseMeetingIn } from './meeting.ts';
import { measuredParts } from './pour.ts';
import { refuseUnfit } from './pourRefusals.ts';
import { heldGround, inVessel, singleAccounts } from './queries.ts';

const NOTHING: Held = new Map();

/** Books a mix made from a stock solution: product and water of it move on together, and water is added. */
export async function bookLetDown(
  tx: Queryable,
  body: LetDownBody,
  who: Pick<SignedIn, 'personId' | 'role'>,
  now: Date,
): Promise<Merged> {
  const show = (await shopOf(tx))?.units ?? 'metric';
  const stock = await heldGround(tx, body.stockVesselId);
  const [vessel] = await vessels(tx, { id: body.vesselId });
  if (!vessel || vessel.retired) throw missing('vessel');
  const held = stock && { productUl: microlitres(stock.productUl), waterUl: microlitres(stock.waterUl) };
  if (!stock || !held || volumeUl(held) === 0 || body.stockVesselId === body.vesselId) {
    const none = refuse(
      'stock.none',
      'Stock solution',
      'By the books there is none in it.',
      'Make the stock solution first.',
    );
    throw refusalProblem(none, '/stockVesselId', 409);
  }
  await refuseHeldBatch(tx, stock.batchId, '/stockVesselId');
  await refuseMeetingIn(tx, stock.productId, body.vesselId);
  const [product] = await products(tx, { id: stock.productId });
  if (!product) throw missing('product');
  const signedOff = await isSignedOff(tx, who.personId, product.id, now);
  const notes = await openNotes(tx, who.personId, product.id);
  refuseUnfit(
    { productName: product.name, record: product.record, signedOff, notes },
    who,
    body.acknowledged,
  );
  const use = fractionOf(body.strength);
  if (!use.ok) throw refusalProblem(use, '/strength');
  const plans = planPours({
    state: 'concentrate',
    fraction: use.value,
    vessel: {
      brimfulUl: microlitres(vessel.brimfulUl),
      fillLimitUl: microlitres(vessel.fillLimitUl - vessel.displacementUl),
      smallestUl: microlitres(vessel.smallestUl),
    },
    totalUl: microlitres(body.totalUl),
    start: null,
    show,
  });
  if (!plans.ok) throw refusalProblem(plans, plans.code.startsWith('total.') ? '/totalUl' : '/strength');
  const { stockUl, waterUl } = body.shown;
  const parts = await measuredParts(tx, body.measured);
  const [plan] = plans.value;
  const asRead = plan && isMeasurable(plan, stockUl, parts) ? asMeasured(plan, stockUl) : null;
  if (!asRead || parts.length !== body.measured.length || asRead.waterUl !== waterUl) {
    throw new HttpProblem(409, 'mix.changed', 'The amounts shown are not the ones this mix needs.', {
      remedy: 'Look again.',
    });
  }
  const left = checkStock(volumeUl(held), stockUl, stock.batchCode, show);
  if (!left.ok) throw refusalProblem(left, '/stockVesselId', 409);

  const taken = contentsOf(stockUl, fractionIn(held));
  const { tap, used, waste } = await singleAccounts(tx);
  const water = await waterId(tx);
  const overall = (taken.productUl / (stockUl + waterUl)) as Fraction;
  const batch = await bookDraw(tx, {
    kind: 'transfer',
    personId: who.personId,
    now,
    containerId: null,
    placeId: null,
    productId: stock.productId,
    vesselId: body.vesselId,
    strength: inNotation(overall, 'percent'),
    fraction: overall,
    measured: body.measured,
    estimate: body.measured.length === 0,
    useByDays: product.record.useByDays,
    postings: pourPostings({
      mix: { productUl: microlitres(0), waterUl: microlitres(waterUl) },
      product: stock.productId,
      water,
      accounts: { container: NEW_BATCH, batch: NEW_BATCH, tap, used, waste },
      before: [
        ...allUsed({ earlier: await inVessel(tx, body.vesselId) }),
        {
          account: stock.batchAccount,
          kept: new Map([
            [stock.productId, taken.productUl],
            [water, taken.waterUl],
          ]),
          pouredOff: NOTHING,
          used: NOTHING,
        },
      ],
    }),
  });
  return { ...batch, totalUl: stockUl + waterUl, fraction: overall, vesselName: vessel.name };
}
