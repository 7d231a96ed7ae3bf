-- A person's own calendar of what needs somebody: whoever knows the address reads it, so it is kept as a hash.
CREATE TABLE person_feed (
  person_id integer PRIMARY KEY REFERENCES person,
  token_hash text NOT NULL UNIQUE,
  made_at timestamptz NOT NULL
);
GRANT SELECT, INSERT, UPDATE, DELETE ON person_feed TO kettle_app;
