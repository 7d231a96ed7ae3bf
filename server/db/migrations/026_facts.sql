-- What was found of a line, and what was wrong with a row of a file, are kept as facts: each language says them its own way.
UPDATE line_check SET verdict = ((verdict - 'words' - 'remedy') || jsonb_build_object(
  'ratio', ratio,
  'before', substring(verdict->>'words' FROM 'was 1:([0-9.]+) with this tip')::float8,
  'found', CASE
    WHEN verdict->>'verdict' = 'use' THEN 'steady'
    WHEN verdict->>'words' LIKE '%drains back%' THEN 'drainsBack'
    WHEN verdict->>'words' LIKE '%differ too much%' THEN 'unsteady'
    WHEN verdict->>'words' LIKE 'It has become weaker%' THEN 'weaker'
    WHEN verdict->>'words' LIKE 'It has become stronger%' THEN 'stronger'
    WHEN verdict->>'words' LIKE '%weaker than the label%' THEN 'weakForLabel'
    WHEN verdict->>'words' LIKE '%stronger than the label%' THEN 'strongForLabel'
    WHEN verdict->>'words' LIKE '%weaker than%' THEN 'weakForTarget'
    ELSE 'strongForTarget' END))
WHERE verdict->>'words' IS NOT NULL;

UPDATE csv_import SET bad = coalesce((
  SELECT jsonb_agg((b - 'why' - 'remedy') || jsonb_build_object('code', 'field.refused',
    'facts', jsonb_build_object('reason', b->>'why', 'remedy', b->>'remedy')) ORDER BY n)
  FROM jsonb_array_elements(bad) WITH ORDINALITY AS t(b, n)), '[]')
WHERE bad <> '[]' AND bad->0->>'why' IS NOT NULL;
