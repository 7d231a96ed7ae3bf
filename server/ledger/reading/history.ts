import type { Movement, MovementKind } from '#contract/ledger.ts';
import type { Posting } from '#core/stock/postings.ts';
import type { Queryable } from '../../db/books.ts';

export type ReversalFacts = {
  id: number;
  kind: MovementKind;
  reason: string | null;
  personId: number;
  containerId: number | null;
  toContainerId: number | null;
  restContainerId: number | null;
  placeId: number | null;
  batchId: number | null;
  bookedAt: Date;
  today: boolean;
  reversedBy: number | null;
  postings: (Posting & { minor: number })[];
};

/** A movement with its postings, and whether it was booked on the shop's today. */
export async function reversalFacts(
  tx: Queryable,
  id: number,
  now: Date,
): Promise<ReversalFacts | undefined> {
  const rows = await tx.rows<ReversalFacts>(
    `SELECT m.id, m.kind, m.reason, m.person_id AS "personId", m.container_id AS "containerId", m.to_container_id AS "toContainerId",
            m.rest_container_id AS "restContainerId", m.place_id AS "placeId",
            m.batch_id AS "batchId", m.booked_at AS "bookedAt",
            (m.booked_at AT TIME ZONE s.zone)::date = ($2::timestamptz AT TIME ZONE s.zone)::date AS today,
            (SELECT r.id FROM movement r WHERE r.reverses = m.id) AS "reversedBy",
            coalesce((SELECT jsonb_agg(jsonb_build_object('product', p.product_id, 'from', p.from_account, 'to', p.to_account,
                'ul', p.ul, 'minor', p.minor) ORDER BY p.id) FROM posting p WHERE p.movement_id = m.id), '[]') AS postings
     FROM movement m, shop s WHERE m.id = $1`,
    [id, now],
  );
  return rows[0];
}

/**
 * What a movement came to at an account, or at both a pour took from: what was found in it as it was poured stands apart,
 * so that a pour shows as what was poured.
 */
export function movedAt(account: string, rest?: string): string {
  const accounts = rest ? `${account}, ${rest}` : account;
  return `
  SELECT coalesce(sum(CASE WHEN g.to_account IN (${accounts}) THEN g.ul ELSE -g.ul END) FILTER (WHERE NOT found.it), 0)::bigint AS "changeUl",
    coalesce(sum(g.ul) FILTER (WHERE found.it), 0)::bigint AS "foundUl",
    coalesce(sum(CASE WHEN m.kind = 'amend' AND g.from_account IN (${accounts}) THEN -g.minor ELSE g.minor END)
      FILTER (WHERE NOT found.it), 0)::bigint AS minor
  FROM posting g
  CROSS JOIN LATERAL (SELECT m.reason = 'inTheJug' AND m.reverses IS NULL AND g.to_account = ${account} AS it) is_found
  CROSS JOIN LATERAL (SELECT coalesce(is_found.it, false) AS it) found
  WHERE g.movement_id = m.id AND (g.from_account IN (${accounts}) OR g.to_account IN (${accounts}))`;
}

/** A container's history, newest first. */
export function containerMovements(
  db: Queryable,
  containerId: number,
  before: number,
  limit: number,
): Promise<Movement[]> {
  return db.rows(
    `SELECT m.id, m.kind, m.happened_at AS at, m.person_id AS "personId", w.name AS "personName",
            moved."changeUl", moved."foundUl", moved.minor,
            CASE WHEN m.booked_at > m.happened_at + interval '1 minute' THEN m.booked_at END AS "bookedAt",
            k.code AS "batchCode", v.name AS "vesselName", m.reason, m.note, m.amended, o.code AS "otherCode", l.name AS "toPlace",
            m.reverses, r.id AS "reversedBy"
     FROM (
       (SELECT id FROM movement WHERE container_id = $1 AND id < $2 ORDER BY id DESC LIMIT $3)
       UNION ALL (SELECT id FROM movement WHERE to_container_id = $1 AND id < $2 ORDER BY id DESC LIMIT $3)
       UNION ALL (SELECT id FROM movement WHERE rest_container_id = $1 AND id < $2 ORDER BY id DESC LIMIT $3)
     ) here JOIN movement m ON m.id = here.id
     JOIN account a ON a.container_id = $1
     CROSS JOIN LATERAL (${movedAt('a.id')}) moved
     LEFT JOIN container o ON o.id = CASE WHEN m.container_id = $1 THEN coalesce(m.to_container_id, m.rest_container_id) ELSE m.container_id END
     LEFT JOIN place l ON l.id = m.to_place_id
     JOIN person w ON w.id = m.person_id
     LEFT JOIN batch k ON k.id = m.batch_id
     LEFT JOIN vessel v ON v.id = k.vessel_id
     LEFT JOIN movement r ON r.reverses = m.id
     ORDER BY m.id DESC LIMIT $3`,
    [containerId, before, limit],
  );
}
