-- An import that could not be carried through says so, and is in nobody's way.
ALTER TABLE csv_import DROP CONSTRAINT csv_import_state_check;
ALTER TABLE csv_import ADD CONSTRAINT csv_import_state_check
  CHECK (state IN ('checking', 'ready', 'refused', 'booking', 'done', 'cancelled', 'failed'));
