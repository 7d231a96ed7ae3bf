-- Notes that stand before a product: it is on hold for everyone, or has to be read by each before they mix it.

CREATE TABLE product_note (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  product_id integer NOT NULL REFERENCES product,
  gate text NOT NULL CHECK (gate IN ('hold', 'read')),
  words text NOT NULL,
  written_by integer NOT NULL REFERENCES person,
  written_at timestamptz NOT NULL,
  lifted_by integer REFERENCES person,
  lifted_at timestamptz
);
CREATE INDEX product_note_open ON product_note (product_id) WHERE lifted_at IS NULL;
CREATE TABLE product_note_read (
  note_id integer NOT NULL REFERENCES product_note,
  person_id integer NOT NULL REFERENCES person,
  read_at timestamptz NOT NULL,
  PRIMARY KEY (note_id, person_id)
);
GRANT SELECT, INSERT, UPDATE ON product_note TO kettle_app;
GRANT SELECT, INSERT ON product_note_read TO kettle_app;
