-- The whole record of a product: what it is, how it is used, what its sheet asks for; who may mix it; how long mixes keep.

-- The record is written and read as a whole and checked at the door; what is reported on by itself has columns.
ALTER TABLE product ADD COLUMN record jsonb;
UPDATE product SET record = jsonb_build_object(
  'family', 'other', 'phNeat', null, 'phUse', null, 'thickness', 'unknown',
  'protection', CASE (SELECT present FROM product_trait t WHERE t.product_id = product.id AND t.trait = 'stripsProtection')
    WHEN true THEN 'strips' ELSE 'unknown' END,
  'storeFromC', null, 'storeToC', null, 'useByDays', null,
  'surfaces', (SELECT jsonb_object_agg(s, 'unknown') FROM unnest(ARRAY['paint', 'mattPaint', 'film', 'glass', 'plasticTrim',
    'rubber', 'softTop', 'chrome', 'bareMetal', 'anodised', 'carbonCeramic', 'fabric', 'leather']) s),
  'delivery', '[]'::jsonb, 'hazards', '[]'::jsonb,
  'care', '{"gloves": true, "eyes": true, "air": false, "acknowledge": false, "signOff": false}'::jsonb,
  'firstAid', '', 'spill', '', 'replaces', null);
ALTER TABLE product ALTER COLUMN record SET NOT NULL;
DELETE FROM product_trait WHERE trait = 'stripsProtection';

-- Floors and ceilings are fractions on the panel; times are seconds.
CREATE TABLE product_use (
  product_id integer NOT NULL REFERENCES product,
  kind text NOT NULL,
  position integer NOT NULL,
  panel_floor double precision CHECK (panel_floor > 0 AND panel_floor <= 1),
  panel_ceiling double precision CHECK (panel_ceiling > 0 AND panel_ceiling <= 1),
  film text,
  dwell jsonb,
  rate_ml_per_m2 double precision CHECK (rate_ml_per_m2 > 0),
  PRIMARY KEY (product_id, kind),
  CHECK (panel_floor <= panel_ceiling)
);
GRANT SELECT, INSERT, UPDATE, DELETE ON product_use TO kettle_app;

-- What was on the label before anyone said what kind of use it is for.
ALTER TABLE label_entry ADD COLUMN use_kind text NOT NULL DEFAULT 'other';

-- Safety data sheets as they were attached; the newest counts, older ones stay.
CREATE TABLE product_sheet (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  product_id integer NOT NULL REFERENCES product,
  name text NOT NULL,
  media_type text NOT NULL,
  bytes bytea NOT NULL,
  added_at timestamptz NOT NULL,
  added_by integer NOT NULL REFERENCES person
);
CREATE INDEX product_sheet_product ON product_sheet (product_id, id);
GRANT SELECT, INSERT ON product_sheet TO kettle_app;

-- Who may mix what asks for a sign-off, and until when; ended, never taken away.
CREATE TABLE sign_off (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  person_id integer NOT NULL REFERENCES person,
  product_id integer NOT NULL REFERENCES product,
  until date,
  given_by integer NOT NULL REFERENCES person,
  given_at timestamptz NOT NULL,
  ended_at timestamptz
);
CREATE UNIQUE INDEX sign_off_one ON sign_off (person_id, product_id) WHERE ended_at IS NULL;
GRANT SELECT, INSERT, UPDATE ON sign_off TO kettle_app;

-- The last day a mix is good for, and what water it was made with.
ALTER TABLE batch
  ADD COLUMN use_by date,
  ADD COLUMN water text NOT NULL DEFAULT 'tap' CHECK (water IN ('tap', 'softened', 'deionised'));

-- Hardness in ppm of calcium carbonate; unknown until someone tests the water.
ALTER TABLE shop
  ADD COLUMN hardness_ppm double precision CHECK (hardness_ppm BETWEEN 0 AND 2000),
  ADD COLUMN water text NOT NULL DEFAULT 'tap' CHECK (water IN ('tap', 'softened', 'deionised'));

-- What the label printer put out, with the facts as they stood on it.
CREATE TABLE printed_label (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  batch_id integer REFERENCES batch,
  size text NOT NULL,
  copies integer NOT NULL CHECK (copies > 0),
  label jsonb NOT NULL,
  pdf bytea NOT NULL,
  printed_at timestamptz NOT NULL,
  printed_by integer NOT NULL REFERENCES person
);
GRANT SELECT, INSERT ON printed_label TO kettle_app;

-- A batch's own page asks for the movement that made it.
CREATE INDEX movement_batch ON movement (batch_id) WHERE batch_id IS NOT NULL;
