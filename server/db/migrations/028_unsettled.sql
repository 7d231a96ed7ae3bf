-- What came too late is kept as facts: a lead reads it in their own language, and in the units of their device.
ALTER TABLE unsettled ADD COLUMN path text, ADD COLUMN refusal jsonb;
UPDATE unsettled SET refusal = jsonb_build_object('code', 'past', 'detail', reason);
ALTER TABLE unsettled ALTER COLUMN refusal SET NOT NULL, DROP COLUMN reason,
  ALTER COLUMN what TYPE jsonb USING jsonb_build_array(what);
