-- Wall dispensers: their tips and lines, what each line was measured to give, and what was hung on it when.

CREATE TABLE metering_tip (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  device_id integer NOT NULL REFERENCES device,
  name text NOT NULL,
  diameter_mm double precision NOT NULL CHECK (diameter_mm > 0),
  retired_at timestamptz,
  revision integer NOT NULL DEFAULT 1
);
CREATE UNIQUE INDEX metering_tip_name ON metering_tip (device_id, lower(name)) WHERE retired_at IS NULL;
GRANT SELECT, INSERT, UPDATE ON metering_tip TO kettle_app;

CREATE TABLE dispenser_line (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  code text GENERATED ALWAYS AS ('L-' || id) STORED UNIQUE,
  device_id integer NOT NULL REFERENCES device,
  name text NOT NULL,
  -- What hangs on it now, and through which tip; none before its first changeover.
  container_id integer REFERENCES container,
  tip_id integer REFERENCES metering_tip,
  target jsonb,
  foot_valve boolean NOT NULL DEFAULT true,
  -- Days a verification holds.
  check_days integer NOT NULL DEFAULT 30 CHECK (check_days BETWEEN 1 AND 365),
  -- The last time product or tip changed: what was measured before says nothing of it.
  changed_at timestamptz,
  retired_at timestamptz,
  revision integer NOT NULL DEFAULT 1
);
CREATE UNIQUE INDEX dispenser_line_name ON dispenser_line (device_id, lower(name)) WHERE retired_at IS NULL;
GRANT SELECT, INSERT, UPDATE ON dispenser_line TO kettle_app;

CREATE TABLE line_check (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  line_id integer NOT NULL REFERENCES dispenser_line,
  product_id integer NOT NULL REFERENCES product,
  tip_id integer NOT NULL REFERENCES metering_tip,
  method text NOT NULL CHECK (method IN ('volume', 'scale')),
  -- Parts of water to one of product.
  ratio double precision NOT NULL CHECK (ratio > 0),
  u double precision NOT NULL CHECK (u > 0),
  ratio_from double precision,
  ratio_to double precision,
  verdict jsonb NOT NULL,
  person_id integer NOT NULL REFERENCES person,
  checked_at timestamptz NOT NULL,
  withdrawn_at timestamptz,
  withdrawn_by integer REFERENCES person
);
CREATE INDEX line_check_line ON line_check (line_id, id);
GRANT SELECT, INSERT, UPDATE ON line_check TO kettle_app;

CREATE TABLE line_check_run (
  check_id integer NOT NULL REFERENCES line_check,
  position integer NOT NULL,
  total_ul bigint NOT NULL CHECK (total_ul > 0),
  product_ul bigint NOT NULL CHECK (product_ul > 0),
  source text NOT NULL,
  PRIMARY KEY (check_id, position)
);
GRANT SELECT, INSERT ON line_check_run TO kettle_app;

-- What was hung on a line in place of what, by whom: line and pail were matched, the old product flushed out.
CREATE TABLE changeover (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  line_id integer NOT NULL REFERENCES dispenser_line,
  from_container_id integer REFERENCES container,
  to_container_id integer NOT NULL REFERENCES container,
  tip_id integer NOT NULL REFERENCES metering_tip,
  flushed boolean NOT NULL,
  person_id integer NOT NULL REFERENCES person,
  changed_at timestamptz NOT NULL
);
CREATE INDEX changeover_line ON changeover (line_id, id);
GRANT SELECT, INSERT ON changeover TO kettle_app;

-- Filled from a dispenser, not from a container by hand.
ALTER TABLE batch ADD COLUMN line_id integer REFERENCES dispenser_line;
