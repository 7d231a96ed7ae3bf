-- Whether the list of what makes a new shop's first day is done with. A shop that is already open never sees it.
ALTER TABLE shop ADD COLUMN first_day_over boolean NOT NULL DEFAULT false;
UPDATE shop SET first_day_over = true;
