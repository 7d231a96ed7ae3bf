import type { MergeBody, Merged } from '#contract/ledger.ts';
import { type Contents, contentsOf, fractionIn, volumeUl } from '#core/mixing/contents.ts';
import { merge } from '#core/mixing/correct.ts';
import { refuse } from '#core/outcome.ts';
import { type Held, pourPostings } from '#core/stock/postings.ts';
import { inNotation } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { microlitres, type UnitSystem } from '#core/units/volume.ts';
import { refuseHeldBatch } from '../containers/lotHolds.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem, refusalProblem } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { shopOf } from '../shop/queries.ts';
import { waterId } from '../ware/queries.ts';
import { differenceOf } from './before.ts';
import { bookDraw, NEW_BATCH } from './book.ts';
import { type HeldGround, heldGround, singleAccounts } from './queries.ts';

const NOTHING: Held = new Map();

/** Books two leftovers of one product as one batch in the second vessel; what was no longer there was used. */
export async function bookMerge(
  tx: Queryable,
  body: MergeBody,
  who: Pick<SignedIn, 'personId'>,
  now: Date,
): Promise<Merged> {
  const show = (await shopOf(tx))?.units ?? 'metric';
  if (body.from.vesselId === body.into.vesselId) {
    const same = refuse(
      'merge.sameVessel',
      'Second bottle',
      'It is the same vessel twice.',
      'Pick two vessels.',
    );
    throw refusalProblem(same, '/from/vesselId');
  }
  const from = await sideOf(tx, body.from, '/from', show);
  const into = await sideOf(tx, body.into, '/into', show);
  const both = merge(
    { product: into.ground.productId, contents: into.kept },
    { product: from.ground.productId, contents: from.kept },
    into.ground.roomUl,
    show,
  );
  if (!both.ok) throw refusalProblem(both, '/from', 409);
  const { productUl, waterUl } = both.value;
  if (productUl !== body.shown.productUl || waterUl !== body.shown.waterUl) {
    throw new HttpProblem(409, 'mix.changed', 'The amounts shown are not what the two hold.', {
      remedy: 'Look again.',
    });
  }
  const { tap, used, waste } = await singleAccounts(tx);
  const water = await waterId(tx);
  const product = into.ground.productId;
  const heldOf = (contents: Contents): Held =>
    new Map([
      [product, contents.productUl],
      [water, contents.waterUl],
    ]);
  const fraction = fractionIn(both.value);
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
      before: [into, from].map(({ ground, kept, booked }) => ({
        account: ground.batchAccount,
        kept: heldOf(kept),
        pouredOff: NOTHING,
        used: heldOf(differenceOf(booked, kept)),
      })),
    }),
  });
  return {
    ...batch,
    totalUl: volumeUl(both.value),
    fraction,
    vesselName: into.ground.vesselName,
  };
}

type Side = { ground: HeldGround; booked: Contents; kept: Contents };

async function sideOf(
  tx: Queryable,
  { vesselId, leftUl }: MergeBody['from'],
  pointer: string,
  show: UnitSystem,
): Promise<Side> {
  const ground = await heldGround(tx, vesselId);
  const booked = ground && { productUl: microlitres(ground.productUl), waterUl: microlitres(ground.waterUl) };
  if (!ground || !booked || volumeUl(booked) === 0 || ground.others > 0) {
    const empty = refuse(
      'merge.notHeld',
      'Vessel',
      'By the books there is no leftover in it.',
      'Pick one that holds a batch.',
    );
    throw refusalProblem(empty, `${pointer}/vesselId`, 409);
  }
  await refuseHeldBatch(tx, ground.batchId, `${pointer}/vesselId`);
  if (leftUl > volumeUl(booked)) {
    const more = refuse(
      'merge.moreThanHeld',
      'How much is left',
      `By the books ${ground.vesselName} holds ${formatVolume(volumeUl(booked), show)}.`,
      `Type up to ${formatVolume(volumeUl(booked), show)}.`,
    );
    throw refusalProblem(more, `${pointer}/leftUl`);
  }
  return {
    ground,
    booked,
    kept: contentsOf(leftUl, fractionIn(booked)),
  };
}
