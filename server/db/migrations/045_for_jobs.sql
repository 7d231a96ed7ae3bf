-- Of what was poured on a day, how much was mixed for a vehicle on the list: the list tells that part of what comes.
ALTER TABLE day_use ADD COLUMN for_jobs_ul bigint NOT NULL DEFAULT 0;

CREATE OR REPLACE FUNCTION keep_balances() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  -- Rows first, at nothing: a check is made on the row an upsert proposes, which a draw would fail.
  INSERT INTO balance (account_id, product_id, ul, physical)
  SELECT a.id, p.product_id, 0, a.physical FROM added p JOIN account a ON a.id = p.from_account
  UNION
  SELECT a.id, p.product_id, 0, a.physical FROM added p JOIN account a ON a.id = p.to_account
  ON CONFLICT (account_id, product_id) DO NOTHING;

  UPDATE balance b SET
    ul = b.ul + change.ul,
    minor = b.minor + change.minor,
    basis_ul = CASE WHEN change.afresh THEN b.ul + change.ul ELSE b.basis_ul END,
    basis_minor = CASE WHEN change.afresh THEN b.minor + change.minor ELSE b.basis_minor END
  FROM (
    SELECT account_id, product_id, sum(ul)::bigint AS ul, sum(minor)::bigint AS minor, bool_or(afresh) AS afresh
    FROM (
      SELECT p.from_account AS account_id, p.product_id, -p.ul AS ul, -p.minor AS minor, m.reverses IS NOT NULL AS afresh
      FROM added p JOIN movement m ON m.id = p.movement_id
      UNION ALL
      SELECT to_account, product_id, ul, minor, true FROM added
    ) AS side
    GROUP BY account_id, product_id
  ) AS change
  WHERE b.account_id = change.account_id AND b.product_id = change.product_id;

  WITH moved AS (
    SELECT (o.happened_at AT TIME ZONE s.zone)::date AS day, p.product_id, o.person_id, coalesce(o.place_id, 0) AS place_id,
           -- What is poured and was found in the container as it was poured is found first.
           CASE WHEN o.kind = 'pour' AND 'difference' IN (f.kind, t.kind) THEN 'found' ELSE o.kind END AS kind,
           sum(CASE WHEN (m.reverses IS NULL) = (o.kind <> 'amend' OR t.kind = 'container') THEN p.ul ELSE -p.ul END)::bigint AS ul,
           (count(DISTINCT p.movement_id) FILTER (WHERE m.reverses IS NULL)
             - count(DISTINCT p.movement_id) FILTER (WHERE m.reverses IS NOT NULL))::integer AS n,
           sum(CASE WHEN (m.reverses IS NULL) = (o.kind <> 'amend' OR t.kind = 'container') THEN p.minor ELSE -p.minor END)::bigint AS minor,
           coalesce(sum(CASE WHEN m.reverses IS NULL THEN p.ul ELSE -p.ul END)
             FILTER (WHERE o.kind = 'pour' AND o.job_id IS NOT NULL AND 'difference' NOT IN (f.kind, t.kind)), 0)::bigint AS for_jobs_ul
    FROM added p
    JOIN movement m ON m.id = p.movement_id
    JOIN movement o ON o.id = coalesce(m.reverses, m.id)
    JOIN account f ON f.id = p.from_account
    JOIN account t ON t.id = p.to_account
    CROSS JOIN shop s
    WHERE 'container' IN (f.kind, t.kind)
    GROUP BY 1, 2, 3, 4, 5
  ), by_day AS (
    INSERT INTO day_use AS d (day, product_id, person_id, place_id, kind, ul, n, minor, for_jobs_ul)
    SELECT day, product_id, person_id, place_id, kind, ul, n, minor, for_jobs_ul FROM moved
    ON CONFLICT (day, product_id, person_id, place_id, kind)
      DO UPDATE SET ul = d.ul + excluded.ul, n = d.n + excluded.n, minor = d.minor + excluded.minor,
        for_jobs_ul = d.for_jobs_ul + excluded.for_jobs_ul
  )
  INSERT INTO total_use AS a (product_id, person_id, place_id, kind, ul, n, minor)
  SELECT product_id, person_id, place_id, kind, sum(ul)::bigint, sum(n)::integer, sum(minor)::bigint FROM moved GROUP BY 1, 2, 3, 4
  ON CONFLICT (product_id, person_id, place_id, kind)
    DO UPDATE SET ul = a.ul + excluded.ul, n = a.n + excluded.n, minor = a.minor + excluded.minor;
  RETURN NULL;
END $$;

UPDATE day_use d SET for_jobs_ul = x.ul FROM (
  SELECT (m.happened_at AT TIME ZONE s.zone)::date AS day, g.product_id, m.person_id, coalesce(m.place_id, 0) AS place_id,
    sum(g.ul)::bigint AS ul
  FROM shop s, movement m JOIN posting g ON g.movement_id = m.id
    JOIN account f ON f.id = g.from_account JOIN account t ON t.id = g.to_account
  WHERE m.job_id IS NOT NULL AND m.kind = 'pour' AND 'container' IN (f.kind, t.kind) AND 'difference' NOT IN (f.kind, t.kind)
    AND NOT EXISTS (SELECT FROM movement r WHERE r.reverses = m.id)
  GROUP BY 1, 2, 3, 4
) x
WHERE d.day = x.day AND d.product_id = x.product_id AND d.person_id = x.person_id AND d.place_id = x.place_id AND d.kind = 'pour';

-- What each run was to take of a product by its plan.
CREATE TABLE run_planned (
  run_id integer NOT NULL REFERENCES run,
  product_id integer NOT NULL REFERENCES product,
  ul bigint NOT NULL CHECK (ul >= 0),
  PRIMARY KEY (run_id, product_id)
);

INSERT INTO run_planned (run_id, product_id, ul)
SELECT r.id, p.id, sum(least(1e12, greatest(0, round(
    CASE WHEN jsonb_typeof(x.mix -> 'productUl') = 'number' THEN (x.mix ->> 'productUl')::numeric ELSE 0 END))))::bigint
FROM run r, jsonb_array_elements(r.plan -> 'mixes') AS x(mix) JOIN product p ON p.id::text = x.mix -> 'laid' ->> 'productId'
GROUP BY r.id, p.id;

GRANT SELECT, INSERT ON run_planned TO kettle_app;
