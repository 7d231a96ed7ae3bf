-- Who answered for what: a manager's word at somebody else's tablet, what was done about people, and shared tablets
-- that lock by themselves.

CREATE TABLE override (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  rule text NOT NULL CHECK (rule IN ('count', 'signOff', 'waste', 'undo')),
  -- What it is given for, and only for that.
  subject text NOT NULL,
  asked_by integer NOT NULL REFERENCES person,
  given_by integer NOT NULL REFERENCES person,
  reason text NOT NULL,
  token_hash text NOT NULL UNIQUE,
  given_at timestamptz NOT NULL,
  expires_at timestamptz NOT NULL,
  spent_at timestamptz
);
ALTER TABLE movement ADD COLUMN override_id integer REFERENCES override;

CREATE TABLE person_event (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  person_id integer NOT NULL REFERENCES person,
  what text NOT NULL CHECK (what IN ('joined', 'pin', 'role', 'left', 'back', 'signedOff', 'signOffEnded')),
  detail text NOT NULL DEFAULT '',
  by_person integer NOT NULL REFERENCES person,
  at timestamptz NOT NULL
);
CREATE INDEX person_event_at ON person_event (at, id);

-- A tablet left alone shows its clocks and nothing else until somebody signs in.
ALTER TABLE session ADD COLUMN locked_at timestamptz;
ALTER TABLE shop ADD COLUMN lock_minutes integer NOT NULL DEFAULT 3 CHECK (lock_minutes BETWEEN 0 AND 60);

GRANT SELECT, INSERT, UPDATE ON override TO kettle_app;
GRANT SELECT, INSERT ON person_event TO kettle_app;

-- What is out of the ordinary, the latest first.
CREATE INDEX movement_trail ON movement (booked_at, id)
  WHERE reverses IS NOT NULL OR kind = 'found' OR reason IN ('inTheJug', 'late', 'lost') OR corrects IS NOT NULL OR count_id IS NOT NULL
    OR override_id IS NOT NULL;
