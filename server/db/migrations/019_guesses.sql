-- Wrong PINs, each with who was tried and from where: besides a wait on one tablet there is a budget for each person over
-- all places nobody knows, and for each place over all people.
CREATE TABLE pin_failure (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  person_id integer NOT NULL REFERENCES person,
  origin text NOT NULL,
  known boolean NOT NULL,
  at timestamptz NOT NULL
);
CREATE INDEX pin_failure_person ON pin_failure (person_id, at) WHERE NOT known;
CREATE INDEX pin_failure_origin ON pin_failure (origin, at);
GRANT SELECT, INSERT, DELETE ON pin_failure TO kettle_app;

-- Where somebody's PIN was tried too often stands in the trail.
ALTER TABLE person_event DROP CONSTRAINT person_event_what_check;
ALTER TABLE person_event ADD CONSTRAINT person_event_what_check
  CHECK (what IN ('joined', 'pin', 'role', 'left', 'back', 'signedOff', 'signOffEnded', 'pinTried'));

-- What is of no more use is let go: the program prunes it each night.
CREATE INDEX answered_at ON answered (answered_at);
GRANT DELETE ON answered, session, pin_attempt, tablet TO kettle_app;
