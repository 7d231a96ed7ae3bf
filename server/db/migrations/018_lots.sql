-- A lot that nobody may use until a manager releases it: its containers, and every mix that still holds some of it.
CREATE TABLE lot_hold (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  lot text NOT NULL CHECK (lot = lower(lot) AND lot <> ''),
  words text NOT NULL,
  held_by integer NOT NULL REFERENCES person,
  held_at timestamptz NOT NULL,
  released_by integer REFERENCES person,
  released_at timestamptz
);
CREATE UNIQUE INDEX lot_hold_one ON lot_hold (lot) WHERE released_at IS NULL;
CREATE INDEX container_lot ON container (lower(lot)) WHERE lot <> '';
CREATE INDEX posting_from ON posting (from_account);

-- The mixes in which there is some of a lot: drawn from one of its containers, or made from such a mix.
CREATE FUNCTION batches_of_lot(wanted text) RETURNS SETOF integer LANGUAGE sql STABLE AS $$
  WITH RECURSIVE mixed AS (
    SELECT m.batch_id AS id FROM container c JOIN movement m ON m.container_id = c.id
    WHERE lower(c.lot) = wanted AND c.lot <> '' AND m.kind = 'draw' AND m.batch_id IS NOT NULL AND NOT taken_back(m.batch_id)
    UNION
    SELECT b.batch_id FROM mixed JOIN account a ON a.batch_id = mixed.id JOIN posting g ON g.from_account = a.id
    JOIN account b ON b.id = g.to_account AND b.batch_id IS NOT NULL
    JOIN movement m ON m.id = g.movement_id AND m.reverses IS NULL
    WHERE NOT taken_back(b.batch_id)
  )
  SELECT id FROM mixed
$$;

-- Every mix that is in a vessel and holds some of a lot that is on hold.
CREATE VIEW batch_on_hold AS
  SELECT n.batch_id, h.lot, h.words FROM lot_hold h CROSS JOIN LATERAL batches_of_lot(h.lot) AS o(id)
  JOIN vessel_holds n ON n.batch_id = o.id WHERE h.released_at IS NULL;

GRANT SELECT, INSERT, UPDATE ON lot_hold TO kettle_app;
GRANT SELECT ON batch_on_hold TO kettle_app;
