-- What a vessel weighs empty, where somebody weighed it.
ALTER TABLE vessel ADD COLUMN tare_g double precision CHECK (tare_g > 0);
