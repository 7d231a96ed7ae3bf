-- Orders to suppliers: what is to come, what of it came, and what each supplier asks for.
ALTER TABLE supplier
  ADD COLUMN minimum_minor bigint CHECK (minimum_minor >= 0),
  ADD COLUMN delivery_minor bigint CHECK (delivery_minor >= 0);

CREATE TABLE supply_order (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  code text GENERATED ALWAYS AS ('O-' || id) STORED UNIQUE,
  supplier_id integer NOT NULL REFERENCES supplier,
  -- What is taken off the list without being sent is dropped; what was sent and won't come any more is closed.
  state text NOT NULL DEFAULT 'draft' CHECK (state IN ('draft', 'sent', 'closed', 'dropped')),
  note text NOT NULL DEFAULT '',
  made_at timestamptz NOT NULL,
  made_by integer NOT NULL REFERENCES person,
  sent_at timestamptz,
  sent_by integer REFERENCES person,
  ended_at timestamptz,
  ended_by integer REFERENCES person,
  revision integer NOT NULL DEFAULT 1,
  CHECK ((sent_at IS NULL) = (sent_by IS NULL)),
  CHECK ((state IN ('closed', 'dropped')) = (ended_at IS NOT NULL)),
  CHECK (state <> 'sent' OR sent_at IS NOT NULL)
);
CREATE INDEX supply_order_open ON supply_order (supplier_id, id) WHERE state IN ('draft', 'sent');

CREATE TABLE supply_order_line (
  order_id integer NOT NULL REFERENCES supply_order ON DELETE CASCADE,
  line integer NOT NULL CHECK (line > 0),
  product_id integer NOT NULL REFERENCES product,
  kind text NOT NULL,
  size_ul bigint NOT NULL CHECK (size_ul > 0),
  count integer NOT NULL CHECK (count > 0),
  price_minor bigint CHECK (price_minor >= 0),
  -- What it is for, in words.
  why text NOT NULL DEFAULT '',
  PRIMARY KEY (order_id, line)
);

-- What came of an order is told by its deliveries: a receipt that is put right counts as it is then.
ALTER TABLE delivery ADD COLUMN order_id integer REFERENCES supply_order;
CREATE INDEX delivery_order ON delivery (order_id) WHERE order_id IS NOT NULL;

GRANT SELECT, INSERT, UPDATE ON supply_order TO kettle_app;
GRANT SELECT, INSERT, DELETE ON supply_order_line TO kettle_app;
