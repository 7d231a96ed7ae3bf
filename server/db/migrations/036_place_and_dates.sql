-- What soil is usual where the shop is, whatever the season; and after how many days what is done to a vehicle is due again:
-- what the shop chose, the rest is as usual.
ALTER TABLE shop ADD COLUMN soil_here jsonb NOT NULL DEFAULT '[]';
ALTER TABLE shop ADD COLUMN every_days jsonb NOT NULL DEFAULT '{}';
