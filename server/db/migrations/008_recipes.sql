-- Recipes: the manager's book. Drafts are worked on, versions are published and then stand as they are.

CREATE TABLE recipe (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  code text GENERATED ALWAYS AS ('R-' || id) STORED UNIQUE,
  retired_at timestamptz,
  revision integer NOT NULL DEFAULT 1
);

-- One version of a recipe; the one not published yet is its draft. Facts that are only read as a whole stay together.
CREATE TABLE recipe_version (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  recipe_id integer NOT NULL REFERENCES recipe,
  number integer NOT NULL CHECK (number > 0),
  name text NOT NULL,
  product_id integer NOT NULL REFERENCES product,
  use_kind text NOT NULL,
  vessel_id integer NOT NULL REFERENCES vessel,
  dial_id integer REFERENCES dial_position,
  machine_id integer REFERENCES device,
  on_panel boolean NOT NULL,
  facts jsonb NOT NULL,
  saved_at timestamptz NOT NULL,
  saved_by integer NOT NULL REFERENCES person,
  published_at timestamptz,
  published_by integer REFERENCES person,
  why text NOT NULL DEFAULT '',
  CHECK ((published_at IS NULL) = (published_by IS NULL)),
  UNIQUE (recipe_id, number)
);
CREATE UNIQUE INDEX recipe_version_draft ON recipe_version (recipe_id) WHERE published_at IS NULL;
CREATE INDEX recipe_version_published ON recipe_version (recipe_id, number DESC) WHERE published_at IS NOT NULL;

-- What it says for one soil level: a strength as it was entered with what it comes to, or what to do instead.
CREATE TABLE recipe_cell (
  version_id integer NOT NULL REFERENCES recipe_version ON DELETE CASCADE,
  soil smallint NOT NULL CHECK (soil BETWEEN 0 AND 4),
  strength jsonb,
  fraction double precision CHECK (fraction > 0 AND fraction <= 1),
  dwell jsonb,
  instead text NOT NULL DEFAULT '',
  reason text NOT NULL DEFAULT '',
  PRIMARY KEY (version_id, soil),
  CHECK ((strength IS NULL) = (fraction IS NULL))
);

CREATE FUNCTION keep_published() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_TABLE_NAME = 'recipe_version' THEN
    IF OLD.published_at IS NULL THEN RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END; END IF;
  ELSIF NOT EXISTS (SELECT FROM recipe_version v WHERE v.id = OLD.version_id AND v.published_at IS NOT NULL) THEN
    RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
  END IF;
  RAISE EXCEPTION 'a published recipe stands as it is: % on % refused', TG_OP, TG_TABLE_NAME USING ERRCODE = '42501';
END $$;
CREATE TRIGGER keep_published BEFORE UPDATE OR DELETE ON recipe_version FOR EACH ROW EXECUTE FUNCTION keep_published();
CREATE TRIGGER keep_published BEFORE UPDATE OR DELETE ON recipe_cell FOR EACH ROW EXECUTE FUNCTION keep_published();

GRANT SELECT, INSERT, UPDATE ON recipe TO kettle_app;
GRANT SELECT, INSERT, UPDATE, DELETE ON recipe_version, recipe_cell TO kettle_app;

-- What a batch was mixed by: a version and a soil level, or that it was left on the way.
ALTER TABLE batch
  ADD COLUMN recipe_version_id integer REFERENCES recipe_version,
  ADD COLUMN soil smallint CHECK (soil BETWEEN 0 AND 4),
  ADD COLUMN recipe_left boolean NOT NULL DEFAULT false;

-- How a wash with a batch went, in one tap. Which recipe, level and strength it speaks of is noted with it.
CREATE TABLE outcome (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  batch_id integer NOT NULL REFERENCES batch,
  kind text NOT NULL,
  person_id integer NOT NULL REFERENCES person,
  noted_at timestamptz NOT NULL,
  withdrawn_at timestamptz,
  recipe_id integer REFERENCES recipe,
  soil smallint,
  fraction double precision
);
CREATE INDEX outcome_batch ON outcome (batch_id, id);
CREATE INDEX outcome_recipe ON outcome (recipe_id, soil, id) WHERE recipe_id IS NOT NULL AND withdrawn_at IS NULL;
GRANT SELECT, INSERT, UPDATE ON outcome TO kettle_app;

-- Half and half: two mixes side by side on one panel, the soil noted before, what came of each after.
CREATE TABLE trial (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  zone text NOT NULL,
  soil smallint NOT NULL CHECK (soil BETWEEN 0 AND 4),
  soil_kind text NOT NULL,
  sides jsonb NOT NULL,
  started_at timestamptz NOT NULL,
  started_by integer NOT NULL REFERENCES person,
  result jsonb,
  closed_at timestamptz,
  closed_by integer REFERENCES person,
  revision integer NOT NULL DEFAULT 1
);
GRANT SELECT, INSERT, UPDATE ON trial TO kettle_app;

-- The shop's own figures and schools: what it holds whole-car washes to, how long its mixes keep, how its people work.
ALTER TABLE shop
  ADD COLUMN pre_wash_floor double precision NOT NULL DEFAULT 0.01 CHECK (pre_wash_floor > 0 AND pre_wash_floor <= 1),
  ADD COLUMN pre_wash_ceiling double precision NOT NULL DEFAULT 0.05 CHECK (pre_wash_ceiling > 0 AND pre_wash_ceiling <= 1),
  ADD COLUMN foam_floor double precision NOT NULL DEFAULT 0.005 CHECK (foam_floor > 0 AND foam_floor <= 1),
  ADD COLUMN use_by_days jsonb NOT NULL DEFAULT '{}',
  ADD COLUMN measuring text NOT NULL DEFAULT 'measured' CHECK (measuring IN ('measured', 'free')),
  ADD COLUMN mixed_by text NOT NULL DEFAULT 'swirl' CHECK (mixed_by IN ('swirl', 'shake')),
  ADD COLUMN glass text NOT NULL DEFAULT 'readyToUse' CHECK (glass IN ('readyToUse', 'line')),
  ADD COLUMN jet_share double precision NOT NULL DEFAULT 0.1 CHECK (jet_share BETWEEN 0 AND 0.5),
  ADD COLUMN waste_water text NOT NULL DEFAULT '',
  ADD CHECK (pre_wash_floor <= pre_wash_ceiling);

-- The weather as somebody typed it, or that a station is asked; noted with what came of a wash.
CREATE TABLE weather_reading (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  read_at timestamptz NOT NULL,
  air_c double precision NOT NULL,
  humidity double precision NOT NULL,
  wind_ms double precision NOT NULL,
  sky text NOT NULL,
  person_id integer NOT NULL REFERENCES person
);
GRANT SELECT, INSERT ON weather_reading TO kettle_app;
ALTER TABLE shop ADD COLUMN weather_source text NOT NULL DEFAULT 'typed' CHECK (weather_source IN ('typed', 'station'));
ALTER TABLE outcome ADD COLUMN weather jsonb;
ALTER TABLE trial ADD COLUMN weather jsonb;
