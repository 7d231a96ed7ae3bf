-- What a pour was measured with: a measure of the shop's, the cap of its own container, the eye, or a dispenser's line. The
-- part that was most of it counts. Nothing where nobody said, as with a pour that is told later.
ALTER TABLE movement
  ADD COLUMN measured_with text CHECK (measured_with IN ('measure', 'cap', 'eye', 'line')),
  ADD COLUMN measure_id integer REFERENCES measure,
  ADD CONSTRAINT measure_named CHECK ((measure_id IS NOT NULL) = (measured_with IS NOT DISTINCT FROM 'measure'));

ALTER TABLE movement DISABLE TRIGGER only_added_to;
WITH most AS (
  SELECT DISTINCT ON (b.id) b.id, (part ->> 'measureId')::int AS measure_id
  FROM batch b CROSS JOIN jsonb_array_elements(b.measured) AS part ORDER BY b.id, (part ->> 'ul')::bigint DESC
)
UPDATE movement m SET
  measured_with = CASE WHEN b.line_id IS NOT NULL THEN 'line' WHEN most.measure_id IS NOT NULL THEN 'measure'
    WHEN most.id IS NOT NULL THEN 'cap' ELSE 'eye' END,
  measure_id = CASE WHEN b.line_id IS NULL THEN most.measure_id END
FROM batch b LEFT JOIN most ON most.id = b.id
WHERE b.id = m.batch_id AND m.kind = 'pour' AND m.container_id IS NOT NULL;
ALTER TABLE movement ENABLE TRIGGER only_added_to;

-- Counts of a container in the order of time.
CREATE INDEX count_line_container ON count_line (container_id, counted_at);
