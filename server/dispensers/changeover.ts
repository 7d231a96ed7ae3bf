import type { ChangeoverBody, Line } from '#contract/dispensers.ts';
import { mayDispense } from '#core/delivery/mayDispense.ts';
import { mayMeet } from '#core/safety/mayMeet.ts';
import { fractionOf } from '#core/strength/strength.ts';
import type { Queryable } from '../db/books.ts';
import { missing, problem, refusalProblem } from '../http/problems.ts';
import { products } from '../products/queries.ts';
import { shopOf } from '../shop/queries.ts';
import { lines, tips } from './queries.ts';
import { bookLineWaste } from './waste.ts';

type Pail = {
  id: number;
  code: string;
  productId: number;
  heldUl: number;
  opened: boolean;
  retired: boolean;
};

/** Hangs a pail on a line: matched by both codes, the old product flushed out, fit to be dispensed, labelled. */
export async function bookChangeover(
  tx: Queryable,
  lineId: number,
  body: ChangeoverBody,
  personId: number,
  now: Date,
): Promise<Line> {
  const [line] = await lines(tx, { id: lineId, now });
  if (!line || line.retired) throw missing('line');
  if (codeOf(body.lineCode) !== line.code) {
    throw problem(409, 'line.mismatch', { typed: body.lineCode, code: line.code }, { at: '/lineCode' });
  }
  const pail = await pailBy(tx, codeOf(body.containerCode));
  if (!pail || pail.retired) {
    throw problem(409, 'pail.unknown', { typed: body.containerCode }, { at: '/containerCode' });
  }
  if (!pail.opened) throw problem(409, 'pail.sealed', { code: pail.code }, { at: '/containerCode' });
  const [product] = await products(tx, { id: pail.productId });
  if (!product) throw missing('product');
  const shop = await shopOf(tx);
  const may = mayDispense(product, shop?.glass === 'line');
  if (!may.ok) throw refusalProblem(may, '/containerCode', 409);
  const tip = (await tips(tx, {})).find((t) => t.id === body.tipId && t.deviceId === line.deviceId);
  if (!tip) throw problem(409, 'tip.unknown', {}, { at: '/tipId' });
  const target = fractionOf(body.target);
  if (!target.ok) throw refusalProblem(target, '/target');
  const other = line.pail !== null && line.pail.productId !== pail.productId;
  if (other && !body.flushed) {
    const [last] = await products(tx, { id: line.pail?.productId ?? 0 });
    const met = mayMeet(product, last ? [last] : [], { kind: 'line', name: line.name });
    if (!met.ok) throw refusalProblem(met, '/flushed', 409);
    throw problem(409, 'line.notFlushed', { product: line.pail?.productName ?? '' }, { at: '/flushed' });
  }
  if (!body.labelled) throw problem(409, 'line.notLabelled', {}, { at: '/labelled' });
  if (line.pail) await bookLineWaste(tx, line.pail, body.discardUl, personId, now);
  const renewed = other || line.tip?.id !== tip.id;
  await tx.rows(
    `UPDATE dispenser_line SET container_id = $2, tip_id = $3, target = $4,
       changed_at = CASE WHEN $5 THEN $6 ELSE changed_at END, revision = revision + 1 WHERE id = $1`,
    [lineId, pail.id, tip.id, JSON.stringify(body.target), renewed, now],
  );
  await tx.rows(
    `INSERT INTO changeover (line_id, from_container_id, to_container_id, tip_id, flushed, person_id, changed_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7)`,
    [lineId, line.pail?.id ?? null, pail.id, tip.id, body.flushed, personId, now],
  );
  const [after] = await lines(tx, { id: lineId, now });
  return after as Line;
}

const codeOf = (typed: string): string => typed.trim().toUpperCase();

async function pailBy(tx: Queryable, code: string): Promise<Pail | undefined> {
  const rows = await tx.rows<Pail>(
    `SELECT c.id, c.code, c.product_id AS "productId", coalesce(b.ul, 0) AS "heldUl", c.opened_at IS NOT NULL AS opened,
            c.retired_at IS NOT NULL AS retired
     FROM container c JOIN account a ON a.container_id = c.id
     LEFT JOIN balance b ON b.account_id = a.id AND b.product_id = c.product_id WHERE c.code = $1`,
    [code],
  );
  return rows[0];
}
