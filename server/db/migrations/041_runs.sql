-- Plans being done: frozen when somebody begins, then a list of what happened, told by any number of devices in any order.
CREATE TABLE run (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  -- Made on the device it was begun on.
  key text NOT NULL UNIQUE,
  job_id integer NOT NULL REFERENCES job,
  plan jsonb NOT NULL,
  started_at timestamptz NOT NULL,
  started_by integer NOT NULL REFERENCES person,
  finished_at timestamptz,
  -- Its end was the end of the job, and goes with it.
  ended_job boolean NOT NULL DEFAULT false
);
-- One vehicle is done once at a time.
CREATE UNIQUE INDEX run_open ON run (job_id) WHERE finished_at IS NULL;
CREATE INDEX run_job ON run (job_id);

CREATE TABLE run_event (
  key text PRIMARY KEY,
  run_id integer NOT NULL REFERENCES run,
  happened_at timestamptz NOT NULL,
  received_at timestamptz NOT NULL,
  person_id integer NOT NULL REFERENCES person,
  done jsonb NOT NULL
);
CREATE INDEX run_event_run ON run_event (run_id, happened_at);

-- What went onto the vehicle in a run, as its events tell it now: for a recall, for who had which strength, for its page.
CREATE TABLE run_laid (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  run_id integer NOT NULL REFERENCES run,
  step text NOT NULL,
  kind text NOT NULL,
  product_id integer NOT NULL REFERENCES product,
  recipe_id integer NOT NULL REFERENCES recipe,
  soil smallint NOT NULL,
  fraction double precision NOT NULL CHECK (fraction >= 0 AND fraction <= 1),
  batch_id integer REFERENCES batch,
  laid_at timestamptz NOT NULL,
  failed integer NOT NULL DEFAULT 0
);
CREATE INDEX run_laid_run ON run_laid (run_id);
CREATE INDEX run_laid_batch ON run_laid (batch_id) WHERE batch_id IS NOT NULL;
CREATE INDEX run_laid_product ON run_laid (product_id, laid_at);

-- What a run that is over says beside the seeds: minutes and millilitres to the square metre as a ratio to them, and how many
-- of its checks failed.
CREATE TABLE run_sample (
  run_id integer NOT NULL REFERENCES run,
  what text NOT NULL CHECK (what IN ('minutes', 'rate', 'check')),
  -- What it is about: a step and its level, a product and how it is put on, a recipe and its level.
  about text NOT NULL,
  ratio double precision NOT NULL CHECK (ratio >= 0),
  checks integer NOT NULL DEFAULT 0,
  PRIMARY KEY (run_id, what, about)
);
CREATE INDEX run_sample_about ON run_sample (what, about, run_id DESC);

-- From then on a figure is learned anew.
CREATE TABLE learned_reset (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  what text NOT NULL,
  about text NOT NULL,
  -- Runs up to this one no longer count.
  up_to integer NOT NULL REFERENCES run,
  reset_at timestamptz NOT NULL,
  reset_by integer NOT NULL REFERENCES person,
  withdrawn_at timestamptz
);

-- What was mixed and used for a job; and how it is known how much was used.
ALTER TABLE movement
  ADD COLUMN job_id integer REFERENCES job,
  ADD COLUMN used_how text CHECK (used_how IN ('level', 'weight', 'planned'));
CREATE INDEX movement_job ON movement (job_id) WHERE job_id IS NOT NULL;

-- The clocks of a run go by the first figures of its key.
CREATE INDEX clock_of_run ON clock (left(key, 21));

GRANT SELECT, INSERT, UPDATE ON run TO kettle_app;
GRANT SELECT, INSERT ON run_event TO kettle_app;
GRANT SELECT, INSERT, DELETE ON run_sample, run_laid TO kettle_app;
GRANT SELECT, INSERT, UPDATE ON learned_reset TO kettle_app;
