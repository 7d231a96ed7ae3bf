-- How vehicles are washed where practitioners disagree: what the shop chose; what it didn't is as usual.
ALTER TABLE shop ADD COLUMN schools jsonb NOT NULL DEFAULT '{}';
