-- A manager's word on one rule of planning for one job: what is laid there all the same.
ALTER TABLE override DROP CONSTRAINT override_rule_check;
ALTER TABLE override ADD CONSTRAINT override_rule_check CHECK (rule IN ('count', 'signOff', 'waste', 'undo', 'plan'));

CREATE TABLE job_word (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  job_id integer NOT NULL REFERENCES job,
  rule text NOT NULL,
  -- Who gave it: a manager who was signed in, or by an override at somebody else's tablet.
  given_by integer NOT NULL REFERENCES person,
  given_at timestamptz NOT NULL,
  override_id integer REFERENCES override,
  UNIQUE (job_id, rule)
);
GRANT SELECT, INSERT, DELETE ON job_word TO kettle_app;
