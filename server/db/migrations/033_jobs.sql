-- Vehicles that were here or are to come, what is still so of them when they come again, the jobs of each day, and what was
-- done to a vehicle by date.
CREATE TABLE vehicle (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL CHECK (name <> ''),
  said jsonb NOT NULL DEFAULT '{}'
);
CREATE UNIQUE INDEX vehicle_name ON vehicle (lower(name));

CREATE TABLE job (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  vehicle_id integer NOT NULL REFERENCES vehicle,
  day date NOT NULL,
  at_min integer CHECK (at_min BETWEEN 0 AND 1439),
  place_id integer REFERENCES place,
  person_id integer REFERENCES person,
  price_minor bigint CHECK (price_minor >= 0),
  note text NOT NULL DEFAULT '',
  said jsonb NOT NULL DEFAULT '{}',
  state text NOT NULL DEFAULT 'waits' CHECK (state IN ('waits', 'done', 'dropped')),
  made_at timestamptz NOT NULL,
  made_by integer NOT NULL REFERENCES person,
  ended_at timestamptz,
  ended_by integer REFERENCES person,
  -- Of the calendar it came from.
  calendar_uid text UNIQUE,
  revision integer NOT NULL DEFAULT 0,
  CHECK ((state = 'waits') = (ended_at IS NULL))
);
CREATE INDEX job_day ON job (day, id);
CREATE INDEX job_vehicle ON job (vehicle_id, day);

CREATE TABLE vehicle_treatment (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  vehicle_id integer NOT NULL REFERENCES vehicle,
  job_id integer NOT NULL REFERENCES job,
  treatment text NOT NULL,
  day date NOT NULL
);
CREATE INDEX vehicle_treatment_vehicle ON vehicle_treatment (vehicle_id);
CREATE INDEX vehicle_treatment_job ON vehicle_treatment (job_id);

GRANT SELECT, INSERT, UPDATE ON vehicle, job TO kettle_app;
GRANT SELECT, INSERT, DELETE ON vehicle_treatment TO kettle_app;

ALTER TABLE csv_import DROP CONSTRAINT csv_import_kind_check;
ALTER TABLE csv_import ADD CONSTRAINT csv_import_kind_check
  CHECK (kind IN ('containers', 'products', 'vessels', 'recipes', 'people', 'jobs'));
