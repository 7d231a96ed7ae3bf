-- A row of a file that can't be booked waits with the others, as it was written, until it is put right or left out. More can
-- come in as files: vessels, recipes and people.

ALTER TABLE csv_import DROP CONSTRAINT csv_import_kind_check;
ALTER TABLE csv_import ADD CONSTRAINT csv_import_kind_check
  CHECK (kind IN ('containers', 'products', 'vessels', 'recipes', 'people'));

ALTER TABLE csv_import_row ALTER COLUMN body DROP NOT NULL;
ALTER TABLE csv_import_row ADD COLUMN cells jsonb NOT NULL DEFAULT '{}';
ALTER TABLE csv_import_row ADD COLUMN bad jsonb;
GRANT UPDATE ON csv_import_row TO kettle_app;
