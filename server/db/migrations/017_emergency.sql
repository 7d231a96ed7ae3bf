-- Whom to call: asked for when a shop is set up, and shown without a PIN.
ALTER TABLE shop
  ADD COLUMN emergency_number text NOT NULL DEFAULT '',
  ADD COLUMN poison_number text NOT NULL DEFAULT '';
