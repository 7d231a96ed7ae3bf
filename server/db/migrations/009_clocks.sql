-- Clocks: what lies on a vehicle in a bay, since when. A clock goes by the key it was started under.
CREATE TABLE clock (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  key text NOT NULL UNIQUE,
  place_id integer NOT NULL REFERENCES place,
  vehicle text NOT NULL DEFAULT '',
  body text NOT NULL,
  colour text NOT NULL,
  material text NOT NULL,
  zones jsonb NOT NULL,
  shelter text NOT NULL DEFAULT 'open' CHECK (shelter IN ('open', 'shade', 'roof')),
  start jsonb NOT NULL,
  -- What was laid, in order, as it was known then.
  layers jsonb NOT NULL,
  recipe_version_id integer REFERENCES recipe_version,
  soil smallint CHECK (soil BETWEEN 0 AND 4),
  batch_id integer REFERENCES batch,
  started_at timestamptz NOT NULL,
  started_by integer NOT NULL REFERENCES person,
  ended_at timestamptz,
  ended_by integer REFERENCES person,
  end_kind text CHECK (end_kind IN ('rinsed', 'cancelled')),
  revision integer NOT NULL DEFAULT 1,
  CHECK ((ended_at IS NULL) = (ended_by IS NULL) AND (ended_at IS NULL) = (end_kind IS NULL)),
  CHECK (ended_at >= started_at)
);
CREATE INDEX clock_running ON clock (place_id) WHERE ended_at IS NULL;
CREATE INDEX clock_ended ON clock (ended_at DESC) WHERE ended_at IS NOT NULL;
GRANT SELECT, INSERT, UPDATE ON clock TO kettle_app;

-- When a film was seen to begin to dry, and what factor that makes. Set aside when the factor is reset; never removed.
CREATE TABLE drying_seen (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  clock_id integer NOT NULL REFERENCES clock,
  product_id integer NOT NULL REFERENCES product,
  film text NOT NULL,
  factor double precision NOT NULL CHECK (factor BETWEEN 0.5 AND 2),
  seen_at timestamptz NOT NULL,
  person_id integer NOT NULL REFERENCES person,
  weather jsonb,
  withdrawn_at timestamptz,
  set_aside_at timestamptz,
  set_aside_by integer REFERENCES person
);
CREATE INDEX drying_seen_counts ON drying_seen (product_id, film) WHERE withdrawn_at IS NULL AND set_aside_at IS NULL;
CREATE INDEX drying_seen_clock ON drying_seen (clock_id);
GRANT SELECT, INSERT, UPDATE ON drying_seen TO kettle_app;

-- How a wash went can be said of a clock too.
ALTER TABLE outcome
  ALTER COLUMN batch_id DROP NOT NULL,
  ADD COLUMN clock_id integer REFERENCES clock,
  ADD CHECK (batch_id IS NOT NULL OR clock_id IS NOT NULL);
CREATE INDEX outcome_clock ON outcome (clock_id) WHERE clock_id IS NOT NULL;

-- Readings of a station are kept as they change, so that what dried in them can be worked out again.
ALTER TABLE weather_reading
  ALTER COLUMN person_id DROP NOT NULL,
  ADD COLUMN raining boolean NOT NULL DEFAULT false,
  ADD COLUMN panel_c double precision,
  ADD COLUMN source text NOT NULL DEFAULT 'typed' CHECK (source IN ('typed', 'device', 'simulated')),
  ADD CHECK ((source = 'typed') = (person_id IS NOT NULL));
CREATE INDEX weather_reading_at ON weather_reading (read_at DESC);

-- Share of the dry time after which a film begins to dry at its edges.
ALTER TABLE shop ADD COLUMN edge_share double precision NOT NULL DEFAULT 0.6 CHECK (edge_share BETWEEN 0.4 AND 0.8);

-- What came too late to fit, after a connection was lost: kept until a lead has settled it.
CREATE TABLE unsettled (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  what text NOT NULL,
  reason text NOT NULL,
  body text NOT NULL,
  occurred_at timestamptz,
  received_at timestamptz NOT NULL,
  person_id integer NOT NULL REFERENCES person,
  settled_at timestamptz,
  settled_by integer REFERENCES person
);
GRANT SELECT, INSERT, UPDATE ON unsettled TO kettle_app;
