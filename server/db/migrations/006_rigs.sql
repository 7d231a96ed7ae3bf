-- Rigs: who has a vessel and where, machines, dial positions, and draws as they were measured.

-- Pressure washers, and the wall dispensers whose lines come later.
CREATE TABLE device (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('pressureWasher', 'dispenser')),
  place_id integer REFERENCES place,
  -- As its plate says; what really flows with a cannon fitted is measured.
  plate_ml_per_min double precision CHECK (plate_ml_per_min > 0),
  plate_bar double precision CHECK (plate_bar > 0),
  note text NOT NULL DEFAULT '',
  retired_at timestamptz,
  revision integer NOT NULL DEFAULT 1
);
CREATE UNIQUE INDEX device_name ON device (lower(name)) WHERE retired_at IS NULL;
GRANT SELECT, INSERT, UPDATE ON device TO kettle_app;

ALTER TABLE vessel
  ADD COLUMN role text NOT NULL DEFAULT 'any' CHECK (role IN ('any', 'wash', 'rinse', 'wheels', 'towels', 'stock')),
  ADD COLUMN place_id integer REFERENCES place,
  ADD COLUMN keeper_id integer REFERENCES person,
  ADD COLUMN orifice_mm double precision CHECK (orifice_mm > 0),
  ADD COLUMN machine_id integer REFERENCES device,
  -- What a trigger gives a squeeze or a pump a minute, where someone measured it.
  ADD COLUMN output jsonb;

-- Settings of a cannon or a gun, the most open last. Renamed or put out of use, never taken away.
CREATE TABLE dial_position (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  vessel_id integer NOT NULL REFERENCES vessel,
  name text NOT NULL,
  position integer NOT NULL,
  retired_at timestamptz
);
CREATE UNIQUE INDEX dial_position_name ON dial_position (vessel_id, lower(name)) WHERE retired_at IS NULL;
GRANT SELECT, INSERT, UPDATE ON dial_position TO kettle_app;

-- Where it is set now.
ALTER TABLE vessel ADD COLUMN dial_id integer REFERENCES dial_position;

-- A draw as it was measured: of one cannon, at one dial position, on one machine (none: on a garden hose).
CREATE TABLE calibration (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  vessel_id integer NOT NULL REFERENCES vessel,
  dial_id integer NOT NULL REFERENCES dial_position,
  machine_id integer REFERENCES device,
  variant text NOT NULL CHECK (variant IN ('outlet', 'inlet')),
  -- The product of the mix it was tested with; none: plain water.
  liquid_id integer REFERENCES product,
  flow jsonb NOT NULL,
  step_ul bigint NOT NULL CHECK (step_ul > 0),
  q double precision NOT NULL CHECK (q > 0 AND q <= 1),
  u double precision NOT NULL CHECK (u > 0),
  q_from double precision,
  q_to double precision,
  person_id integer NOT NULL REFERENCES person,
  measured_at timestamptz NOT NULL,
  withdrawn_at timestamptz,
  withdrawn_by integer REFERENCES person
);
CREATE INDEX calibration_vessel ON calibration (vessel_id, id);
GRANT SELECT, INSERT, UPDATE ON calibration TO kettle_app;

CREATE TABLE calibration_run (
  calibration_id integer NOT NULL REFERENCES calibration,
  position integer NOT NULL,
  drained_ul bigint NOT NULL CHECK (drained_ul > 0),
  seconds double precision NOT NULL CHECK (seconds > 0),
  source text NOT NULL,
  left_out boolean NOT NULL DEFAULT false,
  PRIMARY KEY (calibration_id, position)
);
GRANT SELECT, INSERT ON calibration_run TO kettle_app;

-- How a batch reaches the panel from a cannon: dial, machine, draw and what comes of it.
ALTER TABLE batch ADD COLUMN panel jsonb;
