import type { LineFillBody } from '#contract/dispensers.ts';
import type { Slip } from '#contract/ledger.ts';
import { resolveLineFill } from '#core/booking/resolveLineFill.ts';
import { fractionOfRatio } from '#core/delivery/meteringTip.ts';
import { pourPostings } from '#core/stock/postings.ts';
import { type Fraction, inNotation } from '#core/strength/strength.ts';
import { microlitres } from '#core/units/volume.ts';
import { sourcesOf } from '../containers/queries.ts';
import type { Queryable } from '../db/books.ts';
import { decided, missing } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { allUsed } from '../ledger/booking/before.ts';
import { bookBatch, NEW_BATCH } from '../ledger/booking/book.ts';
import { fillContext } from '../ledger/booking/fillContext.ts';
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
  const { productId: product } = pail;
  const fill = await fillContext(tx, { productId: product, vesselId: body.vesselId }, who, now);
  const [container] = await sourcesOf(tx, pail.id);
  if (!container) throw missing('container');
  const { productUl, totalUl, leftUl } = decided(
    resolveLineFill(
      { ...body, strength: body.strength ?? null, acknowledged: body.acknowledged === true },
      {
        ...fill.facts,
        line: { name: line.name, ratio: check?.ratio ?? null, fault: check?.verdict.verdict === 'fault' },
        pail,
      },
    ),
  );
  const { facts, accounts, water, earlier, useByDays } = fill;
  const fraction = (productUl / totalUl) as Fraction;
  const waterUl = microlitres(totalUl - productUl);
  const batch = await bookBatch(tx, {
    kind: 'pour',
    personId: who.personId,
    now,
    containerId: pail.id,
    placeId: container.placeId,
    productId: product,
    vesselId: body.vesselId,
    strength: body.strength ?? inNotation(fractionOfRatio(check?.ratio ?? 0), 'parts'),
    fraction,
    measured: [],
    estimate: false,
    lineId: line.id,
    useByDays,
    postings: pourPostings({
      mix: { productUl, waterUl },
      product,
      water,
      accounts: { ...accounts, container: container.accountId, batch: NEW_BATCH },
      before: allUsed(earlier),
    }),
  });
  return {
    ...batch,
    productName: facts.product.name,
    productUl,
    waterUl,
    pouredOffUl: 0,
    fraction,
    estimate: false,
    containerCode: container.code,
    containerKind: container.kind,
    leftUl,
    rest: null,
    vesselName: facts.vessel.name,
    personName: who.name,
    at: now.toISOString(),
  };
}
