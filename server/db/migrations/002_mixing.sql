-- What it takes to mix well: more about vessels, measures and products, and how each batch came to be.

ALTER TABLE vessel
  ADD COLUMN dead_ul bigint NOT NULL DEFAULT 0 CHECK (dead_ul >= 0 AND dead_ul < fill_limit_ul),
  ADD COLUMN displacement_ul bigint NOT NULL DEFAULT 0 CHECK (displacement_ul >= 0 AND displacement_ul < fill_limit_ul),
  ADD COLUMN two_lines boolean NOT NULL DEFAULT false,
  ADD COLUMN depth jsonb;

-- In grams to the millilitre; unknown until someone weighs it or reads the sheet.
ALTER TABLE product
  ADD COLUMN g_per_ml double precision CHECK (g_per_ml BETWEEN 0.5 AND 2.5),
  ADD COLUMN cap_ul bigint CHECK (cap_ul > 0),
  ADD COLUMN shake_first boolean NOT NULL DEFAULT false,
  ADD COLUMN suds boolean NOT NULL DEFAULT false;

ALTER TABLE label_entry
  ADD COLUMN basis text NOT NULL DEFAULT 'bottle' CHECK (basis IN ('bottle', 'bucket', 'panel'));

-- How the product was measured, and whether that was only an estimate.
ALTER TABLE batch
  ADD COLUMN measured jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN estimate boolean NOT NULL DEFAULT false;
