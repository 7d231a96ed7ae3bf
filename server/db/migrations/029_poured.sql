-- What leaves a container for a mix is a pour, as everywhere else; a draw is what a cannon takes.
DO $$
DECLARE
  f oid;
BEGIN
  FOR f IN SELECT p.oid FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace
    WHERE n.nspname = 'public' AND p.prosrc LIKE '%''draw''%'
  LOOP
    EXECUTE replace(pg_get_functiondef(f), '''draw''', '''pour''');
  END LOOP;
END $$;
ALTER TABLE movement DISABLE TRIGGER only_added_to;
ALTER TABLE movement DROP CONSTRAINT movement_kind_check;
UPDATE movement SET kind = 'pour' WHERE kind = 'draw';
ALTER TABLE movement ADD CONSTRAINT movement_kind_check CHECK (kind IN
  ('receive', 'open', 'pour', 'decant', 'transfer', 'count', 'waste', 'return', 'found', 'amend', 'reversal'));
ALTER TABLE movement ENABLE TRIGGER only_added_to;
UPDATE day_use SET kind = 'pour' WHERE kind = 'draw';
UPDATE total_use SET kind = 'pour' WHERE kind = 'draw';
