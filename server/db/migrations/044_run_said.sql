-- What had been said of the vehicle when its run began: what is said later changes the plan, and not the run. Null for those before.
ALTER TABLE run ADD COLUMN said jsonb;
