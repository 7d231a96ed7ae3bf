-- People, ware and the ledger. Nothing is ever deleted: rows carry retired_at, history carries on.

CREATE ROLE kettle_app NOLOGIN;

CREATE TABLE shop (
  one boolean PRIMARY KEY DEFAULT true CHECK (one),
  name text NOT NULL,
  zone text NOT NULL,
  currency text NOT NULL CHECK (currency ~ '^[A-Z]{3}$'),
  units text NOT NULL CHECK (units IN ('metric', 'us', 'imperial')),
  ratio_reading text NOT NULL DEFAULT 'parts' CHECK (ratio_reading IN ('parts', 'inTotal')),
  demo boolean NOT NULL DEFAULT false,
  made_on date NOT NULL,
  revision integer NOT NULL DEFAULT 1
);

CREATE TABLE person (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL,
  role text NOT NULL CHECK (role IN ('technician', 'lead', 'manager')),
  pin_hash text NOT NULL,
  retired_at timestamptz,
  revision integer NOT NULL DEFAULT 1
);
CREATE UNIQUE INDEX person_name ON person (lower(name)) WHERE retired_at IS NULL;

-- A browser that someone has signed in on before. Wrong PINs are counted per person and tablet.
CREATE TABLE tablet (
  token_hash text PRIMARY KEY,
  first_seen timestamptz NOT NULL
);

CREATE TABLE pin_attempt (
  person_id integer NOT NULL REFERENCES person,
  origin text NOT NULL,
  failures integer NOT NULL,
  locked_until timestamptz,
  PRIMARY KEY (person_id, origin)
);

CREATE TABLE session (
  token_hash text PRIMARY KEY,
  person_id integer NOT NULL REFERENCES person,
  started_at timestamptz NOT NULL,
  expires_at timestamptz NOT NULL,
  ended_at timestamptz
);

CREATE TABLE place (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('store', 'bench', 'bay', 'van')),
  retired_at timestamptz,
  revision integer NOT NULL DEFAULT 1
);
CREATE UNIQUE INDEX place_name ON place (lower(name)) WHERE retired_at IS NULL;

CREATE TABLE product (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL,
  state text NOT NULL CHECK (state IN ('readyToUse', 'concentrate', 'hyper', 'water')),
  caution text NOT NULL DEFAULT '',
  retired_at timestamptz,
  revision integer NOT NULL DEFAULT 1
);
CREATE UNIQUE INDEX product_name ON product (lower(name)) WHERE retired_at IS NULL;
CREATE UNIQUE INDEX product_one_water ON product (state) WHERE state = 'water';
INSERT INTO product (name, state) VALUES ('Water', 'water');

-- A strength printed on a product's label, with the reading the shop decided on.
CREATE TABLE label_entry (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  product_id integer NOT NULL REFERENCES product,
  position integer NOT NULL,
  what_for text NOT NULL,
  printed text NOT NULL,
  strength jsonb NOT NULL,
  fraction double precision NOT NULL CHECK (fraction > 0 AND fraction <= 1),
  retired_at timestamptz
);
CREATE UNIQUE INDEX label_entry_position ON label_entry (product_id, position) WHERE retired_at IS NULL;

CREATE TABLE vessel (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL,
  kind text NOT NULL,
  brimful_ul bigint NOT NULL CHECK (brimful_ul > 0),
  fill_limit_ul bigint NOT NULL CHECK (fill_limit_ul > 0 AND fill_limit_ul <= brimful_ul),
  smallest_ul bigint NOT NULL CHECK (smallest_ul > 0 AND smallest_ul <= fill_limit_ul),
  retired_at timestamptz,
  revision integer NOT NULL DEFAULT 1
);
CREATE UNIQUE INDEX vessel_name ON vessel (lower(name)) WHERE retired_at IS NULL;

CREATE TABLE measure (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL,
  kind text NOT NULL,
  capacity_ul bigint NOT NULL CHECK (capacity_ul > 0),
  step_ul bigint NOT NULL CHECK (step_ul > 0 AND step_ul <= capacity_ul),
  retired_at timestamptz,
  revision integer NOT NULL DEFAULT 1
);
CREATE UNIQUE INDEX measure_name ON measure (lower(name)) WHERE retired_at IS NULL;

CREATE TABLE container (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  code text GENERATED ALWAYS AS ('P-' || id) STORED UNIQUE,
  product_id integer NOT NULL REFERENCES product,
  kind text NOT NULL,
  size_ul bigint NOT NULL CHECK (size_ul > 0),
  place_id integer NOT NULL REFERENCES place,
  lot text NOT NULL DEFAULT '',
  received_at timestamptz NOT NULL,
  opened_at timestamptz,
  best_before date,
  retired_at timestamptz,
  revision integer NOT NULL DEFAULT 1
);
CREATE INDEX container_product ON container (product_id) WHERE retired_at IS NULL;

CREATE TABLE batch (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  code text GENERATED ALWAYS AS ('B-' || id) STORED UNIQUE,
  product_id integer NOT NULL REFERENCES product,
  vessel_id integer NOT NULL REFERENCES vessel,
  person_id integer NOT NULL REFERENCES person,
  strength jsonb NOT NULL,
  fraction double precision NOT NULL CHECK (fraction > 0 AND fraction <= 1),
  made_at timestamptz NOT NULL
);
CREATE INDEX batch_vessel ON batch (vessel_id, id);

-- The ledger -------------------------------------------------------------------------------------------------

