import type { CheckBody, Line } from '#contract/dispensers.ts';
import { checkLine, givenBefore, judgeLine } from '#core/delivery/dispenserLine.ts';
import { bandOfUse, nearestTo } from '#core/products/uses.ts';
import { fractionOf } from '#core/strength/strength.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem, missing, refusalProblem } from '../http/problems.ts';
import { products } from '../products/queries.ts';
import { checks, insertCheck, lines } from './queries.ts';
import { bookLineWaste } from './waste.ts';

/** Works out what a line gives, judges it, keeps it, and books what was collected as waste. */
export async function bookCheck(
  tx: Queryable,
  lineId: number,
  body: CheckBody,
  personId: number,
  now: Date,
): Promise<Line> {
  const [line] = await lines(tx, { id: lineId, now });
  if (!line) throw missing('line');
  const { pail, tip, target } = line;
  if (!pail || !tip || !target) throw nothingOn(line);
  const history = await checks(tx, lineId);
  if (line.check && line.check.id !== body.seen) throw measuredSince(line.check.personName, line.check);
  const found = checkLine(body.runs);
  if (!found.ok) throw refusalProblem(found, '/runs');
  const [product] = await products(tx, { id: pail.productId });
  const wanted = fractionOf(target);
  if (!product || !wanted.ok) throw missing('product');
  const entry = nearestTo(product.labelEntries, wanted.value);
  const before = givenBefore(history, pail.productId, tip.id);
  const verdict = judgeLine(found.value, {
    before,
    target: wanted.value,
    band: entry ? bandOfUse(product.labelEntries, entry.use, entry.basis) : null,
  });
  const at = { id: lineId, productId: pail.productId, tipId: tip.id };
  await insertCheck(tx, at, body, { ...found.value, verdict }, personId, now);
  const usedUl = body.runs.reduce((ul, r) => ul + r.productUl, 0);
  await bookLineWaste(tx, pail, usedUl, personId, now);
  const [after] = await lines(tx, { id: lineId, now });
  return after as Line;
}

export function nothingOn({ name }: Line): HttpProblem {
  const message = `Nothing hangs on ${name} yet.`;
  return new HttpProblem(409, 'line.empty', message, {
    remedy: 'Do a changeover first: match a pail to it and fit a tip.',
  });
}

const measuredSince = (who: string, current: unknown) =>
  new HttpProblem(409, 'check.newer', `${who} verified this line in between.`, {
    remedy: 'Look at both. Yours is kept too if you save it again, and counts from then on.',
    current,
  });
