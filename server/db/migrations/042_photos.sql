-- Photographs of a vehicle on a visit, made smaller where they were taken. Of one that was deleted there is left who took it,
-- and who deleted it.
CREATE TABLE photo (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  -- Made on the device it was taken with.
  key text NOT NULL UNIQUE,
  job_id integer NOT NULL REFERENCES job,
  kind text NOT NULL CHECK (kind IN ('before', 'after', 'spot')),
  about text NOT NULL,
  width integer NOT NULL,
  height integer NOT NULL,
  bytes bytea,
  taken_at timestamptz NOT NULL,
  received_at timestamptz NOT NULL,
  taken_by integer NOT NULL REFERENCES person,
  deleted_at timestamptz,
  deleted_by integer REFERENCES person,
  CHECK ((bytes IS NULL) = (deleted_at IS NOT NULL)),
  CHECK ((deleted_by IS NULL) = (deleted_at IS NULL))
);
CREATE INDEX photo_job ON photo (job_id, taken_at) WHERE deleted_at IS NULL;
GRANT SELECT, INSERT, UPDATE ON photo TO kettle_app;