CREATE TABLE account (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('supplier', 'container', 'batch', 'tap', 'used', 'waste', 'difference')),
  container_id integer UNIQUE REFERENCES container,
  batch_id integer UNIQUE REFERENCES batch,
  -- What can be held in the hand can't hold less than nothing.
  physical boolean GENERATED ALWAYS AS (kind IN ('container', 'batch')) STORED,
  CHECK ((kind = 'container') = (container_id IS NOT NULL)),
  CHECK ((kind = 'batch') = (batch_id IS NOT NULL))
);
CREATE UNIQUE INDEX account_single ON account (kind) WHERE container_id IS NULL AND batch_id IS NULL;
INSERT INTO account (kind) VALUES ('supplier'), ('tap'), ('used'), ('waste'), ('difference');

CREATE TABLE movement (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('receive', 'open', 'draw', 'decant', 'transfer', 'count', 'waste', 'return', 'found', 'reversal')),
  person_id integer NOT NULL REFERENCES person,
  place_id integer REFERENCES place,
  container_id integer REFERENCES container,
  batch_id integer REFERENCES batch,
  booked_at timestamptz NOT NULL,
  happened_at timestamptz NOT NULL,
  reverses bigint UNIQUE REFERENCES movement,
  note text NOT NULL DEFAULT '',
  CHECK ((kind = 'reversal') = (reverses IS NOT NULL))
);
CREATE INDEX movement_container ON movement (container_id, id) WHERE container_id IS NOT NULL;

CREATE TABLE posting (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  movement_id bigint NOT NULL REFERENCES movement,
  product_id integer NOT NULL REFERENCES product,
  from_account integer NOT NULL REFERENCES account,
  to_account integer NOT NULL REFERENCES account,
  ul bigint NOT NULL CHECK (ul > 0),
  CHECK (from_account <> to_account)
);
CREATE INDEX posting_movement ON posting (movement_id);

CREATE TABLE balance (
  account_id integer NOT NULL REFERENCES account,
  product_id integer NOT NULL REFERENCES product,
  ul bigint NOT NULL,
  physical boolean NOT NULL,
  PRIMARY KEY (account_id, product_id),
  CONSTRAINT nothing_physical_below_zero CHECK (NOT physical OR ul >= 0)
);

-- What was moved on a day, kept for reports. A reversal takes back from the day of what it reverses.
CREATE TABLE day_use (
  day date NOT NULL,
  product_id integer NOT NULL REFERENCES product,
  person_id integer NOT NULL REFERENCES person,
  place_id integer NOT NULL DEFAULT 0,
  kind text NOT NULL,
  ul bigint NOT NULL,
  n integer NOT NULL,
  PRIMARY KEY (day, product_id, person_id, place_id, kind)
);

CREATE FUNCTION keep_balances() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  -- Rows first, at nothing: a check is made on the row an upsert proposes, which a draw would fail.
  INSERT INTO balance (account_id, product_id, ul, physical)
  SELECT DISTINCT a.id, p.product_id, 0, a.physical
  FROM added p JOIN account a ON a.id IN (p.from_account, p.to_account)
  ON CONFLICT (account_id, product_id) DO NOTHING;

  UPDATE balance b SET ul = b.ul + change.ul
  FROM (
    SELECT account_id, product_id, sum(ul)::bigint AS ul
    FROM (
      SELECT from_account AS account_id, product_id, -ul AS ul FROM added
      UNION ALL
      SELECT to_account, product_id, ul FROM added
    ) AS side
    GROUP BY account_id, product_id
  ) AS change
  WHERE b.account_id = change.account_id AND b.product_id = change.product_id;

  INSERT INTO day_use AS d (day, product_id, person_id, place_id, kind, ul, n)
  SELECT (o.happened_at AT TIME ZONE s.zone)::date, p.product_id, o.person_id, coalesce(o.place_id, 0), o.kind,
         sum(CASE WHEN m.reverses IS NULL THEN p.ul ELSE -p.ul END)::bigint,
         sum(CASE WHEN m.reverses IS NULL THEN 1 ELSE -1 END)::integer
  FROM added p
  JOIN movement m ON m.id = p.movement_id
  JOIN movement o ON o.id = coalesce(m.reverses, m.id)
  CROSS JOIN shop s
  WHERE EXISTS (SELECT FROM account a WHERE a.id IN (p.from_account, p.to_account) AND a.kind = 'container')
  GROUP BY 1, 2, 3, 4, 5
  ON CONFLICT (day, product_id, person_id, place_id, kind) DO UPDATE SET ul = d.ul + excluded.ul, n = d.n + excluded.n;
  RETURN NULL;
END $$;

CREATE TRIGGER keep_balances AFTER INSERT ON posting
  REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION keep_balances();

CREATE FUNCTION refuse_rewriting() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the ledger is only ever added to: % on % refused', TG_OP, TG_TABLE_NAME USING ERRCODE = '42501';
END $$;

CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE OR TRUNCATE ON movement
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_rewriting();
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE OR TRUNCATE ON posting
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_rewriting();
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE OR TRUNCATE ON account
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_rewriting();

-- The first answer to each command, so that a command sent twice is done once.
CREATE TABLE answered (
  person_id integer NOT NULL,
  key text NOT NULL,
  request_hash text NOT NULL,
  status integer NOT NULL,
  body jsonb NOT NULL,
  answered_at timestamptz NOT NULL,
  PRIMARY KEY (person_id, key)
);

-- What requests may do ---------------------------------------------------------------------------------------

GRANT SELECT ON ALL TABLES IN SCHEMA public TO kettle_app;
GRANT INSERT ON account, movement, posting, answered, batch TO kettle_app;
GRANT INSERT, UPDATE ON shop, person, tablet, pin_attempt, session, place, product, label_entry, vessel, measure, container
  TO kettle_app;
