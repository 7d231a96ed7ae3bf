import type { LineFillBody } from '#contract/dispensers.ts';
import type { Slip } from '#contract/ledger.ts';
import { dispenserFill } from '#core/delivery/dispenserFill.ts';
import { fractionOfRatio } from '#core/delivery/meteringTip.ts';
import { checkStock, pourPostings } from '#core/stock/postings.ts';
import { type Fraction, fractionOf, inNotation } from '#core/strength/strength.ts';
import { microlitres } from '#core/units/volume.ts';
import { refuseHeld } from '../containers/lotHolds.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem, missing, refusalProblem } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { allUsed } from '../ledger/before.ts';
import { bookDraw, NEW_BATCH } from '../ledger/book.ts';
import { refuseMeetingIn } from '../ledger/meeting.ts';
import { refuseUnfit } from '../ledger/pourRefusals.ts';
import { pourGround } from '../ledger/queries.ts';
import { nothingOn } from './check.ts';
import { lines } from './queries.ts';

/** Books a fill from a line: product is the fraction that was measured of what came out, whatever the tip promises. */
export async function bookLineFill(
  tx: Queryable,
  body: LineFillBody,
  who: Pick<SignedIn, 'personId' | 'name' | 'role'>,
  now: Date,
): Promise<Slip> {
  const [line] = await lines(tx, { id: body.lineId, now });
  if (!line || line.retired) throw missing('line');
  const { pail, check } = line;
  if (!pail) throw nothingOn(line);
  if (!check) throw unverified(line.name, 'has not been verified with this product and this tip');
  if (check.verdict.verdict === 'fault') throw unverified(line.name, 'had a fault when it was last verified');
  const ids = { productId: pail.productId, vesselId: body.vesselId, containerId: pail.id };
  const ground = await pourGround(tx, ids, who.personId, now);
  if (!ground || ground.vesselRetired) throw missing('vessel');
  refuseHeld(ground.containerCode, ground.onHold, '/lineId');
  await refuseMeetingIn(tx, pail.productId, body.vesselId);
  refuseUnfit(ground, who, body.acknowledged);
  const wanted = body.strength ? fractionOf(body.strength) : null;
  if (wanted && !wanted.ok) throw refusalProblem(wanted, '/strength');
  const room = ground.fillLimitUl - ground.displacementUl;
  const given = fractionOfRatio(check.ratio);
  const fill = dispenserFill(
    given,
    microlitres(body.totalUl),
    wanted?.ok ? wanted.value : null,
    room,
    ground.units,
  );
  if (!fill.ok) throw refusalProblem(fill, fill.field === 'Strength' ? '/strength' : '/totalUl');
  const { lineUl, productUl, addUl, totalUl } = fill.value;
  const { shown } = body;
  if (shown.lineUl !== lineUl || shown.productUl !== productUl || shown.addUl !== addUl) {
    throw new HttpProblem(
      409,
      'mix.changed',
      'The line gives something else than was shown: it was verified in between.',
      {
        remedy: 'Look again.',
      },
    );
  }
  const left = checkStock(ground.heldUl, productUl, ground.containerCode, ground.units);
  if (!left.ok) throw refusalProblem(left, '/lineId', 409);
  const { containerAccount: container, tap, used, waste, waterId: water } = ground;
  const fraction = (productUl / totalUl) as Fraction;
  const waterUl = microlitres(totalUl - productUl);
  const batch = await bookDraw(tx, {
    kind: 'draw',
    personId: who.personId,
    now,
    containerId: pail.id,
    placeId: ground.placeId,
    productId: pail.productId,
    vesselId: body.vesselId,
    strength: body.strength ?? inNotation(given, 'parts'),
    fraction,
    measured: [],
    estimate: false,
    lineId: line.id,
    useByDays: ground.record.useByDays,
    postings: pourPostings({
      mix: { productUl, waterUl },
      product: pail.productId,
      water,
      accounts: { container, batch: NEW_BATCH, tap, used, waste },
      before: allUsed(ground),
    }),
  });
  return {
    ...batch,
    productName: ground.productName,
    productUl,
    waterUl,
    pouredOffUl: 0,
    fraction,
    estimate: false,
    containerCode: ground.containerCode,
    containerKind: ground.containerKind,
    leftUl: left.value,
    rest: null,
    vesselName: ground.vesselName,
    personName: who.name,
    at: now.toISOString(),
  };
}

const unverified = (name: string, why: string) =>
  new HttpProblem(409, 'line.unverified', `${name} ${why}.`, {
    remedy: 'Verify it in Rigs first, or mix by hand.',
  });
