-- Where containers come from, and what becomes of them besides pouring.

CREATE TABLE supplier (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL,
  retired_at timestamptz,
  revision integer NOT NULL DEFAULT 1
);
CREATE UNIQUE INDEX supplier_name ON supplier (lower(name)) WHERE retired_at IS NULL;

CREATE TABLE delivery (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  code text GENERATED ALWAYS AS ('D-' || id) STORED UNIQUE,
  supplier_id integer NOT NULL REFERENCES supplier,
  -- The number on the supplier's own paper.
  reference text NOT NULL DEFAULT '',
  received_at timestamptz NOT NULL,
  received_by integer NOT NULL REFERENCES person
);
GRANT SELECT, INSERT, UPDATE ON supplier TO kettle_app;
GRANT SELECT, INSERT ON delivery TO kettle_app;

ALTER TABLE container
  ADD COLUMN delivery_id integer REFERENCES delivery,
  -- What it was filled from first, where it came from another container.
  ADD COLUMN decanted_from integer REFERENCES container;

-- Why, where that has to be said; and where to, where one container is filled from another or moved.
ALTER TABLE movement
  ADD COLUMN reason text,
  ADD COLUMN to_container_id integer REFERENCES container,
  ADD COLUMN to_place_id integer REFERENCES place;
CREATE INDEX movement_to_container ON movement (to_container_id, id) WHERE to_container_id IS NOT NULL;
