-- What things cost, carried along with every millilitre; what was found as it was poured; and the ledger as a list by
-- what happened when.

ALTER TABLE movement
  ADD COLUMN product_id integer REFERENCES product,
  -- Who entered it, where that was not who did it.
  ADD COLUMN entered_by integer REFERENCES person,
  -- The wrong booking that this one stands in for.
  ADD COLUMN corrects bigint UNIQUE REFERENCES movement;
ALTER TABLE posting ADD COLUMN minor bigint NOT NULL DEFAULT 0;
-- `minor` is what is held cost. What is taken costs its share of the basis, which is what was held when something last
-- came in: rounded on the sum, so that it comes to exactly what was there however small the parts.
ALTER TABLE balance
  ADD COLUMN minor bigint NOT NULL DEFAULT 0,
  ADD COLUMN basis_ul bigint NOT NULL DEFAULT 0,
  ADD COLUMN basis_minor bigint NOT NULL DEFAULT 0;
ALTER TABLE day_use ADD COLUMN minor bigint NOT NULL DEFAULT 0;

-- The same over all days: what is asked of the whole ledger does not grow slower with it.
CREATE TABLE total_use (
  product_id integer NOT NULL REFERENCES product,
  person_id integer NOT NULL REFERENCES person,
  place_id integer NOT NULL DEFAULT 0,
  kind text NOT NULL,
  ul bigint NOT NULL,
  n integer NOT NULL,
  minor bigint NOT NULL,
  PRIMARY KEY (product_id, person_id, place_id, kind)
);
GRANT SELECT ON total_use TO kettle_app;

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
           sum(CASE WHEN m.reverses IS NULL THEN p.ul ELSE -p.ul END)::bigint AS ul,
           sum(CASE WHEN m.reverses IS NULL THEN 1 ELSE -1 END)::integer AS n,
           sum(CASE WHEN m.reverses IS NULL THEN p.minor ELSE -p.minor END)::bigint AS minor
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

-- Books from before this: what each movement cost is worked out once, in the order it was booked.
ALTER TABLE movement DISABLE TRIGGER only_added_to;
ALTER TABLE posting DISABLE TRIGGER only_added_to;
UPDATE movement m SET product_id = coalesce(
  (SELECT product_id FROM container WHERE id = m.container_id), (SELECT product_id FROM batch WHERE id = m.batch_id));

CREATE TEMPORARY TABLE held (
  account_id integer, product_id integer, ul bigint, minor bigint, basis_ul bigint, basis_minor bigint,
  PRIMARY KEY (account_id, product_id)
);
DO $$
DECLARE
  p record;
  h held;
  cost bigint;
BEGIN
  FOR p IN
    SELECT g.*, m.reverses, f.physical AS from_held, t.physical AS to_held, c.price_minor, c.size_ul
    FROM posting g JOIN movement m ON m.id = g.movement_id
    JOIN account f ON f.id = g.from_account JOIN account t ON t.id = g.to_account
    LEFT JOIN container c ON c.id = t.container_id
    ORDER BY g.id
  LOOP
    cost := NULL;
    IF p.reverses IS NOT NULL THEN
      SELECT o.minor INTO cost FROM posting o
      WHERE o.movement_id = p.reverses AND o.product_id = p.product_id AND o.from_account = p.to_account
        AND o.to_account = p.from_account AND o.ul = p.ul LIMIT 1;
    END IF;
    IF p.from_held THEN
      SELECT * INTO h FROM held WHERE account_id = p.from_account AND product_id = p.product_id;
      IF h.ul = p.ul THEN cost := h.minor;
      ELSIF cost IS NOT NULL THEN cost := least(cost, h.minor);
      ELSE cost := h.minor - round(h.basis_minor::numeric * (h.ul - p.ul) / h.basis_ul);
      END IF;
      UPDATE held SET
        ul = h.ul - p.ul, minor = h.minor - cost,
        basis_ul = CASE WHEN p.reverses IS NULL THEN h.basis_ul ELSE h.ul - p.ul END,
        basis_minor = CASE WHEN p.reverses IS NULL THEN h.basis_minor ELSE h.minor - cost END
      WHERE account_id = p.from_account AND product_id = p.product_id;
    ELSIF cost IS NULL THEN
      cost := coalesce(round(p.price_minor::numeric * p.ul / p.size_ul), 0);
    END IF;
    IF p.to_held THEN
      INSERT INTO held AS k VALUES (p.to_account, p.product_id, p.ul, cost, p.ul, cost)
      ON CONFLICT (account_id, product_id) DO UPDATE SET
        ul = k.ul + p.ul, minor = k.minor + cost, basis_ul = k.ul + p.ul, basis_minor = k.minor + cost;
    END IF;
    IF cost > 0 THEN UPDATE posting SET minor = cost WHERE id = p.id; END IF;
  END LOOP;
END $$;
UPDATE balance b SET minor = h.minor, basis_ul = h.basis_ul, basis_minor = h.basis_minor
FROM held h WHERE h.account_id = b.account_id AND h.product_id = b.product_id;
DROP TABLE held;
UPDATE balance b SET minor = coalesce((SELECT sum(CASE WHEN p.to_account = b.account_id THEN p.minor ELSE -p.minor END)
  FROM posting p WHERE b.account_id IN (p.from_account, p.to_account) AND p.product_id = b.product_id), 0)
WHERE NOT b.physical;
UPDATE day_use d SET minor = use.minor FROM (
  SELECT (o.happened_at AT TIME ZONE s.zone)::date AS day, p.product_id, o.person_id, coalesce(o.place_id, 0) AS place_id, o.kind,
         sum(CASE WHEN m.reverses IS NULL THEN p.minor ELSE -p.minor END)::bigint AS minor
  FROM posting p JOIN movement m ON m.id = p.movement_id JOIN movement o ON o.id = coalesce(m.reverses, m.id) CROSS JOIN shop s
  WHERE EXISTS (SELECT FROM account a WHERE a.id IN (p.from_account, p.to_account) AND a.kind = 'container')
  GROUP BY 1, 2, 3, 4, 5
) use
WHERE use.day = d.day AND use.product_id = d.product_id AND use.person_id = d.person_id AND use.place_id = d.place_id AND use.kind = d.kind;
INSERT INTO total_use SELECT product_id, person_id, place_id, kind, sum(ul), sum(n), sum(minor) FROM day_use GROUP BY 1, 2, 3, 4;
ALTER TABLE movement ENABLE TRIGGER only_added_to;
ALTER TABLE posting ENABLE TRIGGER only_added_to;

-- The ledger as a list, the latest to happen first, whatever it is asked by.
CREATE INDEX movement_happened ON movement (happened_at, id);
CREATE INDEX movement_person ON movement (person_id, happened_at, id);
CREATE INDEX movement_product ON movement (product_id, happened_at, id);
CREATE INDEX movement_place ON movement (place_id, happened_at, id);
CREATE INDEX movement_kind ON movement (kind, happened_at, id);
CREATE INDEX movement_in_the_jug ON movement (happened_at, id) WHERE reason = 'inTheJug';
