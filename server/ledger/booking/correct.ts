import type { Container } from '#contract/equipment.ts';
import type { Corrected, OnPanel } from '#contract/ledger.ts';
import type { Product } from '#contract/products.ts';
import type { MeasuredPart } from '#core/booking/measuredWith.ts';
import type { WaterKind } from '#core/mixing/hardness.ts';
import { mayMeet } from '#core/safety/mayMeet.ts';
import type { SoilLevel } from '#core/soil/soil.ts';
import { checkStock } from '#core/stock/postings.ts';
import type { Strength } from '#core/strength/notation.ts';
import { containerOf } from '../../containers/queries.ts';
import type { Queryable } from '../../db/books.ts';
import { missing, problem, refusalProblem } from '../../http/problems.ts';
import type { SignedIn } from '../../http/signedIn.ts';
import type { Allowed } from '../../people/allowed.ts';
import { products } from '../../products/queries.ts';
import { reversalFacts } from '../reading/history.ts';
import { bookBatch, NEW_BATCH } from './book.ts';
import { fillContext } from './fillContext.ts';
import { containerAccount } from './queries.ts';
import { bookReversal } from './reverse.ts';

type WrongBatch = {
  account: number;
  vesselId: number;
  vesselName: string;
  strength: Strength;
  fraction: number;
  measured: MeasuredPart[];
  estimate: boolean;
  water: WaterKind;
  panel: OnPanel | null;
  lineId: number | null;
  versionId: number | null;
  soil: SoilLevel | null;
  left: boolean;
  happenedAt: Date;
  personId: number;
  personName: string;
};

/**
 * Takes a pour back that was booked from the wrong container, and books it from the right one, in one step: what is in
 * the vessel is then what it really is. It has been poured already, so what is dangerous about it is said, not refused.
 */
export async function bookCorrection(
  tx: Queryable,
  id: number,
  body: { containerId: number; note: string },
  who: SignedIn,
  now: Date,
  allowed: Allowed,
): Promise<Corrected & { was: number | null }> {
  const known = await reversalFacts(tx, id, now);
  const batch = known?.batchId ? await wrongBatch(tx, id, known.batchId) : undefined;
  if (!known || !batch || known.kind !== 'pour' || !known.containerId) throw missing('pour');
  const right = await rightContainer(tx, body.containerId, known.containerId);
  if (batch.lineId !== null) {
    throw problem(409, 'correction.line', {});
  }
  if (known.restContainerId !== null) {
    throw problem(409, 'correction.twoSources', {});
  }
  const wrong = await containerAccount(tx, known.containerId);
  const drawnUl = known.postings.filter((p) => p.from === wrong).reduce((ul, p) => ul + p.ul, 0);
  const stock = checkStock(right.heldUl, drawnUl, right.code, 'correction');
  if (!stock.ok) throw refusalProblem(stock, '/containerId', 409);
  const [product] = await products(tx, { id: right.productId });
  if (!product) throw missing('product');
  await bookReversal(tx, id, who, now, allowed);

  const to = await containerAccount(tx, right.id);
  const [drawn] = known.postings.filter((p) => p.from === wrong);
  const wasProduct = drawn?.product ?? right.productId;
  const keptOfIt = known.postings.some(
    (p) => p.to === batch.account && p.from !== wrong && p.product === wasProduct,
  );
  const here = (account: number) => (account === batch.account ? NEW_BATCH : account);
  const booked = await bookBatch(tx, {
    kind: 'pour',
    personId: batch.personId,
    vesselId: batch.vesselId,
    strength: batch.strength,
    fraction: batch.fraction,
    measured: batch.measured,
    estimate: batch.estimate,
    water: batch.water,
    panel: batch.panel,
    happenedAt: batch.happenedAt,
    now,
    containerId: right.id,
    placeId: right.placeId,
    productId: right.productId,
    useByDays: product.record.useByDays,
    recipe:
      batch.versionId !== null && batch.soil !== null && wasProduct === right.productId
        ? { versionId: batch.versionId, soil: batch.soil, left: batch.left }
        : undefined,
    corrects: id,
    note: body.note,
    postings: known.postings
      // What was found in the wrong one was not found.
      .filter((p) => p.to !== wrong)
      .map(({ minor: _, ...p }) => {
        if (p.from === wrong) return { ...p, from: to, to: here(p.to), product: right.productId };
        const ofIt = p.from === batch.account && p.product === wasProduct && !keptOfIt;
        return { ...p, from: here(p.from), to: here(p.to), product: ofIt ? right.productId : p.product };
      }),
  });
  return {
    ...booked,
    was: known.containerId,
    productName: right.productName,
    productUl: drawnUl,
    waterUl: known.postings
      .filter((p) => p.to === batch.account && p.from !== wrong)
      .reduce((ul, p) => ul + p.ul, 0),
    pouredOffUl: 0,
    fraction: batch.fraction,
    estimate: batch.estimate,
    containerCode: right.code,
    containerKind: right.kind,
    leftUl: stock.value,
    rest: null,
    vesselName: batch.vesselName,
    personName: batch.personName,
    at: batch.happenedAt.toISOString(),
    ...(await cautionsOf(tx, product, batch.vesselId, who, now)),
  };
}

async function rightContainer(tx: Queryable, id: number, wrongId: number): Promise<Container> {
  const right = await containerOf(tx, id);
  if (!right) throw missing('container');
  if (id === wrongId) throw problem(409, 'correction.same', { code: right.code }, { at: '/containerId' });
  if (!right.openedAt) throw problem(409, 'correction.sealed', { code: right.code }, { at: '/containerId' });
  return right;
}

/** What to know about what the vessel turns out to hold: the product's own caution, and what it met in there. */
async function cautionsOf(
  tx: Queryable,
  { id, caution }: Product,
  vesselId: number,
  who: SignedIn,
  now: Date,
): Promise<Pick<Corrected, 'caution' | 'met'>> {
  const { facts } = await fillContext(tx, { productId: id, vesselId }, who, now);
  const { product, vessel } = facts;
  const met = mayMeet(product, vessel.held, { kind: 'vessel', name: vessel.name });
  return { caution, met: met.ok ? null : met };
}

async function wrongBatch(
  tx: Queryable,
  movementId: number,
  batchId: number,
): Promise<WrongBatch | undefined> {
  const rows = await tx.rows<WrongBatch>(
    `SELECT a.id AS account, k.vessel_id AS "vesselId", v.name AS "vesselName", k.strength, k.fraction, k.measured, k.estimate, k.water,
       k.panel, k.line_id AS "lineId", k.recipe_version_id AS "versionId", k.soil, k.recipe_left AS "left", m.happened_at AS "happenedAt",
       m.person_id AS "personId", w.name AS "personName"
     FROM batch k JOIN account a ON a.batch_id = k.id JOIN vessel v ON v.id = k.vessel_id JOIN movement m ON m.id = $1
     JOIN person w ON w.id = m.person_id WHERE k.id = $2`,
    [movementId, batchId],
  );
  return rows[0];
}
