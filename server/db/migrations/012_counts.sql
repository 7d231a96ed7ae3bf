-- Counting what is really there: a sheet for one place, and each container on it as often as it was looked at.

ALTER TABLE container ADD COLUMN tare_g double precision CHECK (tare_g > 0);
-- Differences above this are a manager's to accept.
ALTER TABLE shop ADD COLUMN count_threshold_ul bigint NOT NULL DEFAULT 500000 CHECK (count_threshold_ul >= 0);

CREATE TABLE count (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  code text GENERATED ALWAYS AS ('N-' || id) STORED UNIQUE,
  place_id integer NOT NULL REFERENCES place,
  -- Whoever counts is not shown what the books say.
  blind boolean NOT NULL DEFAULT true,
  started_by integer NOT NULL REFERENCES person,
  started_at timestamptz NOT NULL,
  -- From here on what the books say is shown.
  compared_at timestamptz,
  closed_by integer REFERENCES person,
  closed_at timestamptz,
  dropped_at timestamptz
);
CREATE UNIQUE INDEX count_open ON count (place_id) WHERE closed_at IS NULL AND dropped_at IS NULL;

-- The newest line of a container counts; the earlier ones stay.
CREATE TABLE count_line (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  count_id integer NOT NULL REFERENCES count,
  container_id integer NOT NULL REFERENCES container,
  method text NOT NULL CHECK (method IN ('weight', 'dip', 'eye', 'gone')),
  -- What was read, and where from: weights, the depth, the share by eye.
  reading jsonb NOT NULL,
  counted_ul bigint NOT NULL CHECK (counted_ul >= 0),
  within_ul bigint NOT NULL CHECK (within_ul >= 0),
  -- What the books said when it was looked at.
  book_ul bigint NOT NULL,
  counted_by integer NOT NULL REFERENCES person,
  counted_at timestamptz NOT NULL
);
CREATE INDEX count_line_count ON count_line (count_id, container_id, id);

ALTER TABLE movement ADD COLUMN count_id integer REFERENCES count;
CREATE INDEX movement_count ON movement (count_id) WHERE count_id IS NOT NULL;

GRANT SELECT, INSERT, UPDATE ON count TO kettle_app;
GRANT SELECT, INSERT ON count_line TO kettle_app;
