import { Router } from 'express';
import { TRAIL_KINDS, type TrailKind, type TrailLine, type TrailPage } from '#contract/trail.ts';
import type { AppContext } from '../../appContext.ts';
import type { Queryable } from '../../db/books.ts';
import { utc } from '../../db/utc.ts';
import { problem } from '../../http/problems.ts';
import { dayIn, wholeNumber } from '../../http/readRequest.ts';
import { only } from '../../http/signedIn.ts';

const PAGE = 100;

/** The trail: everything that was allowed, corrected, found, lost or entered late, with who and why, the latest first. */
export function trailRoutes(context: AppContext): Router {
  const routes = Router();
  routes.use(only('lead'));
  routes.get('/', async (req, res) => {
    const { before, person, kind } = req.query;
    const cursor =
      before === undefined ? null : /^(\d{4}-\d\d-\d\dT[\d:.]+Z),([mop]\d{1,15})$/.exec(String(before));
    if (before !== undefined && (!cursor || Number.isNaN(Date.parse(cursor[1] ?? '')))) {
      throw problem(400, 'filter.unreadable', { name: 'before' });
    }
    const kinds = TRAIL_KINDS.filter((k) => kind === undefined || k === kind);
    if (kinds.length === 0) {
      throw problem(400, 'filter.unreadable', { name: 'kind', choices: TRAIL_KINDS });
    }
    const rows = await trail(context.books, {
      before: cursor ? { at: cursor[1] ?? '', id: cursor[2] ?? '' } : null,
      kinds,
      personId: person === undefined ? null : wholeNumber(person, 'person'),
      from: dayIn(req.query, 'from'),
      to: dayIn(req.query, 'to'),
    });
    const shown = rows.slice(0, PAGE);
    res.json({
      rows: shown,
      next: rows.length > PAGE ? endOf(shown) : null,
    } satisfies TrailPage);
  });
  return routes;
}

/** Where a page ended: by time, and among what has the same time by id. */
function endOf(shown: readonly TrailLine[]): string | null {
  const last = shown.at(-1);
  return last ? `${last.at},${last.id}` : null;
}

const ZONE = '(SELECT zone FROM shop)';

/** Those of the kinds asked for, of the shop's days asked for, after the last page. */
const PAGE_OF = `x.kind = ANY($2) AND ($6::date IS NULL OR x.at >= $6::date::timestamp AT TIME ZONE ${ZONE})
  AND ($7::date IS NULL OR x.at < ($7::date + 1)::timestamp AT TIME ZONE ${ZONE}) AND ($1::timestamptz IS NULL OR (x.at, x.id) < ($1, $5)) ORDER BY x.at DESC, x.id DESC LIMIT $4`;

type TrailQuestion = {
  before: { at: string; id: string } | null;
  kinds: readonly TrailKind[];
  personId: number | null;
  from: string | null;
  to: string | null;
};

/**
 * Three kinds of things with a name each; every part is filtered, and read from its own end no further than a page. What
 * has the same time goes by its id, everywhere alike.
 */
