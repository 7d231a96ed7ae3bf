import type { CheckBody, Line } from '#contract/dispensers.ts';
import { checkLine, givenBefore, judgeLine, usedUl } from '#core/delivery/dispenserLine.ts';
import { bandOfLine, targetOf } from '#core/delivery/lineFit.ts';
import type { Queryable } from '../db/books.ts';
import { type HttpProblem, missing, problem, refusalProblem } from '../http/problems.ts';
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
  const [product] = await products(tx, { id: pail.productId });
  const wanted = targetOf(line);
  if (!product || !wanted) throw missing('product');
  const runs = body.runs.map(({ used, ...run }, i) => {
    const productUl = usedUl(used, product);
    if (!productUl.ok) throw refusalProblem(productUl, `/runs/${i}/used`);
    return { ...run, productUl: productUl.value };
  });
  const found = checkLine(runs);
  if (!found.ok) throw refusalProblem(found, '/runs');
  const before = givenBefore(history, pail.productId, tip.id);
  const verdict = judgeLine(found.value, {
    before,
    target: wanted,
    band: bandOfLine(product, wanted),
  });
  const at = { id: lineId, productId: pail.productId, tipId: tip.id };
  await insertCheck(tx, at, { ...body, runs }, { ...found.value, verdict }, personId, now);
  const wastedUl = runs.reduce((ul, r) => ul + r.productUl, 0);
  await bookLineWaste(tx, pail, wastedUl, personId, now);
  const [after] = await lines(tx, { id: lineId, now });
  return after as Line;
}

export function nothingOn({ name }: Line): HttpProblem {
  return problem(409, 'line.empty', { line: name });
}

const measuredSince = (who: string, current: unknown) =>
  problem(409, 'check.newer', { by: who }, { current });
