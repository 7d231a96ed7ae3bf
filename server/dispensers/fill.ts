import type { LineFillBody } from '#contract/dispensers.ts';
import type { Slip } from '#contract/ledger.ts';
import { resolveLineFill } from '#core/booking/resolveLineFill.ts';
import { fractionOfRatio } from '#core/delivery/meteringTip.ts';
import { pourPostings } from '#core/stock/postings.ts';
import { type Fraction, inNotation } from '#core/strength/strength.ts';
import { microlitres } from '#core/units/volume.ts';
import type { Queryable } from '../db/books.ts';
import { decidedAgainst, missing } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { allUsed } from '../ledger/before.ts';
import { bookDraw, NEW_BATCH } from '../ledger/book.ts';
import { fillFacts } from '../ledger/fillFacts.ts';
import { pourGround } from '../ledger/queries.ts';
import { products } from '../products/queries.ts';
import { vessels } from '../ware/queries.ts';
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
  const ids = { productId: pail.productId, vesselId: body.vesselId, containerId: pail.id };
  const ground = await pourGround(tx, ids, who.personId, now);
  const [vessel] = await vessels(tx, { id: body.vesselId });
  const [product] = await products(tx, { id: pail.productId });
  if (!ground || !vessel || vessel.retired || !product) throw missing('vessel');
  const resolved = resolveLineFill(
    { ...body, strength: body.strength ?? null, acknowledged: body.acknowledged === true },
    {
      ...(await fillFacts(tx, product, vessel, who, now)),
      line: { name: line.name, ratio: check?.ratio ?? null, fault: check?.verdict.verdict === 'fault' },
      pail,
    },
  );
  if (!resolved.ok) throw decidedAgainst(resolved);
  const { productUl, totalUl, leftUl } = resolved.value;
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
    strength: body.strength ?? inNotation(fractionOfRatio(check?.ratio ?? 0), 'parts'),
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
    leftUl,
    rest: null,
    vesselName: ground.vesselName,
    personName: who.name,
    at: now.toISOString(),
  };
}
