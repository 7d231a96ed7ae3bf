import type { Container } from '#contract/equipment.ts';
import { atLeast } from '#contract/roles.ts';
import type { ReceiptBody } from '#contract/stock.ts';
import { mayUseLot } from '#core/stock/lotHold.ts';
import { correctReceipt, type Receipt } from '#core/stock/receipt.ts';
import type { Queryable } from '../db/books.ts';
import { supplierCalled } from '../deliveries/suppliers.ts';
import { problem, refusalProblem } from '../http/problems.ts';
import { bookMovement } from '../ledger/booking/book.ts';
import { containerAccount, singleAccounts } from '../ledger/booking/queries.ts';
import type { ContainerCommand } from './refuse.ts';

/** Puts right what a container came with. What was decanted from it is of the same lot and good for as long. */
export async function amendReceipt(asked: ContainerCommand<ReceiptBody>): Promise<void> {
  const { tx, container, body, who, now } = asked;
  if (container.decantedFrom) {
    throw problem(409, 'receipt.decanted', { code: container.code, from: container.decantedFrom });
  }
  const { sizeUl, lot, priceMinor, bestBefore, supplier } = container;
  const was: Receipt = { sizeUl, lot, priceMinor, bestBefore, supplier };
  const is: Receipt = {
    sizeUl: body.sizeUl,
    lot: body.lot.trim(),
    priceMinor: body.priceMinor,
    bestBefore: body.bestBefore,
    supplier: body.supplier?.trim() ?? null,
  };
  if ((supplier === null) !== (is.supplier === null)) {
    throw problem(
      409,
      'receipt.supplier',
      { code: container.code, came: supplier !== null },
      { at: '/supplier' },
    );
  }
  const { cameFull, touched } = await sinceItCame(tx, container.id);
  const right = correctReceipt(
    was,
    is,
    { code: container.code, heldUl: container.heldUl, cameFull, touched },
    body.reason,
  );
  if (!right.ok)
    throw refusalProblem(
      right,
      right.code === 'receipt.same' ? '' : right.code === 'receipt.noReason' ? '/reason' : '/sizeUl',
      409,
    );
  const { change, heldUl } = right.value;
  const held = mayUseLot(container.code, container.onHold);
  if (change.lot && !held.ok && !atLeast(who.role, 'manager')) {
    throw problem(
      409,
      'lot.keeps',
      { code: container.code, lot: container.onHold?.lot ?? '' },
      { at: '/lot' },
    );
  }
  await writeReceipt(tx, container.id, was, is);
  if (change.supplier && is.supplier) {
    await tx.rows(
      'UPDATE delivery SET supplier_id = $2 WHERE id = (SELECT delivery_id FROM container WHERE id = $1)',
      [container.id, await supplierCalled(tx, is.supplier)],
    );
  }
  const revalued = change.sizeUl !== undefined || change.priceMinor !== undefined;
  await bookMovement(tx, {
    kind: 'amend',
    personId: who.personId,
    now,
    containerId: container.id,
    placeId: container.placeId,
    note: body.reason,
    amended: change,
    postings: revalued ? await afresh(tx, container, heldUl) : [],
  });
}

/** All that is in it comes in afresh, at what it costs now, and what the books had goes out at what that cost. */
async function afresh(tx: Queryable, { id, productId: product, heldUl, heldMinor }: Container, isUl: number) {
  const { supplier } = await singleAccounts(tx);
  const account = await containerAccount(tx, id);
  return [
    ...(isUl > 0 ? [{ product, from: supplier, to: account, ul: isUl }] : []),
    ...(heldUl > 0 ? [{ product, from: account, to: supplier, ul: heldUl, minor: heldMinor }] : []),
  ];
}

async function writeReceipt(tx: Queryable, id: number, was: Receipt, is: Receipt): Promise<void> {
  await tx.rows(
    `UPDATE container SET size_ul = $2, lot = $3, price_minor = $4, best_before = $5, revision = revision + 1 WHERE id = $1`,
    [id, is.sizeUl, is.lot, is.priceMinor, is.bestBefore],
  );
  await tx.rows(
    `WITH RECURSIVE out_of_it AS (
       SELECT id FROM container WHERE decanted_from = $1
       UNION SELECT c.id FROM container c JOIN out_of_it o ON c.decanted_from = o.id
     )
     UPDATE container SET lot = CASE WHEN lot = $2 THEN $3 ELSE lot END,
       best_before = CASE WHEN best_before IS NOT DISTINCT FROM $4::date THEN $5::date ELSE best_before END, revision = revision + 1
     WHERE id IN (SELECT id FROM out_of_it) AND ($2 <> $3 OR $4::date IS DISTINCT FROM $5::date)`,
    [id, was.lot, is.lot, was.bestBefore, is.bestBefore],
  );
}

/** Whether it came full, and whether anything was booked on it since that stands, but for where it stands and its receipt. */
async function sinceItCame(tx: Queryable, id: number): Promise<{ cameFull: boolean; touched: boolean }> {
  const [row] = await tx.rows<{ cameFull: boolean; touched: boolean }>(
    `WITH here AS (
       SELECT m.id, m.kind FROM movement m
       WHERE (m.container_id = $1 OR m.to_container_id = $1 OR m.rest_container_id = $1) AND m.reverses IS NULL
         AND m.kind NOT IN ('amend', 'open', 'transfer') AND NOT EXISTS (SELECT FROM movement r WHERE r.reverses = m.id)
     )
     SELECT coalesce((SELECT kind FROM here ORDER BY id LIMIT 1), '') = 'receive' AS "cameFull",
       (SELECT count(*) FROM here) > 1 AS touched`,
    [id],
  );
  return row ?? { cameFull: false, touched: true };
}
