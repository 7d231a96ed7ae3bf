import type { CloseCountBody, Count, CountLine } from '#contract/counts.ts';
import { refuse } from '#contract/refusals.ts';
import { atLeast } from '#contract/roles.ts';
import { putAway } from '../containers/queries.ts';
import type { Queryable } from '../db/books.ts';
import { problem } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { bookMovements } from '../ledger/booking/book.ts';
import { singleAccounts } from '../ledger/booking/queries.ts';
import { type Allowed, unlessAllowed } from '../people/allowed.ts';

/**
 * Closes a count: each difference that is more than its way of counting can tell is booked with its reason. What was
 * poured since a container was looked at stays poured: the difference is booked, not the level.
 *
 * @returns the containers that changed
 */
export async function closeCount(
  tx: Queryable,
  count: Count,
  { reasons }: CloseCountBody,
  { who, now, allowed }: { who: SignedIn; now: Date; allowed: Allowed },
): Promise<number[]> {
  const different = count.lines.filter((l) => l.seen?.difference && isBooked(l));
  const reasonOf = new Map(reasons.map((r) => [r.containerId, r]));
  const [without] = different.filter((l) => !reasonOf.has(l.id));
  if (without) {
    throw problem(422, 'count.noReason', { code: without.code }, { at: '/reasons' });
  }
  const [large] = different.filter((l) => Math.abs(l.seen?.difference?.ul ?? 0) > count.thresholdUl);
  const word = large && !atLeast(who.role, 'manager') ? await allowed('count', String(count.id)) : null;
  if (large && !atLeast(who.role, 'manager') && word === null) {
    throw unlessAllowed(
      'count',
      String(count.id),
      refuse('count.large', { code: large.code, overUl: count.thresholdUl }),
    );
  }
  const { difference } = await singleAccounts(tx);
  const countedBy = await lastCountedBy(tx, count.id);
  const accounts = await accountsOf(tx, different);
  const found = different.map((line) => ({
    line,
    ul: line.seen?.difference?.ul ?? 0,
    ...accounts.get(line.id),
  }));
  const pouredSince = found.find(({ ul, heldUl = 0 }) => heldUl + ul < 0);
  if (pouredSince) {
    throw problem(409, 'count.pouredSince', { code: pouredSince.line.code });
  }
  await bookMovements(
    tx,
    found.map(({ line, ul, account = 0 }) => {
      const by = countedBy.get(line.id) ?? who.personId;
      const { reason, note = '' } = reasonOf.get(line.id) ?? {};
      return {
        kind: 'count',
        // Who looked at it found it; who closes the count enters it.
        personId: by,
        ...(by !== who.personId && { enteredBy: who.personId }),
        now,
        containerId: line.id,
        placeId: count.placeId,
        countId: count.id,
        ...(reason && { reason, note }),
        ...(word !== null && { overrideId: word }),
        postings: [
          {
            product: line.productId,
            from: ul > 0 ? difference : account,
            to: ul > 0 ? account : difference,
            ul: Math.abs(ul),
          },
        ],
      };
    }),
  );
  const gone = different.filter((line) => line.seen?.method === 'gone');
  await putAway(
    tx,
    gone.map((line) => line.id),
    now,
  );
  await tx.rows(
    'UPDATE count SET closed_at = $2, closed_by = $3, compared_at = coalesce(compared_at, $2) WHERE id = $1',
    [count.id, now, who.personId],
  );
  return different.map((l) => l.id);
}

/** What is not there is booked whatever it comes to; anything else where it is more than the way of counting can tell. */
const isBooked = ({ seen }: CountLine): boolean =>
  seen?.difference !== null &&
  seen?.difference !== undefined &&
  seen.difference.ul !== 0 &&
  seen.difference.beyond;

/** By which account each container is booked, and what that holds. */
async function accountsOf(
  tx: Queryable,
  lines: readonly CountLine[],
): Promise<Map<number, { account: number; heldUl: number }>> {
  const rows = await tx.rows<{ id: number; account: number; heldUl: number }>(
    `SELECT c.id, a.id AS account, coalesce(b.ul, 0) AS "heldUl" FROM container c JOIN account a ON a.container_id = c.id
     LEFT JOIN balance b ON b.account_id = a.id AND b.product_id = c.product_id WHERE c.id = ANY($1::int[])`,
    [lines.map((line) => line.id)],
  );
  return new Map(rows.map(({ id, ...of }) => [id, of]));
}

/** Who looked at each container last. */
async function lastCountedBy(tx: Queryable, countId: number): Promise<Map<number, number>> {
  const rows = await tx.rows<{ id: number; by: number }>(
    `SELECT DISTINCT ON (x.container_id) x.container_id AS id, x.counted_by AS by FROM count_line x WHERE x.count_id = $1
     ORDER BY x.container_id, x.id DESC`,
    [countId],
  );
  return new Map(rows.map(({ id, by }) => [id, by]));
}
