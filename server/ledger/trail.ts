import { Router } from 'express';
import { TRAIL_KINDS, type TrailKind, type TrailLine, type TrailPage } from '#contract/trail.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import type { House } from '../house.ts';
import { wholeNumber } from '../http/door.ts';
import { HttpProblem } from '../http/problems.ts';
import { only } from '../http/signedIn.ts';

const PAGE = 100;

/** The trail: everything that was allowed, corrected, found, lost or entered late, with who and why, the latest first. */
export function trailRoutes(house: House): Router {
  const routes = Router();
  routes.use(only('lead'));
  routes.get('/', async (req, res) => {
    const { before, person, kind } = req.query;
    if (before !== undefined && (typeof before !== 'string' || Number.isNaN(Date.parse(before)))) {
      throw new HttpProblem(400, 'filter.unreadable', '"before" is not a time.', {
        remedy: 'Give a time such as 2026-05-04T09:30:00Z.',
      });
    }
    const kinds = TRAIL_KINDS.filter((k) => kind === undefined || k === kind);
    if (kinds.length === 0) {
      throw new HttpProblem(400, 'filter.unreadable', '"kind" can’t be filtered by what was asked.', {
        remedy: `Choose one of: ${TRAIL_KINDS.join(', ')}.`,
      });
    }
    const rows = await trail(house.books, {
      before: before ?? null,
      kinds,
      personId: person === undefined ? null : wholeNumber(person, 'person'),
    });
    const shown = rows.slice(0, PAGE);
    res.json({
      rows: shown,
      next: rows.length > PAGE ? (shown.at(-1)?.at ?? null) : null,
    } satisfies TrailPage);
  });
  return routes;
}

type Asked = { before: string | null; kinds: readonly TrailKind[]; personId: number | null };

/** Three kinds of things with a name each; every part is read from its own end, no further than a page. */
function trail(db: Queryable, { before, kinds, personId }: Asked): Promise<TrailLine[]> {
  return db.rows(
    `SELECT t.id, t.kind, ${utc('t.at')} AS at, CASE WHEN t.happened < t.at - interval '1 minute' THEN ${utc('t.happened')} END AS "happenedAt",
       w.name AS by, o.name AS about, p.name AS "productName", c.id AS "containerId", c.code AS "containerCode", t.movement_kind AS "movementKind",
       t.ul, t.minor, t.reason, t.note, g.name AS "givenBy", t.rule, t.event, t.spent
     FROM (
       (SELECT 'm' || m.id AS id, m.booked_at AS at, m.happened_at AS happened, coalesce(m.entered_by, m.person_id) AS by_person,
          CASE WHEN m.reverses IS NOT NULL THEN (SELECT x.person_id FROM movement x WHERE x.id = m.reverses)
               WHEN m.entered_by IS NOT NULL THEN m.person_id END AS about_person,
          CASE WHEN m.reverses IS NOT NULL THEN 'takenBack' WHEN m.corrects IS NOT NULL THEN 'corrected' WHEN m.count_id IS NOT NULL THEN 'counted'
               WHEN m.reason = 'lost' THEN 'lost' WHEN m.reason = 'late' THEN 'late'
               WHEN m.kind = 'found' OR m.reason = 'inTheJug' THEN 'found' ELSE 'override' END AS kind,
          m.product_id, m.container_id, m.kind AS movement_kind,
          coalesce(moved.ul, 0)::bigint AS ul, coalesce(moved.minor, 0)::bigint AS minor, m.reason, m.note, v.given_by, v.rule, NULL AS event,
          NULL::boolean AS spent
        FROM movement m LEFT JOIN override v ON v.id = m.override_id LEFT JOIN account a ON a.container_id = m.container_id
        LEFT JOIN LATERAL (
          SELECT sum(CASE WHEN g.to_account = a.id THEN g.ul ELSE -g.ul END) FILTER (WHERE m.reason IS DISTINCT FROM 'inTheJug' OR g.to_account = a.id) AS ul,
            sum(g.minor) FILTER (WHERE m.reason IS DISTINCT FROM 'inTheJug' OR g.to_account = a.id) AS minor
          FROM posting g WHERE g.movement_id = m.id AND a.id IN (g.from_account, g.to_account)
        ) moved ON true
        WHERE (m.reverses IS NOT NULL OR m.kind = 'found' OR m.reason IN ('inTheJug', 'late', 'lost') OR m.corrects IS NOT NULL
            OR m.count_id IS NOT NULL OR m.override_id IS NOT NULL)
          AND ($1::timestamptz IS NULL OR m.booked_at < $1)
          AND ($3::int IS NULL OR $3 IN (m.person_id, m.entered_by))
        ORDER BY m.booked_at DESC, m.id DESC LIMIT $4)
       UNION ALL
       (SELECT 'o' || v.id, v.given_at, v.given_at, v.given_by, v.asked_by, 'override', NULL, NULL, NULL, 0, 0, NULL, v.reason, v.given_by, v.rule,
          NULL, v.spent_at IS NOT NULL
        FROM override v WHERE ($1::timestamptz IS NULL OR v.given_at < $1) AND ($3::int IS NULL OR $3 IN (v.given_by, v.asked_by))
        ORDER BY v.given_at DESC, v.id DESC LIMIT $4)
       UNION ALL
       (SELECT 'p' || e.id, e.at, e.at, e.by_person, e.person_id, 'crew', NULL, NULL, NULL, 0, 0, NULL, e.detail, NULL, NULL, e.what, NULL
        FROM person_event e WHERE ($1::timestamptz IS NULL OR e.at < $1) AND ($3::int IS NULL OR $3 IN (e.by_person, e.person_id))
        ORDER BY e.at DESC, e.id DESC LIMIT $4)
     ) t JOIN person w ON w.id = t.by_person LEFT JOIN person o ON o.id = t.about_person LEFT JOIN product p ON p.id = t.product_id
     LEFT JOIN container c ON c.id = t.container_id LEFT JOIN person g ON g.id = t.given_by
     WHERE t.kind = ANY($2) ORDER BY t.at DESC, t.id DESC LIMIT $4`,
    [before, kinds, personId, PAGE + 1],
  );
}
