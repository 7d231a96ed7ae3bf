-- A label's range, such as 25-45 ml per 25 l, is one entry with two ends: strength is the weaker, up_to the stronger.
ALTER TABLE label_entry
  ADD COLUMN up_to jsonb,
  ADD COLUMN up_to_fraction double precision CHECK (up_to_fraction > fraction AND up_to_fraction <= 1),
  ADD CONSTRAINT label_entry_two_ends CHECK ((up_to IS NULL) = (up_to_fraction IS NULL));
