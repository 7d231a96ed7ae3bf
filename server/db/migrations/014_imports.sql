-- Rows of a file on their way into the books. They wait here until every one of them can be booked; once booking has
-- begun it is carried through, after a crash, too.

CREATE TABLE csv_import (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('containers', 'products')),
  file_name text NOT NULL,
  state text NOT NULL CHECK (state IN ('checking', 'ready', 'refused', 'booking', 'done', 'cancelled')),
  total integer NOT NULL DEFAULT 0,
  checked integer NOT NULL DEFAULT 0,
  booked integer NOT NULL DEFAULT 0,
  -- What is wrong, row by row; the first few hundred.
  bad jsonb NOT NULL DEFAULT '[]',
  bad_rows integer NOT NULL DEFAULT 0,
  started_by integer NOT NULL REFERENCES person,
  started_at timestamptz NOT NULL,
  ended_at timestamptz
);
CREATE TABLE csv_import_row (
  import_id integer NOT NULL REFERENCES csv_import,
  line integer NOT NULL,
  body jsonb NOT NULL,
  PRIMARY KEY (import_id, line)
);
GRANT SELECT, INSERT, UPDATE ON csv_import TO kettle_app;
GRANT SELECT, INSERT, DELETE ON csv_import_row TO kettle_app;
