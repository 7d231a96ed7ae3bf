-- What products are made of, as far as it matters what they may meet; no row: nobody has looked it up.
CREATE TABLE product_trait (
  product_id integer NOT NULL REFERENCES product,
  trait text NOT NULL,
  present boolean NOT NULL,
  PRIMARY KEY (product_id, trait)
);
GRANT SELECT, INSERT, UPDATE, DELETE ON product_trait TO kettle_app;

-- When a vessel was last rinsed out; what it held before then no longer matters.
ALTER TABLE vessel ADD COLUMN rinsed_at timestamptz;
