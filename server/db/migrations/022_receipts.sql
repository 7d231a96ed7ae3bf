-- A receipt that was put right: what differed, as it was and as it is. What is left is taken out and comes in afresh, so that
-- it costs what the right price says.
ALTER TABLE movement ADD COLUMN amended jsonb;
ALTER TABLE movement DROP CONSTRAINT movement_kind_check;
ALTER TABLE movement ADD CONSTRAINT movement_kind_check CHECK (kind IN
  ('receive', 'open', 'draw', 'decant', 'transfer', 'count', 'waste', 'return', 'found', 'amend', 'reversal'));
GRANT UPDATE (supplier_id) ON delivery TO kettle_app;
