import type { Container } from '#contract/equipment.ts';
import type { MissingContainer } from '#contract/stock.ts';
import { reversePostings } from '#core/stock/postings.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { problem } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { bookMovement } from '../ledger/booking/book.ts';
import { reversalFacts } from '../ledger/reading/history.ts';

/** The movement that wrote off what a container `c` held, because nobody could find it, and that still stands. */
const WRITTEN_OFF = `SELECT m.id, m.happened_at, m.person_id, m.note FROM movement m
  WHERE m.container_id = c.id AND m.kind = 'count' AND NOT EXISTS (SELECT FROM movement r WHERE r.reverses = m.id)
    AND (m.reason = 'lost' OR (SELECT x.method FROM count_line x WHERE x.count_id = m.count_id AND x.container_id = c.id
      ORDER BY x.id DESC LIMIT 1) = 'gone')
  ORDER BY m.id DESC LIMIT 1`;

/** Containers off the shelf because nobody could find them, the last one first. */
export const missingContainers = (db: Queryable): Promise<MissingContainer[]> =>
  db.rows(
    `SELECT c.id, c.code, p.name AS "productName", c.kind, c.size_ul AS "sizeUl", c.lot, l.name AS "placeName",
       ${utc('o.happened_at')} AS "since", w.name AS by, o.note,
       (SELECT coalesce(sum(g.ul), 0)::bigint FROM posting g JOIN account a ON a.id = g.from_account
        WHERE g.movement_id = o.id AND a.container_id = c.id) AS "lostUl"
     FROM container c JOIN LATERAL (${WRITTEN_OFF}) o ON true JOIN product p ON p.id = c.product_id JOIN place l ON l.id = c.place_id
     JOIN person w ON w.id = o.person_id WHERE c.retired_at IS NOT NULL ORDER BY o.id DESC LIMIT 200`,
  );

/** It turned up: it stands on the shelf again with what was written off, to be counted where it stands. */
export async function turnUp(
  tx: Queryable,
  container: Container,
  placeId: number,
  who: Pick<SignedIn, 'personId'>,
  now: Date,
): Promise<void> {
  if (!container.awayAt) {
    throw problem(409, 'container.onShelf', { code: container.code, place: container.placeName });
  }
  const [off] = await tx.rows<{ id: number }>(
    `SELECT o.id FROM container c, LATERAL (${WRITTEN_OFF}) o WHERE c.id = $1`,
    [container.id],
  );
  const known = off && (await reversalFacts(tx, off.id, now));
  if (known) {
    await bookMovement(tx, {
      kind: 'reversal',
      personId: who.personId,
      now,
      reverses: known.id,
      containerId: container.id,
      placeId: container.placeId,
      postings: reversePostings(known.postings),
    });
  }
  await tx.rows(
    'UPDATE container SET retired_at = NULL, place_id = $2, revision = revision + 1 WHERE id = $1',
    [container.id, placeId],
  );
}