function trail(db: Queryable, { before, kinds, personId, from, to }: TrailQuestion): Promise<TrailLine[]> {
  return db.rows(
    `SELECT t.id, t.kind, ${utc('t.at')} AS at, CASE WHEN t.happened < t.at - interval '1 minute' THEN ${utc('t.happened')} END AS "happenedAt",
       w.name AS by, o.name AS about, p.name AS "productName", c.id AS "containerId", c.code AS "containerCode", t.movement_kind AS "movementKind",
       t.ul, t.minor, t.reason, t.note, t.amended, g.name AS "givenBy", t.rule, t.event, t.spent
     FROM (
       (SELECT * FROM (SELECT 'm' || m.id AS id, m.amended, m.booked_at AS at, m.happened_at AS happened, coalesce(m.entered_by, m.person_id) AS by_person,
          CASE WHEN m.reverses IS NOT NULL THEN (SELECT x.person_id FROM movement x WHERE x.id = m.reverses)
               WHEN m.entered_by IS NOT NULL THEN m.person_id END AS about_person,
          CASE WHEN m.reverses IS NOT NULL THEN 'takenBack' WHEN m.corrects IS NOT NULL THEN 'corrected' WHEN m.count_id IS NOT NULL THEN 'counted'
               WHEN m.reason = 'lost' THEN 'lost' WHEN m.reason = 'late' THEN 'late'
               WHEN m.kind = 'amend' THEN 'amended' WHEN m.kind = 'found' OR m.reason = 'inTheJug' THEN 'found' ELSE 'override' END AS kind,
          m.product_id, m.container_id, m.kind AS movement_kind,
          coalesce(moved.ul, 0)::bigint AS ul, coalesce(moved.minor, 0)::bigint AS minor, m.reason, m.note, v.given_by, v.rule, NULL AS event,
          NULL::boolean AS spent
        FROM movement m LEFT JOIN override v ON v.id = m.override_id LEFT JOIN account a ON a.container_id = m.container_id
        LEFT JOIN LATERAL (
          SELECT sum(CASE WHEN g.to_account = a.id THEN g.ul ELSE -g.ul END) FILTER (WHERE m.reason IS DISTINCT FROM 'inTheJug' OR g.to_account = a.id) AS ul,
            sum(CASE WHEN m.kind = 'amend' AND g.from_account = a.id THEN -g.minor ELSE g.minor END) FILTER (WHERE m.reason IS DISTINCT FROM 'inTheJug' OR g.to_account = a.id) AS minor
          FROM posting g WHERE g.movement_id = m.id AND a.id IN (g.from_account, g.to_account)
        ) moved ON true
        WHERE (m.reverses IS NOT NULL OR m.kind IN ('found', 'amend') OR m.reason IN ('inTheJug', 'late', 'lost') OR m.corrects IS NOT NULL
            OR m.count_id IS NOT NULL OR m.override_id IS NOT NULL)
          AND ($1::timestamptz IS NULL OR m.booked_at <= $1)
          AND ($3::int IS NULL OR $3 IN (m.person_id, m.entered_by))
        ) x WHERE ${PAGE_OF})
       UNION ALL
       (SELECT * FROM (SELECT 'o' || v.id AS id, NULL::jsonb, v.given_at AS at, v.given_at, v.given_by, v.asked_by, 'override' AS kind, NULL::int, NULL::int, NULL,
          0, 0, NULL, v.reason, v.given_by AS word_by, v.rule, NULL, v.spent_at IS NOT NULL
        FROM override v WHERE ($1::timestamptz IS NULL OR v.given_at <= $1) AND ($3::int IS NULL OR $3 IN (v.given_by, v.asked_by))
        ) x WHERE ${PAGE_OF})
       UNION ALL
       (SELECT * FROM (SELECT 'p' || e.id AS id, NULL::jsonb, e.at, e.at AS happened, e.by_person, e.person_id, 'crew' AS kind, NULL::int, NULL::int, NULL, 0, 0, NULL,
          e.detail, NULL::int, NULL, e.what, NULL::boolean
        FROM person_event e WHERE ($1::timestamptz IS NULL OR e.at <= $1) AND ($3::int IS NULL OR $3 IN (e.by_person, e.person_id))
        ) x WHERE ${PAGE_OF})
     ) t JOIN person w ON w.id = t.by_person LEFT JOIN person o ON o.id = t.about_person LEFT JOIN product p ON p.id = t.product_id
     LEFT JOIN container c ON c.id = t.container_id LEFT JOIN person g ON g.id = t.given_by
     ORDER BY t.at DESC, t.id DESC LIMIT $4`,
    [before?.at ?? null, kinds, personId, PAGE + 1, before?.id ?? null, from, to],
  );
}
