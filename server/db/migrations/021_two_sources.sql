-- A pour that finished one container took the rest from another, in the same movement.
ALTER TABLE movement ADD COLUMN rest_container_id integer REFERENCES container;
CREATE INDEX movement_rest_container ON movement (rest_container_id, id) WHERE rest_container_id IS NOT NULL;

CREATE OR REPLACE FUNCTION batches_of_lot(wanted text) RETURNS SETOF integer LANGUAGE sql STABLE AS $$
  WITH RECURSIVE mixed AS (
    SELECT m.batch_id AS id FROM container c JOIN movement m ON m.container_id = c.id
    WHERE lower(c.lot) = wanted AND c.lot <> '' AND m.kind = 'draw' AND m.batch_id IS NOT NULL AND NOT taken_back(m.batch_id)
    UNION
    SELECT m.batch_id FROM container c JOIN movement m ON m.rest_container_id = c.id
    WHERE lower(c.lot) = wanted AND c.lot <> '' AND m.kind = 'draw' AND m.batch_id IS NOT NULL AND NOT taken_back(m.batch_id)
    UNION
    SELECT b.batch_id FROM mixed JOIN account a ON a.batch_id = mixed.id JOIN posting g ON g.from_account = a.id
    JOIN account b ON b.id = g.to_account AND b.batch_id IS NOT NULL
    JOIN movement m ON m.id = g.movement_id AND m.reverses IS NULL
    WHERE NOT taken_back(b.batch_id)
  )
  SELECT id FROM mixed
$$;

-- A pour counts once, from however many containers it came; what is put right counts as what it changed.
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
           CASE WHEN o.kind = 'draw' AND 'difference' IN (f.kind, t.kind) THEN 'found' ELSE o.kind END AS kind,
           sum(CASE WHEN (m.reverses IS NULL) = (o.kind <> 'amend' OR t.kind = 'container') THEN p.ul ELSE -p.ul END)::bigint AS ul,
           (count(DISTINCT p.movement_id) FILTER (WHERE m.reverses IS NULL)
             - count(DISTINCT p.movement_id) FILTER (WHERE m.reverses IS NOT NULL))::integer AS n,
           sum(CASE WHEN (m.reverses IS NULL) = (o.kind <> 'amend' OR t.kind = 'container') THEN p.minor ELSE -p.minor END)::bigint AS minor
    FROM added p
    JOIN movement m ON m.id = p.movement_id
    JOIN movement o ON o.id = coalesce(m.reverses, m.id)
    JOIN account f ON f.id = p.from_account
    JOIN account t ON t.id = p.to_account
    CROSS JOIN shop s
    WHERE 'container' IN (f.kind, t.kind)
    GROUP BY 1, 2, 3, 4, 5
  ), by_day AS (
    INSERT INTO day_use AS d (day, product_id, person_id, place_id, kind, ul, n, minor)
    SELECT day, product_id, person_id, place_id, kind, ul, n, minor FROM moved
    ON CONFLICT (day, product_id, person_id, place_id, kind)
      DO UPDATE SET ul = d.ul + excluded.ul, n = d.n + excluded.n, minor = d.minor + excluded.minor
  )
  INSERT INTO total_use AS a (product_id, person_id, place_id, kind, ul, n, minor)
  SELECT product_id, person_id, place_id, kind, sum(ul)::bigint, sum(n)::integer, sum(minor)::bigint FROM moved GROUP BY 1, 2, 3, 4
  ON CONFLICT (product_id, person_id, place_id, kind)
    DO UPDATE SET ul = a.ul + excluded.ul, n = a.n + excluded.n, minor = a.minor + excluded.minor;
  RETURN NULL;
END $$;
